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
const press = (name) => (page) => page.getByRole("button", { name }).first().click();

const drafted = (page, ...operations) =>
  page.request.post("/api/schools/ember-row/courses/cold-kitchen/draft", {
    data: {
      base: 0,
      clientId: `pictures-${Date.now()}`,
      operations: operations.map((operation, i) => ({ number: i + 1, operation })),
    },
    headers: { origin: new URL(page.url()).origin },
  });

/** What happens these days has been counted, the first time after a start. */
const counted = (page) => page.getByText("What happens", { exact: true }).waitFor();

/** A module that many have is moved by two weeks: who is hit, before it is saved. */
async function twoWeeksLater(page) {
  const gate = { need: "all", when: [{ from: "enrolled", add: "P28D" }] };
  await drafted(page, { type: "set-module", item: "m3", set: { gate } });
  await page.reload();
  await page.getByRole("button", { name: "Publish changes" }).click();
  await page.getByText(/are touched/).waitFor();
}

/** name, size, place, and: who is signed in (the owner, unless said), dark, what is pressed before. */
const SHOTS = [
  ["today-wide", wide, "/ember-row/today", { act: counted }],
  [
    "notices-wide",
    wide,
    "/ember-row/notices/opened",
    { act: (page) => page.getByRole("article").waitFor() },
  ],
  ["schedule-wide", wide, "/ember-row/courses/cold-kitchen?enrollment=sourdough-08"],
  ["people-wide", wide, "/ember-row/courses/cold-kitchen/people"],
  ["edit-wide", wide, "/ember-row/courses/cold-kitchen/edit"],
  ["listing-wide", wide, "/ember-row/sales/sourdough"],
  ["year-wide", wide, "/ember-row/year"],
  [
    "quiz-phone",
    phone,
    "/ember-row/shelf/sourdough-08/reading-the-crumb/quiz",
    {
      who: "callum.reyes",
      async act(page) {
        await press("Begin")(page);
        await page.getByRole("radio", { name: "Wholegrain rye" }).click();
        await press(/^Question 4/)(page);
        await press(/^Fine and even/)(page);
        await page.getByRole("radio", { name: "Risen too short" }).waitFor();
      },
    },
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
  ["public-phone", phone, "/ember-row/p/the-winter-baker", { who: null }],
  [
    "handed-in-wide",
    wide,
    "/ember-row/handed-in/demo-rye-03-stage-diary-2",
    {
      async act(page) {
        await page.getByRole("button", { name: "It came over the rim of the jar." }).click();
        await page.getByLabel("What you say of it").fill("A wider jar: it may double twice.");
        await press("Keep the remark")(page);
        await page.getByRole("radio", { name: "4: All stages with their hours" }).click();
      },
    },
  ],
  ["shelf-phone", phone, "/ember-row/shelf", { who: "callum.reyes" }],
  ["my-course-phone", phone, "/ember-row/shelf/sourdough-08", { who: "callum.reyes" }],
  ["lesson-phone", phone, "/ember-row/shelf/sourdough-08/folds-and-rests", { who: "callum.reyes" }],
  ["dates-phone", phone, "/ember-row/dates", { who: "callum.reyes" }],
  ["door-phone", phone, "/ember-row/courses/oven-and-allergens/door"],
  ["checkout-phone", phone, "/ember-row/o/sourdough?code=OVEN20", { who: null }],
  // Last: they change the course.
  ["ripple-wide", wide, "/ember-row/courses/cold-kitchen/edit", { act: twoWeeksLater }],
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
