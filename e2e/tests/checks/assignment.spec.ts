/** An assignment is made, written on a phone, given back with a remark on a sentence, mended, accepted: what waited opens. */
import {
  accessibilityFaults,
  expect,
  newCourse,
  settled,
  stickingOut,
  test,
  withLearner,
} from "../helpers";

// A lesson that was added a moment ago may still be on its way as its part is asked for.
test.use({ allowedErrors: /status of 4\d\d/ });

test("an author makes an assignment with a rubric; it is handed in, given back, mended and accepted", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(150_000);
  await newCourse(page, `Handed in, ${test.info().project.name}`);
  const course = /courses\/([^/]+)\/edit/.exec(page.url())?.[1] ?? "";
  await page.getByRole("button", { name: "Add a module" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Add a lesson to/ }).click();
  await expect(page.locator(":focus")).toHaveAttribute("aria-label", "Title of lesson Lesson 1");
  await page.keyboard.type("Your loaf");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^More about lesson Your loaf/ }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("radio", { name: "assignment" }).click();
  await sheet.getByRole("button", { name: "Add a criterion" }).click();
  await sheet.getByLabel("Criterion 1", { exact: true }).fill("Crumb");
  await sheet.getByLabel("Level 3", { exact: true }).fill("Open and even");
  await sheet.getByLabel("Points 3", { exact: true }).fill("2,5");
  await sheet.getByLabel("Points 3", { exact: true }).blur();
  await expect(sheet.getByText(/^One criterion, 2.5 points at the most/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
  // What is typed is kept by itself.
  await expect(async () => {
    await page.reload();
    await page.getByRole("button", { name: /^More about lesson Your loaf/ }).click();
    await expect(sheet.getByLabel("Criterion 1", { exact: true })).toHaveValue("Crumb");
  }).toPass();

  const { enrollment, theirs } = await withLearner(page, browser, course, baseURL);
  const { assignments } = (await (
    await page.request.get(`/api/schools/ember-row/courses/${course}/quizzes`)
  ).json()) as {
    assignments: { lesson: string }[];
  };
  const lesson = assignments[0]?.lesson;
  await theirs.goto(`/ember-row/shelf/${enrollment}/${lesson}`);
  await settled(theirs);
  await theirs.getByRole("button", { name: "Hand in" }).click();
  await expect(theirs.getByText("Write something: it is asked for.")).toBeVisible();
  await theirs.getByLabel("Your text").fill("It rose well. The crust cracked on one side.");
  await expect(theirs.getByText("Kept; not handed in yet")).toBeVisible();
  // Another visit finds it; a photo comes along.
  await theirs.reload();
  await settled(theirs);
  await expect(theirs.getByLabel("Your text")).toHaveValue(/The crust cracked/);
  await theirs.locator("input[type=file]").setInputFiles("demo/media/baskets-1.png");
  await expect(theirs.getByRole("list", { name: "Your files" })).toContainText("baskets-1.png");
  await expect(theirs.getByText("Kept; not handed in yet")).toBeVisible();
  expect(await accessibilityFaults(theirs)).toEqual([]);
  expect(await stickingOut(theirs)).toEqual([]);
  await theirs.getByRole("button", { name: "Hand in" }).click();
  await expect(theirs.getByText("Waits to be looked at")).toBeVisible();

  // Whoever looks at it presses the sentence, by keys too.
  await page.goto(`/ember-row/courses/${course}/quizzes`);
  await page.getByRole("link", { name: /Callum Reyes/ }).click();
  await expect(page.getByRole("heading", { name: "Callum Reyes" })).toBeVisible();
  await page.getByRole("button", { name: "The crust cracked on one side." }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("What you say of it").fill("Which side? Turn it half way.");
  await page.getByRole("button", { name: "Keep the remark" }).click();
  await expect(page.getByRole("list", { name: "Remarks" })).toContainText("Which side?");
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
  // It is not lost with the page.
  await page.reload();
  await expect(page.getByRole("list", { name: "Remarks" })).toContainText("Which side?");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Mark Crumb first.")).toBeVisible();
  await page.getByRole("button", { name: "Give it back" }).click();
  await expect(page.getByText("Given back: Callum Reyes is written to.")).toBeVisible();

  await theirs.reload();
  await settled(theirs);
  await expect(theirs.getByText(/^Given back by Rosa Teixeira/)).toBeVisible();
  await expect(theirs.getByText("Which side? Turn it half way.")).toBeVisible();
  await theirs.getByLabel("Your text").fill("It rose well. The crust cracked at the left.");
  await theirs.getByRole("button", { name: "Hand in" }).click();
  await expect(theirs.getByText("Waits to be looked at")).toBeVisible();

  await page.goto(`/ember-row/courses/${course}/quizzes`);
  await page.getByRole("link", { name: /Callum Reyes/ }).click();
  await page.getByRole("radio", { name: "2.5: Open and even" }).click();
  await expect(page.getByText("2.5 of 2.5 points")).toBeVisible();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText(/^Accepted: Callum Reyes is written to/)).toBeVisible();

  await theirs.reload();
  await settled(theirs);
  await expect(theirs.getByText("Accepted by Rosa Teixeira")).toBeVisible();
  await expect(theirs.getByRole("button", { name: "Hand in" })).toHaveCount(0);
  expect(await accessibilityFaults(theirs)).toEqual([]);
  await theirs.context().close();
});

test("what was handed in stands on Today and in its queue, with whose it is", async ({ page }) => {
  await page.goto("/ember-row/today");
  await expect(page.getByText(/wait(s)? to be looked at/)).toBeVisible();
  await page.goto("/ember-row/handed-in");
  await page.getByRole("radio", { name: "All that wait" }).click();
  const all = page.getByRole("list", { name: "Handed in" });
  await expect(all.getByRole("link", { name: /Isaac Boateng/ })).toContainText("Piet Vos");
  await expect(all.getByRole("link", { name: /Beatriz Nobre/ })).toContainText("anybody's");
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
});
