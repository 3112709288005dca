/** The outline workbench: from paper, typed like a text, by keyboard alone and by touch. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, moreTool, newCourse, test, writesMarkdown } from "../helpers";

test.use({ allowedErrors: /net::ERR|status of 4\d\d/ });

/** Two pages as an author has them: eight modules, forty lessons, notes, and a line that is none of these. */
const PAPER = [
  "Bread in eight weeks",
  "",
  ...Array.from({ length: 8 }, (_, m) => [
    `Module ${m + 1}: Week of the ${["starter", "loaf", "oven", "rye", "tin", "wheat", "seeds", "feast"][m]}`,
    ...Array.from(
      { length: 5 },
      (_, l) => `  ${l + 1}. Step ${m + 1}.${l + 1} of the week (video, ${5 + l} min)`,
    ),
    "     What to look for: bubbles.",
    "",
  ]).flat(),
  "<hr>",
].join("\n");

const modules = (page: Page) => page.getByRole("textbox", { name: /^Title of module/ });
const lessons = (page: Page) => page.getByRole("textbox", { name: /^Title of lesson/ });
const titles = (page: Page) =>
  page
    .getByRole("textbox", { name: /^Title of/ })
    .evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value));

test("two pages on paper become eight modules and forty lessons, corrections included", async ({
  page,
}) => {
  await writesMarkdown(page);
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  await newCourse(page, "From paper");
  await moreTool(page, "Paste an outline");
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("The outline").fill(PAPER);
  await sheet.getByRole("button", { name: "Read it" }).click();
  await expect(sheet.getByText("8 modules, 40 lessons, 4 h 40 min")).toBeVisible();
  await expect(
    sheet.getByText("1 line not understood: press it and say what it is."),
  ).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  // The line that was not understood is left out for good, and a note becomes a lesson.
  await sheet.getByRole("button", { name: /not understood/ }).click();
  await sheet.getByRole("radio", { name: "left out" }).click();
  await expect(sheet.getByText("Every line is understood.")).toBeVisible();
  const note = sheet.getByRole("button", { name: /What to look for/ }).first();
  await note.click();
  await sheet.getByRole("radio", { name: "lesson", exact: true }).click();
  await expect(sheet.getByText("8 modules, 41 lessons, 4 h 40 min")).toBeVisible();
  await sheet.getByRole("radio", { name: "text of the lesson above" }).click();
  await sheet.getByRole("button", { name: "Put it in" }).click();
  await expect(page.getByRole("heading", { name: "Bread in eight weeks", level: 1 })).toBeVisible();
  await expect(modules(page)).toHaveCount(8);
  await expect(lessons(page)).toHaveCount(40);
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  // The note is the text of its lesson; one step takes it all back, and one plays it again.
  await page.getByRole("button", { name: /^More about lesson Step 1\.5/ }).click();
  await expect(page.getByLabel("Text (Markdown)")).toHaveValue("What to look for: bubbles.");
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(modules(page)).toHaveCount(0);
  await moreTool(page, "Redo");
  await expect(lessons(page)).toHaveCount(40);
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.reload();
  await expect(lessons(page)).toHaveCount(40);

  // The same paper again, with two lines changed, offers what changed and nothing else.
  await moreTool(page, "Paste an outline");
  await sheet
    .getByLabel("The outline")
    .fill(
      PAPER.replace(
        "Step 2.1 of the week (video, 5 min)",
        "Step 2.1 of the week (video, 9 min)",
      ).replace(/^ {2}5\. Step 3\.5.*\n/m, ""),
    );
  await sheet.getByRole("button", { name: "Read it" }).click();
  const changes = sheet.getByRole("group", { name: "Changes" });
  await expect(changes.getByRole("checkbox")).toHaveText([
    "“Step 2.1 of the week”: 5 min → 9 min",
    /^Remove the lesson “Step 3\.5 of the week”/,
  ]);
  await sheet.getByRole("button", { name: "Take 1 change" }).click();
  await expect(lessons(page)).toHaveCount(40);
});

test("a whole outline by keyboard alone: typed, indented, moved, marked, taken back", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "wide");
  await newCourse(page, "By keyboard");
  const keys = page.keyboard;
  await page.getByRole("button", { name: "Add a module" }).focus();
  await keys.press("Enter");
  const first = page.getByLabel("Title of module Module 1");
  await first.focus();
  await keys.press("Control+A");
  await keys.type("Starter");
  for (const title of ["Flour", "Water", "The loaf", "Mixing", "Folds"]) {
    await keys.press("Enter");
    await expect(page.locator(":focus")).toHaveValue("");
    await keys.type(title);
  }
  // Up to "The loaf", which becomes a module with what follows.
  await keys.press("ArrowUp");
  await keys.press("ArrowUp");
  await expect(page.locator(":focus")).toHaveValue("The loaf");
  await keys.press("Shift+Tab");
  await expect(modules(page)).toHaveCount(2);
  await expect(page.locator(":focus")).toHaveValue("The loaf");
  await keys.press("Tab");
  await expect(modules(page)).toHaveCount(1);
  await keys.press("Shift+Tab");
  await expect(modules(page)).toHaveCount(2);
  // "Mixing" and "Folds" go up into the first module together.
  await keys.press("ArrowDown");
  await expect(page.locator(":focus")).toHaveValue("Mixing");
  await keys.press("Shift+ArrowDown");
  await expect(page.getByText("2 rows marked")).toBeVisible();
  await keys.press("Alt+ArrowUp");
  await expect
    .poll(() => titles(page))
    .toEqual(["Starter", "Flour", "Water", "Mixing", "Folds", "The loaf"]);
  await keys.press("Alt+ArrowDown");
  await keys.press("Escape");
  await keys.press("Control+Z");
  await keys.press("Control+Z");
  await expect
    .poll(() => titles(page))
    .toEqual(["Starter", "Flour", "Water", "The loaf", "Mixing", "Folds"]);
  await keys.press("Control+Shift+Z");
  await expect
    .poll(() => titles(page))
    .toEqual(["Starter", "Flour", "Water", "Mixing", "Folds", "The loaf"]);
  // A title is split where the caret is; an empty line goes with Backspace.
  await page.getByLabel("Title of lesson Flour").focus();
  await keys.press("End");
  await keys.type(" and salt");
  for (let i = 0; i < 5; i++) await keys.press("ArrowLeft");
  await keys.press("Enter");
  await expect
    .poll(() => titles(page))
    .toEqual(["Starter", "Flour and", "salt", "Water", "Mixing", "Folds", "The loaf"]);
  await keys.press("End");
  await keys.press("Enter");
  await keys.press("Backspace");
  await expect(page.locator(":focus")).toHaveValue("salt");
  // Out of the outline again: Escape, then Tab goes on.
  await keys.press("Escape");
  await keys.press("Tab");
  await expect(page.locator(":focus")).not.toHaveAttribute("aria-label", /^Title of/);
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("lines pasted into a title become rows; rows are cut, pasted elsewhere, and copied into another course with their texts", async ({
  page,
  context,
}) => {
  await writesMarkdown(page);
  test.skip(test.info().project.name !== "wide");
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await newCourse(page, "Pasting");
  const module = async (title: string) => {
    await page.getByRole("button", { name: "Add a module" }).click();
    await expect(page.locator(":focus")).toHaveAttribute("aria-label", `Title of module ${title}`);
    await page.keyboard.type(title);
  };
  await module("Module 1");
  await page.evaluate(() =>
    navigator.clipboard.writeText("- Flour (5 min)\n  White or dark.\n- Water\n- Salt"),
  );
  await page.getByLabel("Title of module Module 1").focus();
  await page.keyboard.press("Control+V");
  await expect.poll(() => titles(page)).toEqual(["Module 1", "Flour", "Water", "Salt"]);
  await module("Module 2");
  // Cut one, paste it under the second module.
  await page.getByRole("button", { name: /^Lesson Water: mark or move/ }).click();
  await page.getByLabel("Title of lesson Water").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Control+X");
  await page.getByLabel("Title of module Module 2").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Control+V");
  await expect.poll(() => titles(page)).toEqual(["Module 1", "Flour", "Salt", "Module 2", "Water"]);
  // Copy a module with its text into another course.
  await page.getByRole("button", { name: "Unmark" }).waitFor({ state: "hidden" });
  await page.getByRole("button", { name: /^Module Module 1: mark or move/ }).click();
  await page.getByLabel("Title of module Module 1").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Control+C");
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await newCourse(page, "Pasted into");
  await module("Module 1");
  await page.getByLabel("Title of module Module 1").focus();
  await page.keyboard.press("Control+V");
  await expect.poll(() => titles(page)).toEqual(["Module 1", "Module 1", "Flour", "Salt"]);
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.getByRole("button", { name: /^More about lesson Flour/ }).click();
  await expect(page.getByLabel("Text (Markdown)")).toHaveValue("White or dark.");
});

test("a row is dragged by mouse or finger, several marked ones together, and by keyboard with every step said", async ({
  page,
}) => {
  await newCourse(page, "Dragging");
  await moreTool(page, "Paste an outline");
  await page
    .getByRole("dialog")
    .getByLabel("The outline")
    .fill("## A\n- a1\n- a2\n- a3\n## B\n- b1");
  await page.getByRole("button", { name: "Read it" }).click();
  await page.getByRole("button", { name: "Put it in" }).click();
  // What comes beside the buttons once it is kept and looked through may push the rows down: then they stand.
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await expect(page.getByText(/snags? below/)).toBeVisible();
  const handle = (name: RegExp) => page.getByRole("button", { name });
  const drag = async (from: RegExp, to: RegExp, block: "start" | "center") => {
    // On a phone the snag's card comes once one has stopped typing, and leaves its room to the rows when it is put away.
    if (test.info().project.name === "phone")
      await page
        .getByRole("button", { name: "Later", exact: true })
        .click({ timeout: 2500 })
        .catch(() => undefined);
    // Both ends in sight, clear of the bar at the bottom.
    await handle(from).evaluate((row, where) => row.scrollIntoView({ block: where }), block);
    const a = await handle(from).boundingBox();
    const b = await handle(to).boundingBox();
    if (!a || !b) throw new Error("not there");
    await page.mouse.move(a.x + 20, a.y + 20);
    await page.mouse.down();
    await page.mouse.move(a.x + 30, a.y + 30, { steps: 3 });
    await page.mouse.move(b.x + 20, b.y + 24, { steps: 8 });
    await page.mouse.up();
  };
  await drag(/^Lesson a1:/, /^Lesson b1:/, "start");
  await expect.poll(() => titles(page)).toEqual(["A", "a2", "a3", "B", "b1", "a1"]);
  await handle(/^Lesson a2:/).click();
  await handle(/^Lesson a3:/).click();
  await drag(/^Lesson a2:/, /^Module B:/, "center");
  await expect.poll(() => titles(page)).toEqual(["A", "B", "a2", "a3", "b1", "a1"]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => titles(page)).toEqual(["A", "a2", "a3", "B", "b1", "a1"]);
  await page.getByRole("button", { name: "Unmark" }).click();
  if (test.info().project.name !== "wide") return;
  await handle(/^Lesson a2:/).focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("a2 is taken.")).toBeAttached();
  // The library listens for the next key a moment later.
  await expect(async () => {
    await page.keyboard.press("ArrowDown");
    await expect(page.getByText("a2 goes after a3.")).toBeAttached({ timeout: 2000 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect.poll(() => titles(page)).toEqual(["A", "a3", "a2", "B", "b1", "a1"]);
});
