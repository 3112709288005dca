/** The outline out again, and its end. */
import { readFileSync } from "node:fs";
import { accessibilityFaults, expect, moreTool, test, writesMarkdown } from "../helpers";

test("an outline leaves as Markdown with its texts and comes back in without a change", async ({
  page,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/courses/cold-kitchen/edit");
  await moreTool(page, "Download the outline");
  const sheet = page.getByRole("dialog");
  const saved = page.waitForEvent("download");
  await sheet.getByRole("button", { name: "Save as a file" }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe("Sourdough-from-a-cold-kitchen.md");
  const text = readFileSync(await download.path(), "utf8");
  expect(text).toContain("## Starter alive");
  expect(text).toMatch(/### Folds and rests \(video, 14 min\)\n\nFour folds, half an hour apart\./);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Close" }).click();
  await moreTool(page, "Paste an outline");
  await sheet.getByLabel("The outline").fill(text);
  await sheet.getByRole("button", { name: "Read it" }).click();
  await expect(sheet.getByText("Nothing: the course says the same already.")).toBeVisible();
  await expect(sheet.getByRole("button", { name: "Take 0 changes" })).toBeDisabled();
});

test("the syllabus has the dates of a cohort, and prints without what is only for the screen", async ({
  page,
}) => {
  await page.goto("/ember-row/courses/winter-rye/syllabus");
  await expect(page.getByText(/^Cohort Autumn: /)).toBeVisible();
  await expect(page.getByText(/^Opens \w{3} \d+ \w{3} \d{4}, \d\d:\d\d$/).first()).toBeVisible();
  const autumn = await page.getByText(/^Opens /).allTextContents();
  await page.getByRole("radio", { name: "Cohort New year" }).click();
  await expect(page.getByText(/^Cohort New year: /)).toBeVisible();
  await expect.poll(() => page.getByText(/^Opens /).allTextContents()).not.toEqual(autumn);
  await page.getByRole("radio", { name: "Somebody who enrolls on a day" }).click();
  await expect(page.getByText(/^For whoever enrolls on/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(page.getByRole("navigation", { name: "Places" })).toBeHidden();
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
});

test("a course without an end is offered one; who does not want it is not asked again", async ({
  page,
}) => {
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill("Without an end");
  await page.getByRole("button", { name: "Make a course" }).click();
  for (let i = 0; i < 3; i++) await page.getByRole("button", { name: "Add a module" }).click();
  const offer = page.getByRole("region", { name: "A closing module" });
  await offer.getByRole("button", { name: "Add a closing module" }).click();
  await expect(page.getByLabel("Title of module Before you go")).toBeVisible();
  await expect(page.getByLabel("Title of lesson What comes next")).toBeVisible();
  await expect(offer).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Title of module Before you go")).toBeHidden();
  await offer.getByRole("button", { name: "Not for this course" }).click();
  await expect(offer).toBeHidden();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Title of module Module 3")).toBeVisible();
  await expect(offer).toBeHidden();
});

test("a starting shape is seen with its dates before it is taken; a copy brings what stands in it", async ({
  page,
}) => {
  await writesMarkdown(page);
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill("Weekly rolls");
  await page.getByRole("radio", { name: "A part a week" }).click();
  const parts = page.getByRole("list", { name: "Parts" });
  await expect(parts.getByRole("listitem")).toHaveCount(6);
  await expect(parts).toContainText("14 days after enrolling");
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByLabel("Title of module Week 6")).toBeVisible();
  await expect(
    page.getByRole("button", { name: /^Module Week 3 opens 14 days after enrolling/ }),
  ).toBeVisible();

  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill("Sourdough once more");
  await page.getByRole("radio", { name: "A copy", exact: true }).click();
  await page.getByRole("radio", { name: "Sourdough from a cold kitchen" }).last().click();
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByRole("heading", { name: "Sourdough once more" })).toBeVisible();
  await page.getByRole("button", { name: /^More about lesson Folds and rests/ }).click();
  await expect(page.getByLabel("Text (Markdown)")).toHaveValue(/Four folds, half an hour apart/);
});
