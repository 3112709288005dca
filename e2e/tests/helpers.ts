/** What every browser test needs: pages that fail on errors, and an accessibility check. */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import {
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  test as base,
  type Cookie,
  expect,
  type Locator,
  type Page,
  type PlaywrightTestOptions,
} from "@playwright/test";
import type { Client } from "pg";

const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** What a project says of its browser's windows. */
function looksOf({
  baseURL,
  locale,
  timezoneId,
  viewport,
  hasTouch,
}: Partial<PlaywrightTestOptions>): BrowserContextOptions {
  const said = Object.entries({ baseURL, locale, timezoneId, viewport, hasTouch });
  return Object.fromEntries(said.filter(([, value]) => value !== undefined));
}

/** A page on which any error in the console, and any script that breaks, fails the test. */
export const test = base.extend<
  { allowedErrors: RegExp | null; who: string | null; coldBrowser: boolean },
  { sessions: Map<string, Cookie[]>; profile: BrowserContext }
>({
  /**
   * One profile for a worker's tests: what has been fetched and compiled is kept on the disk from one to the next, as it
   * is for whoever comes back; half of a page's time goes into that otherwise.
   */
  profile: [
    async ({ playwright }, use, { project }) => {
      const profile = await playwright.chromium.launchPersistentContext("", {
        ...project.use.launchOptions,
        ...looksOf(project.use),
      });
      // As long as one page of ours stands there, all others are drawn by its process, which knows their scripts.
      await profile.pages()[0]?.goto("/robots.txt");
      await use(profile);
      await profile.close();
    },
    { scope: "worker" },
  ],
  /** Nothing fetched before: the browser of whoever comes for the first time. */
  coldBrowser: [false, { option: true }],
  context: async ({ playwright, coldBrowser, profile, baseURL }, use, { project }) => {
    if (coldBrowser) {
      const browser = await playwright.chromium.launch(project.use.launchOptions);
      await use(await browser.newContext(looksOf(project.use)));
      return browser.close();
    }
    await use(profile);
    await leftAsFound(profile, baseURL ?? "");
  },
  /** Whoever has signed in once in this worker comes with that session: a password takes the processor's time. */
  sessions: [
    // biome-ignore lint/correctness/noEmptyPattern: playwright wants its fixtures named, also where there are none
    async ({}, use) => use(new Map()),
    { scope: "worker" },
  ],
  allowedErrors: [null, { option: true }],
  /** Who is signed in: a name of the demo's, or nobody. */
  who: ["rosa", { option: true }],
  page: async ({ page, baseURL, allowedErrors, who, sessions }, use) => {
    if (who !== null) {
      await page.context().addCookies(sessions.get(who) ?? []);
      const { ok } = sessions.has(who)
        ? await page.request.get("/api/me").then((answer) => ({ ok: answer.ok() }))
        : { ok: false };
      if (!ok) await signIn(page, `${who}@example.org`, baseURL ?? "");
      sessions.set(who, await page.context().cookies());
    }
    const errors: string[] = [];
    page.on("pageerror", (error) => errors.push(error.message));
    page.on("console", (message) => {
      if (message.type() === "error") errors.push(message.text());
    });
    await use(page);
    expect(errors.filter((text) => !allowedErrors?.test(text))).toEqual([]);
  },
});

export { expect };

/** Closes what a test opened, and forgets what it kept: who was signed in, notes, files, permissions. */
async function leftAsFound(profile: BrowserContext, origin: string): Promise<void> {
  // The first page holds the browser open; nobody works in it.
  const [first, ...opened] = profile.pages();
  for (const page of opened) await page.close();
  await profile.unrouteAll({ behavior: "ignoreErrors" });
  await profile.setOffline(false);
  await profile.clearPermissions();
  await profile.clearCookies();
  if (first === undefined) return;
  const browser = await profile.newCDPSession(first);
  await browser.send("Storage.clearDataForOrigin", {
    origin,
    storageTypes: "local_storage,indexeddb,cache_storage,service_workers,file_systems",
  });
  await browser.detach();
}

/** Signs in with the demo's password, as the form does. */
export async function signIn(page: Page, email: string, origin: string): Promise<void> {
  const answer = await page.request.post("/api/auth/sign-in/email", {
    data: { email, password: "dawn-and-bread" },
    headers: { origin },
  });
  expect(answer.status()).toBe(200);
}

interface TrayMail {
  to: string;
  subject: string;
  text: string;
}

/** The newest mail to somebody, once it is in the mail tray. */
export async function mailTo(page: Page, to: string, subject: RegExp): Promise<TrayMail> {
  let found: TrayMail | undefined;
  await expect
    .poll(
      async () => {
        const { mails } = (await (await page.request.get("/api/mail")).json()) as {
          mails: TrayMail[];
        };
        found = mails.find((mail) => mail.to === to && subject.test(mail.subject));
        return found !== undefined;
      },
      { timeout: 15_000 },
    )
    .toBe(true);
  return found as TrayMail;
}

/** Opens the link of the newest mail to somebody, from the mail tray. */
export async function followMail(page: Page, to: string, subject: RegExp): Promise<void> {
  const mail = await mailTo(page, to, subject);
  const link = /https?:\/\/\S+/.exec(mail.text)?.[0];
  if (!link) throw new Error(`no link for ${to}`);
  const { pathname, search } = new URL(link);
  await page.goto(`${pathname}${search}`);
}

/** Comes in by the link in the mail, and chooses a first password. */
export async function comeIn(page: Page, to: string, password: string): Promise<void> {
  await followMail(page, to, /Your way into/);
  await page.getByRole("button", { name: "Come in" }).click();
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Keep it and go on" }).click();
}

/** Waits until what was asked for is drawn: no gray bars, its fonts there, nothing that still moves. */
export async function settled(page: Page): Promise<void> {
  // What the server wrote for whoever has no script has a heading too: the application takes its place first.
  await expect(page.locator("#root > main")).toHaveCount(0);
  // Of a page that is seen while it is made the second is the page's.
  await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
  await expect(page.getByRole("status", { name: "Loading" })).toHaveCount(0);
  await page.evaluate(async () => {
    await document.fonts.ready;
    // What never comes to an end is not waited for.
    await Promise.race([
      Promise.all(document.getAnimations().map((one) => one.finished.catch(() => undefined))),
      new Promise((resolve) => setTimeout(resolve, 2_000)),
    ]);
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
  });
}

/**
 * Presses what may have to be scrolled to first. A press that a scroll comes into is taken back, as under a thumb that
 * scrolls; on a slow hour the page tells of its scroll late.
 */
export async function scrollAndPress(page: Page, what: Locator): Promise<void> {
  await what.scrollIntoViewIfNeeded();
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
  await what.click();
}

/** Lines that are scrolled sideways by design. */
const SCROLLED =
  '[data-testid="one-line"], [aria-label="The course"], [aria-label="As if"], [aria-label="How much time is shown"]';

/** What is wider than its place, as readable lines: the page itself among it. */
export async function stickingOut(page: Page): Promise<string[]> {
  return page.evaluate((scrolled) => {
    const found = [...document.querySelectorAll("*:not(input):not(textarea)")].filter(
      (element) =>
        element.scrollWidth - element.clientWidth > 1 &&
        !element.matches(scrolled) &&
        !/^(hidden|clip|visible)$/.test(getComputedStyle(element).overflowX),
    );
    const page = document.documentElement;
    return [...found, ...(page.scrollWidth > window.innerWidth ? [page] : [])].map(
      (element) =>
        `${element.tagName} ${element.getAttribute("aria-label") ?? ""} ${element.scrollWidth} in ${element.clientWidth}: ${(element.textContent ?? "").slice(0, 60)}`,
    );
  }, SCROLLED);
}

/**
 * Everything axe finds by the rules of WCAG 2.2 A and AA, as readable lines; `colors`: only what depends on the colors,
 * where the rest was looked at already.
 */
export async function accessibilityFaults(
  page: Page,
  looks: "all" | "colors" = "all",
): Promise<string[]> {
  // Once a document: it is half a megabyte.
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe);
  return page.evaluate(async (looks) => {
    const { axe } = window as never as {
      axe: { run(o: object): Promise<{ violations: Violation[] }> };
    };
    interface Violation {
      id: string;
      nodes: { target: string[]; failureSummary: string; html: string }[];
    }
    const look = () =>
      axe.run({
        runOnly:
          looks === "colors"
            ? { type: "rule", values: ["color-contrast", "link-in-text-block"] }
            : ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
        // What holds is not told of, and no style sheet is fetched once more to look for it.
        resultTypes: ["violations"],
        preload: false,
      } as never);
    let found = await look();
    // A field's label that still rises is between two colors, and moved by a script: what stands is looked at.
    if (found.violations.some(({ id }) => id === "color-contrast")) {
      await new Promise((resolve) => setTimeout(resolve, 500));
      found = await look();
    }
    return found.violations.flatMap(({ id, nodes }) =>
      nodes.map(
        ({ target, html, failureSummary }) =>
          `${id} ${target.join(" ")}: ${failureSummary} ${html.slice(0, 200)}`,
      ),
    );
  }, looks);
}

/** What the API answers, asked from the page's own server. */
export async function ask<T>(page: Page, path: string): Promise<T> {
  // A connection that rested may be closed at the moment it is used again.
  const response = await page.request.get(`/api/schools/ember-row${path}`, { maxRetries: 2 });
  expect(response.ok()).toBe(true);
  return (await response.json()) as T;
}

/**
 * Makes copies of everybody in a course of the demo, straight in its database, as an import brings people: the record of
 * changes has it as one change.
 */
export async function copyPeople(db: Client, course: string, copies: number): Promise<void> {
  await db.query(
    `select set_config('dawngate.author', '{"kind":"system","id":"import","name":"import"}', false)`,
  );
  await db.query(
    `with copies as (
       insert into enrollment
         (school_id, id, course_id, person_id, cohort_id, last_sequence, enrolled_at, time_zone)
       select school_id, id || '~' || n, course_id, person_id, cohort_id, last_sequence,
         enrolled_at, time_zone
       from enrollment cross join generate_series(1, $2::integer) as n
       where course_id = $1 and id not like '%~%'
       returning school_id, id
     )
     insert into enrollment_event
       (school_id, enrollment_id, sequence, kind, at, data, author, reason)
     select v.school_id, c.id, v.sequence, v.kind, v.at, v.data, v.author, v.reason
     from copies c join enrollment_event v
       on v.school_id = c.school_id and v.enrollment_id = split_part(c.id, '~', 1)`,
    [course, copies],
  );
}

/** A new course of the demo's owner, in its editor. */
export async function newCourse(page: Page, title: string): Promise<void> {
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(title);
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByRole("button", { name: "Add a module" })).toBeVisible();
}

/** Lessons are written as Markdown in this page, not as they look. Asked for before the first page is opened. */
export async function writesMarkdown(page: Page): Promise<void> {
  await page.addInitScript(() => localStorage.setItem("dawngate-writes-markdown", "yes"));
}

/** A tool of the workbench that stands under More. */
export async function moreTool(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("dialog").getByRole("button", { name, exact: true }).click();
}

/** Publishes a course, enrolls Callum Reyes in it, and comes back with his enrollment and a page on which he is signed in. */
export async function withLearner(
  page: Page,
  browser: Browser,
  course: string,
  baseURL = "",
): Promise<{ enrollment: string; theirs: Page }> {
  const headers = { origin: baseURL };
  const api = `/api/schools/ember-row/courses/${course}`;
  expect((await page.request.post(`${api}/versions`, { headers })).ok()).toBe(true);
  const email = "callum.reyes@example.org";
  const enrolled = await page.request.post(`${api}/enrollments`, {
    headers,
    data: { name: "Callum Reyes", email, timeZone: "Europe/Lisbon", cohort: null },
  });
  expect(enrolled.ok()).toBe(true);
  const { enrollment } = (await enrolled.json()) as { enrollment: string };
  const theirs = await (await browser.newContext(baseURL ? { baseURL } : {})).newPage();
  await signIn(theirs, email, baseURL);
  return { enrollment, theirs };
}

/** Sends what staff do past the screens, to a place of the demo school; answers what came of it. */
export const poster =
  (page: Page, origin = "") =>
  async <T = { id: string }>(path: string, data: object = {}): Promise<T> => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, {
      data,
      headers: { origin },
    });
    expect(answer.status(), await answer.text()).toBe(200);
    return (await answer.json()) as T;
  };
