// npm run bench:keys: what a key press costs in an outline of 600 lessons, in Debian's Chromium.
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { CHROMIUM, CHROMIUM_FLAGS } from "./lib/chromium.mjs";
import { frames, median } from "./lib/frames.mjs";
import { serveDemo, testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (line) => console.error(`  ${line}`);
const TIMES = 25;
const OUTLINE = Array.from(
  { length: 30 },
  (_, m) =>
    `## Part ${m}\n${Array.from({ length: 20 }, (_, l) => `- Lesson ${m}.${l} (video, 7 min)`).join("\n")}`,
).join("\n");

/** The browser's own Event Timing: what the handlers took, and the time to the next painted frame (to 8 ms). */
function watch() {
  window.timed = [];
  new PerformanceObserver((list) => {
    for (const { name, processingStart, processingEnd, duration } of list.getEntries())
      if (name === "keydown") window.timed.push([processingEnd - processingStart, duration]);
  }).observe({ type: "event", durationThreshold: 16 });
}

/** `keys`: one after another, and again. */
async function press(page, what, ...keys) {
  await page.evaluate(() => window.timed.splice(0));
  for (let i = 0; i < TIMES; i++) {
    await page.keyboard.press(keys[i % keys.length]);
    await page.waitForTimeout(200);
  }
  const timed = await page.evaluate(() => window.timed.splice(0));
  const of = (which) =>
    timed.length === 0 ? "–" : median(timed.map((one) => one[which])).toFixed(which === 0 ? 1 : 0);
  console.log(
    `${what.padEnd(10)} handled in ${of(0).padStart(5)} ms, painted after ${of(1).padStart(4)} ms (${timed.length} of ${TIMES} took a frame or more)`,
  );
}

/** What this browser needs on this machine to put one row among the 45 of a page of plain elements, without any program. */
async function bare(browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.setContent("<style>.row { display: flex; height: 46px }</style><div></div>");
  await page.evaluate(() => {
    const row = (title) => {
      const made = document.createElement("div");
      made.className = "row";
      const lines = [1, 2, 3, 4, 5, 6, 7, 8].map(
        (k) => `<line x1="${k * 70}" x2="${k * 70}" y2="46" stroke="gray"/>`,
      );
      made.innerHTML = `<button>=</button><input value="${title}"><span>with its module</span><svg width="600" height="46">${lines.join("")}<rect x="40" y="10" width="400" height="30" fill="orange"/></svg><button>&gt;</button>`;
      return made;
    };
    for (let i = 0; i < 45; i++) document.querySelector("div").append(row(`Lesson ${i}`));
    document.addEventListener("keydown", ({ key, target }) => {
      if (key !== "Enter") return;
      const made = row("");
      target.closest(".row").after(made);
      made.querySelector("input").focus();
    });
  });
  await page.evaluate(watch);
  await page.locator("input").nth(4).focus();
  await press(page, "bare Enter", "Enter");
  await page.close();
}

async function dragging(page) {
  const handle = page.getByRole("button", { name: /^Lesson Lesson 20\.4: mark or move/ });
  await page
    .locator('[data-row]:has-text("Lesson 20.4"), [data-row]:has([value="Lesson 20.4"])')
    .first()
    .scrollIntoViewIfNeeded();
  const box = await handle.boundingBox();
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 26, box.y + 30, { steps: 3 });
  await frames(page, "dragging", async () => {
    for (let i = 0; i < 90; i++) {
      await page.mouse.move(box.x + 20, 200 + (i % 45) * 12);
      await page.waitForTimeout(16);
    }
  });
  await page.keyboard.press("Escape");
  await page.mouse.up();
}

/** The instant dragged over the horizon of the same course, with four people on it. */
async function instant(page) {
  await page.getByRole("button", { name: "Cadence", exact: true }).click();
  await page.getByRole("button", { name: /^Set it for all/ }).click();
  await page.getByText(/^Kept \d/).waitFor();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await page.getByText("Version 1 is published.").waitFor({ timeout: 60_000 });
  await page.getByRole("button", { name: "See the schedule" }).click();
  await page.getByRole("button", { name: "Compare…" }).click();
  for (let i = 0; i < 3; i++)
    await page.getByRole("button", { name: "somebody enrolling today" }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.waitForTimeout(2000);
  const handle = page.getByRole("slider", { name: "The instant one looks at" });
  const box = await handle.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await frames(page, "instant", async () => {
    for (let i = 0; i < 90; i++) {
      await page.mouse.move(x + ((i * 7) % 500), y);
      await page.waitForTimeout(16);
    }
  });
  await page.mouse.up();
}

/** A price that is typed, with its quote and its chart in sight; and a code beside the same. */
async function listing(page) {
  await page.goto("/ember-row/sales/sourdough");
  await page.getByText("This buyer pays").waitFor();
  await page.waitForTimeout(2000);
  await page.evaluate(watch);
  await page.getByRole("group", { name: "Once" }).getByRole("button").first().click();
  await page.getByLabel("In all, EUR").focus();
  await page.keyboard.press("End");
  await press(page, "a price", "Backspace", "5");
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.getByRole("button", { name: /^with code/ }).click();
  await page.getByLabel("With code").focus();
  await press(page, "a code", "x");
}

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
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("button", { name: "Paste an outline" }).click();
  await page.getByLabel("The outline").fill(OUTLINE);
  await page.getByRole("button", { name: "Read it" }).click();
  await page.getByRole("button", { name: "Put it in" }).click();
  await page.getByText(/^Kept \d/).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2000);
  await page.evaluate(watch);
  for (const [what, row, key] of [
    ["a letter", "Lesson 3.4", "x"],
    ["down", "Lesson 4.4", "ArrowDown"],
    ["Enter", "Lesson 9.4", "Enter"],
    ["Alt Down", "Lesson 15.4", "Alt+ArrowDown"],
  ]) {
    // Rows out of sight have no field yet.
    await page
      .locator(`[data-row]:has-text("${row}"), [data-row]:has([value="${row}"])`)
      .first()
      .scrollIntoViewIfNeeded();
    await page.getByLabel(`Title of lesson ${row}`, { exact: true }).focus();
    await page.waitForTimeout(500);
    await press(page, what, key);
  }
  await dragging(page);
  await frames(page, "scrolling", async () => {
    for (let i = 0; i < 60; i++) {
      await page.mouse.wheel(0, i < 30 ? 240 : -240);
      await page.waitForTimeout(16);
    }
  });
  await instant(page);
  await listing(page);
  await bare(browser);
  await server.stop();
} finally {
  await browser.close();
  await cluster.stop();
}
