/** A survey is made, answered without a name, and read as bars once five have answered. */
import {
  accessibilityFaults,
  expect,
  newCourse,
  settled,
  stickingOut,
  test,
  withLearner,
} from "../helpers";

// A lesson that was added a moment ago may still be on its way as its survey is asked for.
test.use({ allowedErrors: /status of 4\d\d/ });

test("an author makes a survey, somebody answers it without a name, and nothing is shown of one answer", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(90_000);
  await newCourse(page, `Said back, ${test.info().project.name}`);
  const course = /courses\/([^/]+)\/edit/.exec(page.url())?.[1] ?? "";
  await page.getByRole("button", { name: "Add a module" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Add a lesson to/ }).click();
  await expect(page.locator(":focus")).toHaveAttribute("aria-label", "Title of lesson Lesson 1");
  await page.keyboard.type("A word back");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^More about lesson A word back/ }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("radio", { name: "survey" }).click();
  await sheet.getByRole("button", { name: "Add a scale" }).click();
  await sheet.getByLabel("Question 1", { exact: true }).fill("How was it?");
  await sheet.getByRole("button", { name: "Add a choice" }).click();
  await sheet.getByLabel("Question 2", { exact: true }).fill("What helped?");
  await sheet.getByLabel("What can be chosen, a line each").fill("Films\nMeetings\nNothing");
  await sheet.getByRole("switch", { name: "Several can be chosen" }).click();
  await sheet.getByRole("button", { name: "Add own words" }).click();
  await sheet.getByLabel("Question 3", { exact: true }).fill("What else?");
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
  // What is typed is kept by itself.
  await expect(async () => {
    await page.reload();
    await page.getByRole("button", { name: /^More about lesson A word back/ }).click();
    await expect(sheet.getByLabel("Question 3", { exact: true })).toHaveValue("What else?");
  }).toPass();

  const { enrollment, theirs } = await withLearner(page, browser, course, baseURL);
  const { surveys } = (await (
    await page.request.get(`/api/schools/ember-row/courses/${course}/quizzes`)
  ).json()) as {
    surveys: { lesson: string }[];
  };
  await theirs.goto(`/ember-row/shelf/${enrollment}/${surveys[0]?.lesson}`);
  await settled(theirs);
  await expect(theirs.getByText(/^Answered without your name/)).toBeVisible();
  await theirs.getByRole("button", { name: "Hand in" }).click();
  await expect(theirs.getByText("This one is needed").first()).toBeVisible();
  await theirs.getByRole("radio", { name: "4", exact: true }).click();
  await theirs.getByRole("checkbox", { name: "Films" }).click();
  await theirs.getByRole("checkbox", { name: "Meetings" }).click();
  expect(await accessibilityFaults(theirs)).toEqual([]);
  expect(await stickingOut(theirs)).toEqual([]);
  await theirs.getByRole("button", { name: "Hand in" }).click();
  await expect(theirs.getByText("Thank you: you have answered this.")).toBeVisible();
  await theirs.context().close();

  await page.goto(`/ember-row/courses/${course}/quizzes`);
  await expect(page.getByText("1 of 5 have answered")).toBeVisible();
});

test("what people of earlier groups said stands as bars and in their words, to be taken along", async ({
  page,
}) => {
  await page.goto("/ember-row/courses/winter-rye/quizzes");
  await page.getByRole("radio", { name: "A word back to us" }).click();
  await expect(page.getByText("7 people have answered, without names")).toBeVisible();
  await expect(page.getByText("Buy a thermometer in week one.")).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: /Take the answers along/ }).click();
  expect((await download).suggestedFilename()).toBe("survey.csv");
});
