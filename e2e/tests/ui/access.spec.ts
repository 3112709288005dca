import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, settled, test } from "../helpers";

// An invitation that is used up is asked for, and is not there.
test.use({ allowedErrors: /status of 404/ });

/** Addresses, by what they are about. */
const PLACES: Record<string, [string, string][]> = {
  "a course": [
    ["the list of courses", "/ember-row/courses"],
    ["a schedule for somebody imagined", "/ember-row/courses/cold-kitchen"],
    [
      "a schedule with waiting and due dates",
      "/ember-row/courses/oven-and-allergens?enrollment=safety-04",
    ],
    ["a paused person's schedule", "/ember-row/courses/cold-kitchen?enrollment=sourdough-05"],
    ["a lesson", "/ember-row/courses/cold-kitchen/lessons/feeding-by-the-clock"],
    ["an address that leads nowhere", "/ember-row/nothing/here"],
    ["an outline that is edited", "/ember-row/courses/cold-kitchen/edit"],
    ["the people of a course", "/ember-row/courses/winter-rye/people"],
    ["the cohorts of a course", "/ember-row/courses/winter-rye/cohorts"],
    ["remarks on a course", "/ember-row/courses/cold-kitchen/remarks"],
    ["a public page", "/ember-row/c/winter-rye"],
    ["a public page of what is sold", "/ember-row/c/cold-kitchen"],
    ["a checkout", "/ember-row/o/the-winter-baker"],
  ],
  "the school": [
    ["today", "/ember-row/today"],
    ["what is on sale", "/ember-row/sales"],
    ["a listing", "/ember-row/sales/sourdough"],
    ["the orders", "/ember-row/sales/orders"],
    ["a school's settings", "/ember-row/settings"],
    ["oneself", "/ember-row/me"],
    ["the staff", "/ember-row/staff"],
    ["the record of changes", "/ember-row/record"],
    ["upkeep", "/ember-row/upkeep"],
    ["a school that was deleted", "/ember-row/gone"],
    ["making a school", "/new-school"],
    ["the mail tray", "/mail"],
  ],
  "coming in": [
    ["coming in by a link", "/enter?token=none"],
    ["making two accounts one", "/join?token=none"],
    ["signing in", "/sign-in"],
    ["signing up", "/sign-up"],
    ["a forgotten password", "/forgot"],
    ["a new password", "/new-password?token=none"],
    ["an invitation that is used up", "/welcome?token=none"],
  ],
};
const SCHEMES = ["light", "dark"] as const;

/** Nothing that axe knows, in both color schemes. */
async function bothSchemes(page: Page): Promise<void> {
  for (const colorScheme of SCHEMES) {
    await page.emulateMedia({ colorScheme });
    await settled(page);
    expect(await accessibilityFaults(page)).toEqual([]);
  }
}

/** The same of a whole page, on which nothing sticks out at the side either. */
async function faultless(page: Page): Promise<void> {
  await bothSchemes(page);
  const width = await page.evaluate(() =>
    Math.max(
      ...[...document.querySelectorAll("*:not(input):not(textarea)")].map((element) =>
        element.scrollWidth - element.clientWidth > 1 &&
        // Lines that are scrolled by design.
        !element.matches(
          '[data-testid="one-line"], [aria-label="The course"], [aria-label="As if"], [aria-label="How much time is shown"]',
        ) &&
        getComputedStyle(element).overflowX !== "hidden" &&
        getComputedStyle(element).overflowX !== "visible"
          ? element.scrollWidth
          : 0,
      ),
    ),
  );
  expect(width).toBe(0);
}

for (const [side, places] of Object.entries(PLACES))
  test(`${side} has no fault that axe knows (WCAG 2.2 AA), and nothing sticks out at the side`, async ({
    page,
  }) => {
    test.setTimeout(180_000);
    for (const [what, url] of places)
      await test.step(what, async () => {
        await page.goto(url);
        await faultless(page);
      });
  });

/** What an enrollee sees. */
const MINE = [
  "the shelf",
  "a course of one's own",
  "a lesson of one's own",
  "one's dates",
] as const;

test.describe("an enrollee's side", () => {
  test.use({ who: "lena.kowal" });
  test(`${MINE.join(", ")} have none either`, async ({ page }) => {
    await page.goto("/ember-row/shelf");
    await expect(page.getByRole("link", { name: /Rye through the winter/ })).toBeVisible();
    await faultless(page);
    await page.getByRole("link", { name: /Rye through the winter/ }).click();
    await expect(page.getByRole("button", { name: /Why rye is different/ })).toBeVisible();
    await faultless(page);
    await page.getByRole("button", { name: /^Go on:/ }).click();
    await expect(page.getByRole("button", { name: /^Done|^On to/ })).toBeVisible();
    await faultless(page);
    await page.goto("/ember-row/dates");
    await expect(page.getByRole("button", { name: "Subscribe" })).toBeVisible();
    await faultless(page);
    await page.getByRole("button", { name: "Subscribe" }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await bothSchemes(page);
  });
});

test("the editor's sheets have none either", async ({ page }) => {
  await page.goto("/ember-row/courses/cold-kitchen/edit");
  for (const name of [
    /^Module The first loaf opens/,
    /^More about lesson Folds and rests/,
    /^More$/,
  ]) {
    await page.getByRole("button", { name }).first().click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await bothSchemes(page);
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toBeHidden();
  }
});

test("the sheets have none either", async ({ page }) => {
  await page.goto("/ember-row/courses/winter-rye");
  for (const name of [/Change who/, /Change when/, /^Module Three stages/, /^Access/]) {
    await page.getByRole("button", { name }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await bothSchemes(page);
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toBeHidden();
  }
});

test("what can be pressed is at least 44 high where a thumb presses it", async ({ page }) => {
  test.skip(test.info().project.name !== "phone");
  await page.goto("/ember-row/courses/winter-rye?enrollment=rye-01");
  await expect(page.getByRole("button", { name: /^Access/ })).toBeVisible();
  const small = await page.evaluate(() =>
    [...document.querySelectorAll("[role=button],[role=slider],a,button,input")]
      .map((element) => ({
        name: element.getAttribute("aria-label") ?? element.textContent,
        height: element.getBoundingClientRect().height,
      }))
      .filter(({ height }) => height > 0 && height < 43.5),
  );
  expect(small).toEqual([]);
});

test("the whole page can be walked by keyboard: a row, its why, and back to the row", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/courses/cold-kitchen?enrollment=sourdough-01");
  const row = page.getByRole("button", { name: /^Module The first loaf/ });
  await row.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await expect(row).toBeFocused();
});
