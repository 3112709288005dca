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

/** name, size, place, and: who is signed in (the owner, unless said), dark, what is pressed before. */
const SHOTS = [
  ["courses-wide", wide, "/ember-row/courses"],
  ["schedule-wide", wide, "/ember-row/courses/cold-kitchen?enrollment=sourdough-08"],
  ["schedule-wide-dark", wide, "/ember-row/courses/winter-rye?enrollment=rye-07", { dark: true }],
  [
    "why-wide",
    wide,
    "/ember-row/courses/cold-kitchen?enrollment=sourdough-08",
    { act: press(/^Module Crust and crumb/) },
  ],
  [
    "person-wide",
    wide,
    "/ember-row/courses/cold-kitchen?enrollment=sourdough-12",
    { act: press(/^Access/) },
  ],
  ["edit-wide", wide, "/ember-row/courses/cold-kitchen/edit"],
  ["cohorts-wide", wide, "/ember-row/courses/winter-rye/cohorts"],
  ["schedule-phone", phone, "/ember-row/courses/cold-kitchen?enrollment=sourdough-08"],
  [
    "why-phone",
    phone,
    "/ember-row/courses/oven-and-allergens?enrollment=safety-05",
    { act: press(/^Module In your own bakery/) },
  ],
  ["as-if-phone", phone, "/ember-row/courses/winter-rye", { act: press(/Change who/) }],
  [
    "gate-phone",
    phone,
    "/ember-row/courses/cold-kitchen/edit",
    { act: press(/^Module A week of bread opens/) },
  ],
  ["public-phone", phone, "/ember-row/c/winter-rye", { who: null }],
  ["shelf-phone", phone, "/ember-row/shelf", { who: "lena.kowal" }],
  ["my-course-phone", phone, "/ember-row/shelf/sourdough-08", { who: "callum.reyes" }],
  [
    "lesson-phone",
    phone,
    "/ember-row/shelf/sourdough-08/feeding-by-the-clock",
    { who: "callum.reyes" },
  ],
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
