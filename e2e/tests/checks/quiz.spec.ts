/** A quiz of all kinds is typed, tried, taken on a phone and failed; a wrong key is found, and whom it lets pass is named. */

import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import {
  accessibilityFaults,
  expect,
  newCourse,
  scrollAndPress,
  settled,
  stickingOut,
  test,
} from "../helpers";

// A lesson that was added a moment ago may still be on its way as its quiz is asked for; a connection is lost on purpose.
test.use({ allowedErrors: /status of 4\d\d|ERR_INTERNET_DISCONNECTED|ERR_FAILED/ });

const faultless = async (page: Page) => {
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
};
/** Two projects share the demo. */
const mine = (name: string) => `${name}, ${test.info().project.name}`;

const TYPED = `# ${"of a test"}
Which flour drinks the most? (2)
* Rye
- Wheat

Which are allergens?
* Rye
* Sesame
- Salt

Salt strengthens the dough.
= true

Rye is {dark|darker}, wheat is {light}.

How hot is the oven, in °C?
= 230 ± 5

What belongs together?
- Dense loaves -> Rye flour
- Airy loaves -> Wheat flour

In which order?
1. Mix
2. Rest
3. Bake

What does a levain need?
~ flour / meal
~ water`;

test("a quiz of eight questions of all kinds is typed, put in, set in sentences and tried out", async ({
  page,
}) => {
  // On a phone alone: what is read wide is looked at below.
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(120_000);
  await newCourse(page, mine("Asked"));
  await page.getByRole("button", { name: "Add a module" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Add a lesson to/ }).click();
  await expect(page.locator(":focus")).toHaveAttribute("aria-label", "Title of lesson Lesson 1");
  await page.keyboard.type("What you know");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^More about lesson What you know/ }).click();
  const sheet = page.getByRole("dialog").first();
  await sheet.getByRole("radio", { name: "quiz" }).click();
  await expect(sheet.getByText(/It asks nothing yet/)).toBeVisible();
  await sheet.getByRole("button", { name: "Type questions" }).click();
  const typing = page.getByRole("dialog").last();
  await typing.getByLabel("Questions and their answers").fill(`${TYPED}\n\nNo answers under this`);
  await expect(typing.getByText(/^Line \d+: Its answers stand/)).toBeVisible();
  await typing.getByLabel("Questions and their answers").fill(TYPED);
  await expect(typing.getByRole("listitem")).toHaveCount(8);
  await faultless(page);
  await typing.getByRole("button", { name: "Put in 8 questions" }).click();
  await expect(sheet.getByText(/^8 questions, 9 points; 5\.4 pass/)).toBeVisible();

  // Its rules are sentences whose parts are pressed.
  await sheet.getByRole("button", { name: "60 % pass" }).click();
  await sheet.getByLabel("Percent that pass").fill("70");
  // A number that is typed counts when it is left.
  await expect(sheet.getByRole("button", { name: "60 % pass" })).toBeVisible();
  await page.keyboard.press("Tab");
  await expect(sheet.getByRole("button", { name: "70 % pass" })).toBeVisible();
  await sheet.getByRole("button", { name: "a further one costs nothing" }).click();
  await sheet.getByLabel("Percent of the score").fill("40");
  await page.keyboard.press("Tab");
  await expect(sheet.getByText("From attempt 2 on nobody can pass any more")).toBeVisible();
  await sheet.getByLabel("Percent of the score").fill("10");
  await page.keyboard.press("Tab");
  await expect(sheet.getByText(/nobody can pass any more/)).toBeHidden();

  // One question by its own editor: another answer, and a second that is right.
  await sheet.getByRole("button", { name: /^1\. Which flour drinks the most/ }).click();
  const question = page.getByRole("dialog").last();
  await scrollAndPress(page, question.getByRole("button", { name: "Another answer" }));
  await question.getByLabel("Answer 3", { exact: true }).fill("Spelt");
  await question.getByRole("checkbox", { name: "Answer 3 is right" }).click();
  await expect(question.getByText("Tick all that are right.")).toBeVisible();
  await question.getByRole("checkbox", { name: "Answer 3 is right" }).click();
  await faultless(page);
  await question.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByRole("dialog")).toHaveCount(1);

  // Tried as anybody would; nothing of it is recorded.
  await sheet.getByRole("button", { name: "Try it out" }).click();
  const tried = page.getByRole("dialog").last();
  await tried.getByRole("radio", { name: "Rye", exact: true }).click();
  await faultless(page);
  for (let i = 1; i < 8; i++) await tried.getByRole("button", { name: "Next question" }).click();
  await tried.getByRole("button", { name: "Hand in", exact: true }).click();
  await expect(tried.getByText(/^7 questions are not answered yet/)).toBeVisible();
  await tried.getByRole("button", { name: "Hand in all the same" }).click();
  await expect(tried.getByText("Not passed: 22.22 %")).toBeVisible();
  await faultless(page);
  await page.keyboard.press("Escape");

  // Taken along for other programs, and brought again from there.
  await sheet.getByRole("button", { name: "Take its questions along" }).click();
  await faultless(page);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download the package" }).click();
  const taken = await (await download).path();
  await page.keyboard.press("Escape");
  await sheet.getByRole("button", { name: "Type questions" }).click();
  const bringing = page.getByRole("dialog").last();
  await bringing
    .locator("input[type=file]")
    .setInputFiles({ name: "quiz.zip", mimeType: "application/zip", buffer: readFileSync(taken) });
  await expect(bringing.getByLabel("Questions and their answers")).toHaveValue(
    /Which flour drinks the most/,
  );
  await expect(
    bringing.getByRole("list", { name: "As it is understood" }).getByRole("listitem"),
  ).toHaveCount(8);
  await faultless(page);
});

test.describe("taking one", () => {
  test.use({ who: "callum.reyes" });
  const LESSON = "/ember-row/shelf/sourdough-08/reading-the-crumb";

  test("every answer is kept: over a reload, on another device, and where the connection is lost meanwhile", async ({
    page,
    context,
  }) => {
    test.skip(test.info().project.name !== "phone");
    test.setTimeout(120_000);
    await page.goto(LESSON);
    await settled(page);
    await expect(page.getByText("Ten questions. 60 % pass.")).toBeVisible();
    await faultless(page);
    await page.getByRole("button", { name: "To the quiz" }).click();
    const shown = page.waitForResponse((response) => response.url().endsWith("/quiz/attempts"));
    await page.getByRole("button", { name: "Begin" }).click();
    // Nothing of what is right reaches the browser.
    expect(await (await shown).text()).not.toMatch(/"right"|"explanation"|Bran holds/);
    await page.getByRole("radio", { name: "White wheat" }).click();
    await expect(page.getByText("Kept.", { exact: true })).toBeVisible();
    await faultless(page);

    // Without a connection one goes on; what was given arrives when it is back.
    await context.setOffline(true);
    await page.getByRole("button", { name: "Next question" }).click();
    await page.getByRole("checkbox", { name: "Warmer water" }).click();
    await expect(page.getByText(/^Not sent yet/)).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText("Kept.", { exact: true })).toBeVisible({ timeout: 15_000 });
    await page.reload();
    await expect(page.getByRole("radio", { name: "White wheat" })).toBeChecked();
    await page.getByRole("button", { name: /^Question 2, answered/ }).click();
    await expect(page.getByRole("checkbox", { name: "Warmer water" })).toBeChecked();

    // An order without dragging, a matching, gaps, a number, words: each with keys alone too.
    await page.getByRole("button", { name: /^Question 3/ }).click();
    await page.getByRole("button", { name: "Bake up" }).first().focus();
    await page.keyboard.press("Enter");
    await faultless(page);
    await page.getByRole("button", { name: /^Question 4/ }).click();
    await page.getByRole("button", { name: /^Fine and even Choose what/ }).click();
    await faultless(page);
    await page.getByRole("radio", { name: "Risen too short" }).click();
    await expect(page.getByRole("button", { name: "Fine and even Risen too short" })).toBeVisible();
    await page.getByRole("button", { name: /^Question 5/ }).click();
    await page.getByLabel("Gap 1").fill("doubled");
    await faultless(page);
    await page.getByRole("button", { name: /^Question 6/ }).click();
    await page.getByLabel("A number").fill("hot");
    await expect(page.getByText(/cannot be read as a number/)).toBeVisible();
    await page.getByLabel("A number").fill("97,5");
    await page.getByRole("button", { name: /^Question 7/ }).click();
    await page.getByLabel("In your own words").fill("Flour, water and a warm place");
    await expect(page.getByText("Kept.", { exact: true })).toBeVisible();

    await page.getByRole("button", { name: /^Question 10/ }).click();
    await page.getByRole("button", { name: "Hand in", exact: true }).click();
    await page.getByRole("button", { name: "Hand in all the same" }).click();
    await expect(page.getByRole("heading", { name: /^Not passed yet: / })).toBeVisible();
    await expect(page.getByText(/^The next attempt can begin /)).toBeVisible();
    await page.getByRole("button", { name: /^Attempt 1/ }).click();
    await expect(page.getByText("What was right is shown once you have passed.")).toBeVisible();
    await faultless(page);
    // What was given without a connection and never sent goes out with the next visit, and is judged by its time.
    const { attempts } = (await (
      await page.request.get(
        `/api/schools/ember-row/shelf/sourdough-08/lessons/reading-the-crumb/quiz`,
      )
    ).json()) as { attempts: { id: string }[] };
    const left = `dawngate-answers-${attempts[0]?.id}`;
    await page.evaluate((name) => {
      const question = "reading-the-crumb-8";
      const one = { key: "left-behind-1", question, answer: "a", at: Date.now() };
      localStorage.setItem(name, JSON.stringify([one]));
    }, left);
    await page.reload();
    await expect.poll(() => page.evaluate((name) => localStorage.getItem(name), left)).toBeNull();
    await expect(page.getByText(/1 answer came too late and counts for nothing/)).toBeVisible();
    // In the lesson it stands as it is, and cannot be ticked.
    await page.goto(LESSON);
    await expect(page.getByText(/^Not passed yet: /)).toBeVisible();
    await expect(page.getByRole("button", { name: /^Done/ })).toHaveCount(0);
  });
});

test("the weakest question is found, its key mended, and whom that lets pass is named before it is kept", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/courses/cold-kitchen/quizzes");
  await page.getByRole("button", { name: /^Nora Byrne Attempt 1 .* 57\.69 %/ }).click();
  const attempt = page.getByRole("dialog");
  await expect(attempt.getByText(/^7\.5 of 13 points are 57\.69 %/)).toBeVisible();
  await faultless(page);
  await page.keyboard.press("Escape");
  await page.getByRole("radio", { name: "What its questions tell" }).click();
  await expect(
    page.getByText(/^More chose “A cut deep enough” than .* is the key right\?$/),
  ).toBeVisible();
  await faultless(page);
  await page
    .getByRole("button", {
      name: "Look at the key: What did the loaf lack whose crust has burst at the side?",
    })
    .click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("checkbox", { name: "Answer 1 is right" }).click();
  await sheet.getByRole("checkbox", { name: "Answer 3 is right" }).click();
  await sheet.getByRole("button", { name: "For everybody: see whom it touches" }).click();
  await expect(sheet.getByText(/^2 pass by it, 0 would not any more/)).toBeVisible();
  const people = sheet.getByRole("list", { name: "Whose score changes" });
  await expect(people.getByRole("listitem").filter({ hasText: "passes now" })).toHaveText([
    /Elif Demir|Nora Byrne/,
    /Elif Demir|Nora Byrne/,
  ]);
  await faultless(page);
  await sheet.getByRole("button", { name: "Keep for everybody" }).click();
  await expect(page.getByText(/^Kept\. Attempts are marked again/)).toBeVisible();
  // Another is left out of the count, seen first for whom that changes what, and let count again.
  const name = "At how many °C is the loaf done inside?";
  const line = page.getByRole("listitem").filter({ hasText: name });
  for (const press of ["Leave it out of the count", "Let it count again"]) {
    await page.getByRole("button", { name: `${press}: ${name}` }).click();
    await expect(sheet.getByText(/^\d+ pass(es)? by it/)).toBeVisible();
    await faultless(page);
    await sheet.getByRole("button", { name: "Keep for everybody" }).click();
    await expect(line.getByText("left out", { exact: false })).toBeVisible({
      visible: press === "Leave it out of the count",
    });
  }
  await page.getByRole("radio", { name: "Attempts" }).click();
  await expect(async () => {
    await page.reload();
    await expect(
      page.getByRole("button", { name: /^(Nora Byrne|Elif Demir) Attempt 1 .* 65\.38 %/ }),
    ).toHaveCount(2, { timeout: 4_000 });
  }).toPass({ timeout: 30_000 });
});

test("another way of counting is seen before it is kept, where people have taken the quiz", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/courses/cold-kitchen/edit");
  await page.getByRole("button", { name: /^More about lesson Reading the crumb/ }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText(/attempts are on record\. How it counts is changed/)).toBeVisible();
  await sheet.getByRole("button", { name: /^\d+ % pass$/ }).click();
  await sheet.getByLabel("Percent that pass").fill("20");
  await page.keyboard.press("Tab");
  await sheet.getByRole("button", { name: "See whom it touches" }).click();
  await expect(sheet.getByText(/pass(es)? by it, 0 would not any more/)).toBeVisible();
  await expect(
    sheet.getByRole("list", { name: "Whose score changes" }).getByText("passes now").first(),
  ).toBeVisible();
  await faultless(page);
  await sheet.getByRole("button", { name: "Leave it as it was" }).click();
  await expect(sheet.getByRole("button", { name: "20 % pass" })).toHaveCount(0);
});

test("somebody is given more time for an exam, with a reason that stays", async ({ page }) => {
  test.skip(test.info().project.name !== "wide");
  await page.goto("/ember-row/people/callum.reyes");
  const row = page.getByRole("listitem").filter({ hasText: "Oven safety, checked" }).last();
  await row
    .getByRole("button", { name: "Give more time or attempts: Oven safety, checked" })
    .click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Minutes on top").fill("10");
  await expect(
    sheet.getByText("Everybody has 20 minutes; with these it is 30 minutes."),
  ).toBeVisible();
  await sheet.getByLabel(/^Why; it stays/).fill("Reads slowly on a screen");
  await faultless(page);
  await sheet.getByRole("button", { name: "Give", exact: true }).click();
  await expect(
    row.getByText(/30 minutes in place of 20 minutes.*Reads slowly on a screen/),
  ).toBeVisible();
});
