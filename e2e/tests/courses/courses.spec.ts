/** Many courses: found, grouped, ordered by hand, put away. */
import { accessibilityFaults, expect, moreTool, test } from "../helpers";

test("courses are found, grouped, and put away and back", async ({ page }) => {
  const name = `Away ${test.info().project.name} ${Date.now() % 100_000}`;
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(name);
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByRole("heading", { name, level: 1 })).toBeVisible();
  await page.goto("/ember-row/courses");
  await page.getByLabel("Find a course").fill(name.toUpperCase());
  await expect(page.getByRole("button", { name: /^Arrange / })).toHaveCount(1);
  await page.getByRole("button", { name: `Arrange ${name}` }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Group", { exact: true }).fill("Put away");
  await sheet.getByLabel("Group", { exact: true }).blur();
  await expect(page.getByText("Put away", { exact: true }).first()).toBeAttached();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Put it in the archive" }).click();
  await expect(sheet.getByRole("button", { name: "Take it out of the archive" })).toBeVisible();
  await sheet.getByRole("button", { name: "Close" }).click();
  await expect(page.getByText(`No course is called “${name.toUpperCase()}”.`)).toBeVisible();
  await page.getByRole("radio", { name: /^Archive \d+/ }).click();
  await expect(page.getByText("Takes nobody any more")).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("a course's own words are what people read", async ({ page }) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(`Words ${Date.now() % 100_000}`);
  await page.getByRole("radio", { name: "A free taster" }).click();
  await page.getByRole("button", { name: "Make a course" }).click();
  await moreTool(page, "Settings, card and cover");
  const own = page.getByRole("dialog").getByRole("group", { name: "Own words" });
  const card = page.getByRole("dialog").getByRole("group", { name: "The card" });
  await card.getByLabel("Short description").fill("Bread for people in a hurry.");
  await expect(card.getByText("132 of 160 characters left")).toBeVisible();
  await card
    .getByLabel("What people can do afterwards, one a line")
    .fill("Bake a roll\nRead a crumb");
  await own.getByLabel("and for several lessons").fill("steps");
  await own.getByLabel("and for several modules").fill("weeks");
  await own.getByLabel("and for several modules").blur();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Version 1 is published.")).toBeVisible();
  await page.getByRole("link", { name: "Page", exact: true }).click();
  await page.getByRole("link", { name: "See it as a visitor" }).click();
  await expect(page.getByText(/^2 weeks, 4 steps/)).toBeVisible();
  await expect(page.getByText("Bread for people in a hurry.")).toBeVisible();
  await expect(page.getByText("Read a crumb", { exact: true })).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("a lesson that stands in two courses says so, and is one text", async ({ page }) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  const name = `Beside ${test.info().project.name} ${Date.now() % 100_000}`;
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(name);
  await page.getByRole("radio", { name: "A free taster" }).click();
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByLabel("Title of module Try it")).toBeVisible();
  await page.goto("/ember-row/courses/winter-rye/edit");
  await page.getByRole("button", { name: /^More about lesson No gluten to speak of/ }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "Let it stand in another course too" }).click();
  await sheet.getByRole("button", { name }).click();
  await expect(sheet.getByText(new RegExp(`It stands in .*“${name}”.* too`))).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.goto("/ember-row/courses");
  await page.getByRole("link", { name: new RegExp(name) }).click();
  await page.getByRole("button", { name: /^More about lesson No gluten to speak of/ }).click();
  await expect(page.getByRole("dialog").getByText(/“Rye through the winter”/)).toBeVisible();
});
