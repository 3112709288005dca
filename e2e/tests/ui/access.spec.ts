import type { Page } from "@playwright/test";
import { expect, stickingOut, test } from "../helpers";
import { bothSchemes } from "./both-schemes";

// An invitation that is used up is asked for, and is not there.
test.use({ allowedErrors: /status of 404/ });

/** The same of a whole page, on which nothing sticks out at the side either. */
async function faultless(page: Page): Promise<void> {
  await bothSchemes(page);
  expect(await stickingOut(page)).toEqual([]);
}

// The screens of the studio are looked at in layout.spec, with all their widths.

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
  // Pages at both sizes: layout.spec.
  test.skip(test.info().project.name !== "phone");
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
  // Pages at both sizes: layout.spec.
  test.skip(test.info().project.name !== "phone");
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
