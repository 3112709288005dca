// npm run bench:keys: what a key press costs in an outline of 600 lessons, in Debian's Chromium.
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { CHROMIUM, CHROMIUM_FLAGS } from "./lib/chromium.mjs";
import { serveDemo, testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (line) => console.error(`  ${line}`);
const TIMES = 25;
const OUTLINE = Array.from(
  { length: 30 },
  (_, m) =>
    `## Part ${m}\n${Array.from({ length: 20 }, (_, l) => `- Lesson ${m}.${l} (video, 7 min)`).join("\n")}`,
).join("\n");
const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;

const cluster = await testCluster(root, say);
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
try {
  const server = await serveDemo(root, cluster, "keys", say);
  const origin = `http://127.0.0.1:${server.port}`;
  const context = await browser.newContext({
    baseURL: origin,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  await page.request.post("/api/auth/sign-in/email", {
    data: { email: "rosa@example.org", password: "dawn-and-bread" },
    headers: { origin },
  });
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill("Six hundred");
  await page.getByRole("button", { name: "Make a course" }).click();
  await page.getByRole("button", { name: "From paper" }).click();
  await page.getByLabel("The outline").fill(OUTLINE);
  await page.getByRole("button", { name: "Read it" }).click();
  await page.getByRole("button", { name: "Put it in" }).click();
  await page.getByText(/^Kept \d/).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2000);
  // The browser's own Event Timing: what the handlers took, and the time to the next painted frame (to 8 ms).
  await page.evaluate(() => {
    window.timed = [];
    new PerformanceObserver((list) => {
      for (const { name, processingStart, processingEnd, duration } of list.getEntries())
        if (name === "keydown") window.timed.push([processingEnd - processingStart, duration]);
    }).observe({ type: "event", durationThreshold: 16 });
  });
  for (const [what, row, key] of [
    ["a letter", "Lesson 3.4", "x"],
    ["down", "Lesson 4.4", "ArrowDown"],
    ["Enter", "Lesson 9.4", "Enter"],
    ["Alt Down", "Lesson 15.4", "Alt+ArrowDown"],
  ]) {
    // Rows out of sight have no field yet.
    await page.locator(`[data-row]:has-text("${row}"), [data-row]:has([value="${row}"])`).first().scrollIntoViewIfNeeded();
    await page.getByLabel(`Title of lesson ${row}`, { exact: true }).focus();
    await page.waitForTimeout(500);
    await page.evaluate(() => window.timed.splice(0));
    for (let i = 0; i < TIMES; i++) {
      await page.keyboard.press(key);
      await page.waitForTimeout(200);
    }
    const timed = await page.evaluate(() => window.timed.splice(0));
    const handled = median(timed.map(([time]) => time)).toFixed(1);
    const painted = median(timed.map(([, time]) => time)).toFixed(0);
    console.log(
      `${what.padEnd(10)} handled in ${handled.padStart(5)} ms, painted after ${painted.padStart(4)} ms (${timed.length} of ${TIMES} took a frame or more)`,
    );
  }
  await server.stop();
} finally {
  await browser.close();
  await cluster.stop();
}
