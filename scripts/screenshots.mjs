// npm run screenshots: one current picture of each main view, from the demo, into docs/screenshots/.
import { mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { CHROMIUM, CHROMIUM_FLAGS } from "./lib/chromium.mjs";
import { serveDemo, testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, "docs/screenshots");
const say = (line) => console.log(`  ${line}`);
const wide = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const PAPER = `Focaccia in three weeks

Week 1: Dough
- Flour and salt (text, 6 min)
- Cold ferment – 12 min
  Two days in the fridge; three are better.
- Folding (video; 8 min)

Week 2: Dimples
- Oil on everything (video, 7 min)
- Quiz: is it ready? (quiz)
<hr>
Week 3: Toppings
- Tomatoes | 9 min
- Onions, slowly`;
const press = (name) => (page) => page.getByRole("button", { name }).first().click();

/** Three modules that all say 7 days: the snag and what mends it. */
async function sevenSevenSeven(page) {
  await page.getByLabel("Working title").fill("Rolls for breakfast");
  await page.getByRole("button", { name: "Make a course" }).click();
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("button", { name: "Paste an outline" }).click();
  const parts = ["Dough at night", "Shaping at six", "Baking on steel"];
  await page
    .getByLabel("The outline")
    .fill(
      parts.map((part) => `## ${part}\n- Watch it once (video, 6 min)\n\nThen do it.`).join("\n"),
    );
  await page.getByRole("button", { name: "Read it" }).click();
  await page.getByRole("button", { name: "Put it in" }).click();
  for (const part of parts) {
    await page.getByRole("button", { name: new RegExp(`^Module ${part} opens`) }).click();
    await page.getByRole("button", { name: "some days after enrolling" }).click();
    await page.getByRole("button", { name: "Close", exact: true }).click();
  }
  await page.getByText(/open on one day/).waitFor();
  await page.getByRole("heading", { level: 1 }).scrollIntoViewIfNeeded();
}

/** What is on record about somebody, with an act that was just done. */
async function onRecord(page) {
  await page
    .getByRole("button", { name: /^Access/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Extend" }).click();
  await page.getByRole("textbox", { name: "Reason" }).fill("Was ill for two weeks");
  await page.getByRole("region", { name: "What it would do" }).waitFor();
  await page.getByRole("button", { name: "Extend" }).click();
  await page.getByText(/Was ill for two weeks/).waitFor();
  await page.getByText("On record").evaluate((heading) => heading.scrollIntoView());
}

const drafted = (page, ...operations) =>
  page.request.post("/api/schools/ember-row/courses/cold-kitchen/draft", {
    data: {
      base: 0,
      clientId: `pictures-${Date.now()}`,
      operations: operations.map((operation, i) => ({ number: i + 1, operation })),
    },
    headers: { origin: new URL(page.url()).origin },
  });

/** A module that many have is moved by two weeks: who is hit, before it is saved. */
async function twoWeeksLater(page) {
  const gate = { need: "all", when: [{ from: "enrolled", add: "P28D" }] };
  await drafted(page, { type: "set-module", item: "m3", set: { gate } });
  await page.reload();
  await page.getByRole("button", { name: "Publish changes" }).click();
  await page.getByText(/are touched/).waitFor();
}

async function publishedTwice(page) {
  const versions = "/api/schools/ember-row/courses/cold-kitchen/versions";
  const note = encodeURIComponent("Shaping two weeks later");
  const headers = { origin: new URL(page.url()).origin };
  await page.request.post(`${versions}?people=only-in-favor&note=${note}`, { headers });
  await drafted(
    page,
    { type: "move-module", item: "m2", after: "m4" },
    { type: "set-module", item: "m5", set: { title: "A week of bread, at home" } },
    { type: "set-course", set: { releaseHour: "06:00" } },
  );
  await page.reload();
  await page.getByRole("table").waitFor();
}

/** name, size, place, and: who is signed in (the owner, unless said), dark, what is pressed before. */
const SHOTS = [
  ["courses-wide", wide, "/ember-row/courses"],
  ["schedule-wide", wide, "/ember-row/courses/cold-kitchen?enrollment=sourdough-08"],
  ["people-wide", wide, "/ember-row/courses/cold-kitchen/people"],
  ["snags-wide", wide, "/ember-row/courses", { act: sevenSevenSeven }],
  ["edit-wide", wide, "/ember-row/courses/cold-kitchen/edit"],
  [
    "paper-wide",
    wide,
    "/ember-row/courses/cold-kitchen/edit",
    {
      act: async (page) => {
        await page.goto("/ember-row/courses");
        await page.getByLabel("Working title").fill("Focaccia");
        await page.getByRole("button", { name: "Make a course" }).click();
        await page.getByRole("button", { name: "More", exact: true }).click();
        await page.getByRole("button", { name: "Paste an outline" }).click();
        await page.getByLabel("The outline").fill(PAPER);
        await page.getByRole("button", { name: "Read it" }).click();
        await page.getByRole("button", { name: /not understood/ }).click();
      },
    },
  ],
  ["staff-wide", wide, "/ember-row/staff"],
  ["cohorts-wide", wide, "/ember-row/courses/winter-rye/cohorts"],
  ["schedule-phone", phone, "/ember-row/courses/cold-kitchen?enrollment=sourdough-08"],
  [
    "why-phone",
    phone,
    "/ember-row/courses/oven-and-allergens?enrollment=safety-05",
    { act: press(/^Module In your own bakery/) },
  ],
  [
    "gate-phone",
    phone,
    "/ember-row/courses/cold-kitchen/edit",
    { act: press(/^Module A week of bread opens/) },
  ],
  [
    "rehearsal-phone",
    phone,
    "/ember-row/courses/cold-kitchen/rehearsal?enrollment=sourdough-08",
    { act: press("To the next change") },
  ],
  ["public-phone", phone, "/ember-row/c/winter-rye", { who: null }],
  ["shelf-phone", phone, "/ember-row/shelf", { who: "lena.kowal" }],
  ["my-course-phone", phone, "/ember-row/shelf/sourdough-08", { who: "callum.reyes" }],
  ["everybody-wide", wide, "/ember-row/courses/cold-kitchen/everybody"],
  ["record-phone", phone, "/ember-row/courses/winter-rye?enrollment=rye-07", { act: onRecord }],
  // Last: they change the course.
  ["ripple-wide", wide, "/ember-row/courses/cold-kitchen/edit", { act: twoWeeksLater }],
  ["versions-wide", wide, "/ember-row/courses/cold-kitchen/versions", { act: publishedTwice }],
];

const only = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const cluster = await testCluster(root, say);
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
try {
  const server = await serveDemo(root, cluster, "pictures", say);
  for (const [name, viewport, path, { dark = false, who = "rosa", act } = {}] of SHOTS) {
    if (only.length > 0 && !only.includes(name)) continue;
    const context = await browser.newContext({
      viewport,
      colorScheme: dark ? "dark" : "light",
      locale: "en-GB",
      baseURL: `http://127.0.0.1:${server.port}`,
    });
    const page = await context.newPage();
    const origin = `http://127.0.0.1:${server.port}`;
    if (who !== null)
      await context.request.post(`${origin}/api/auth/sign-in/email`, {
        data: { email: `${who}@example.org`, password: "dawn-and-bread" },
        headers: { origin },
      });
    await page.goto(origin + path);
    await page.getByRole("heading", { level: 1 }).waitFor();
    await page.getByText("…", { exact: true }).waitFor({ state: "hidden" });
    // An editor listens for as long as it is open, so the network is never idle.
    await page.waitForTimeout(1200);
    await page.evaluate(() => document.fonts.ready);
    await act?.(page);
    await page.waitForTimeout(600);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await context.close();
    say(`${name}.png`);
  }
  await server.stop();
} finally {
  await browser.close();
  await cluster.stop();
}
