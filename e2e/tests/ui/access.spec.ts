import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, settled, stickingOut, test } from "../helpers";
import { PLACES } from "./places";

// An invitation that is used up is asked for, and is not there.
test.use({ allowedErrors: /status of 404/ });

const SCHEMES = ["light", "dark"] as const;

/** Nothing that axe knows, in both color schemes; in the second what depends on its colors. */
async function bothSchemes(page: Page): Promise<void> {
  for (const colorScheme of SCHEMES) {
    await page.emulateMedia({ colorScheme });
    await settled(page);
    expect(await accessibilityFaults(page, colorScheme === "dark")).toEqual([]);
  }
}

/** The same of a whole page, on which nothing sticks out at the side either. */
async function faultless(page: Page): Promise<void> {
  await bothSchemes(page);
  expect(await stickingOut(page)).toEqual([]);
}

for (const [side, places] of Object.entries(PLACES))
  test(`${side} has no fault that axe knows (WCAG 2.2 AA), and nothing sticks out at the side`, async ({
    page,
  }) => {
    // The layout of a phone is looked at, all screens of it, in layout.spec: at 200 % and from 320 points on.
    test.skip(test.info().project.name !== "wide");
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
