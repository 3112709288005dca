/** The application in Debian's Chromium, wide and on a phone. The server is started by scripts/test.mjs. */
import { defineConfig } from "@playwright/test";
// @ts-expect-error: a plain script, shared with the start commands
import { CHROMIUM, CHROMIUM_FLAGS } from "../scripts/lib/chromium.mjs";

const url = process.env.DAWNGATE_URL;
if (!url) throw new Error("The browser tests need a server: run them with npm test");

/** What is the same at every size is tried at one. */
const ON_A_PHONE = [
  "**/ui/trouble.spec.ts",
  "**/sales/place.spec.ts",
  "**/sales/membership.spec.ts",
  // How people come in is set, and stood before, in one hand.
  "**/enrollment/ways-in.spec.ts",
  // Making and looking wide: seen in pictures.
  "**/checks/assignment.spec.ts",
  "**/checks/survey.spec.ts",
  "**/lessons/lessons.spec.ts",
  // The outline wide: layout.spec.
  "**/courses/inside.spec.ts",
  // Learning is done in one hand; the shelf and a course wide: layout.spec.
  "**/enrollment/enrollee.spec.ts",
  // The schedule wide: instrument.spec.
  "**/schedule/schedule.spec.ts",
  "**/notices/devices.spec.ts",
  "**/statements/record-store.spec.ts",
  // The orders and the invoices wide: layout.spec.
  "**/sales/by-hand.spec.ts",
  "**/sales/change-way.spec.ts",
  // Partners wide: layout.spec.
  "**/sales/partners.spec.ts",
  // What is asked is answered in one hand; its screen wide: layout.spec.
  "**/people/own-fields.spec.ts",
];
const WIDE = [
  "**/courses/out.spec.ts",
  "**/courses/cover.spec.ts",
  "**/courses/for-cohorts.spec.ts",
  "**/review/ripple.spec.ts",
  "**/notices/notices.spec.ts",
  "**/notices/letters.spec.ts",
  "**/sales/income.spec.ts",
  // The schedule on a phone: schedule.spec.
  "**/schedule/instrument.spec.ts",
  "**/school/security.spec.ts",
  // Building and learning on a phone: presses.spec and enrollee.spec.
  "**/school/story.spec.ts",
];

export default defineConfig({
  testDir: "./tests",
  outputDir: "./results",
  reporter: [["list"], ["json"]],
  // On a slow hour all of them take twice as long; what hangs is ended all the same.
  timeout: 90_000,
  // A page of a cold browser on a slow hour is there after some seconds.
  expect: { timeout: 15_000 },
  workers: 2,
  forbidOnly: true,
  use: {
    baseURL: url,
    locale: "en-GB",
    timezoneId: "Pacific/Auckland",
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        ...CHROMIUM_FLAGS,
        // A page lives for seconds here: what is compiled once more to run faster later never gets there.
        "--js-flags=--no-opt,--no-maglev",
        // One process for all pages of a profile (helpers.ts), and no more threads than draw at once.
        "--process-per-site",
        "--num-raster-threads=1",
      ],
    },
    trace: "off",
  },
  projects: [
    { name: "wide", testIgnore: ON_A_PHONE, use: { viewport: { width: 1280, height: 800 } } },
    {
      name: "phone",
      testIgnore: WIDE,
      use: { viewport: { width: 390, height: 844 }, hasTouch: true },
    },
  ],
});
