import { comeIn, expect, followMail, test, writesMarkdown } from "../helpers";

test.use({ who: null });
const run = () => `${test.info().project.name}-${test.info().workerIndex}-${Date.now() % 100_000}`;

test("from an empty school: an author builds and publishes, a person is enrolled and learns", async ({
  page,
  browser,
}) => {
  await writesMarkdown(page);
  test.setTimeout(120_000);
  const name = run();
  const author = `author-${name}@example.org`;

  // Signing up, and showing that the address is one's own.
  await page.goto("/");
  await page.getByRole("link", { name: "Sign up" }).click();
  await page.getByLabel("Your name").fill("Noa Brandão");
  await page.getByLabel("Mail address").fill(author);
  await page.getByRole("button", { name: "Send me the link" }).click();
  await expect(page.getByRole("heading", { name: "One step left" })).toBeVisible();
  await comeIn(page, author, "rise and shine 7");

  // A school from nothing.
  await expect(page.getByRole("heading", { name: "Your school" })).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill(`Little Oven ${name}`);
  await page.getByRole("button", { name: "Make the school" }).click();
  await expect(page.getByRole("heading", { name: "Courses" })).toBeVisible();

  // A course: three modules, typed as 7 and 7, which is one day; it says so, and is mended.
  await page.getByLabel("Working title").fill("Focaccia in three weeks");
  await page.getByRole("button", { name: "Make a course" }).click();
  await expect(page.getByRole("heading", { name: "Focaccia in three weeks" })).toBeVisible();
  const editor = page.url();
  for (const title of ["Dough", "Dimples", "Toppings"]) {
    await page.getByRole("button", { name: "Add a module" }).click();
    const field = page.getByLabel(/^Title of module Module \d/);
    await field.fill(title);
    await field.blur();
    await page.getByRole("button", { name: `Add a lesson to ${title}` }).click();
    // The caret is in its title already.
    await expect(page.locator(":focus")).toHaveAttribute("aria-label", "Title of lesson Lesson 1");
    await page.keyboard.type("Lesson 1");
  }
  for (const title of ["Dimples", "Toppings"]) {
    await page.getByRole("button", { name: new RegExp(`^Module ${title} opens`) }).click();
    await page.getByRole("button", { name: "some days after enrolling" }).click();
    await expect(page.getByRole("button", { name: "7 days", exact: true })).toBeVisible();
    await page.getByRole("button", { name: "Close", exact: true }).click();
  }
  await expect(
    page.getByRole("button", {
      name: /^Module Toppings opens 7 days after enrolling · same day as the one before/,
    }),
  ).toBeVisible();
  await page.getByRole("button", { name: /^Module Toppings opens/ }).click();
  await page.getByRole("button", { name: "7 days", exact: true }).click();
  await page.getByLabel("How many").fill("14");
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(
    page.getByRole("button", { name: /^Module Toppings opens 14 days after enrolling: / }),
  ).toBeVisible();

  // A lesson's text, an undo, and publishing.
  await page
    .getByRole("button", { name: /^More about lesson Lesson 1/ })
    .first()
    .click();
  await page.getByLabel("Text (Markdown)").fill("Stir **flour** and *water*.");
  await page.getByLabel("Text (Markdown)").blur();
  await expect(page.getByText("Kept. A text needs no publishing.")).toBeVisible();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.getByRole("button", { name: "Add a module" }).click();
  await expect(page.getByLabel("Title of module Module 4")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Title of module Module 4")).toBeHidden();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.getByRole("button", { name: /^Publish/ }).click();
  await expect(page.getByText("Version 1 is published.")).toBeVisible();

  // Somebody is enrolled by hand, and comes in by the mail.
  await page.goto(editor.replace(/\/edit$/, "/people"));
  await page.getByRole("button", { name: "Enroll somebody" }).click();
  const learner = `learner-${name}@example.org`;
  await page.getByRole("dialog").getByLabel("Name", { exact: true }).fill("Ilse Maren");
  await page.getByRole("dialog").getByLabel("Mail address").fill(learner);
  await page.getByRole("button", { name: "Enroll", exact: true }).click();
  await expect(page.getByText("Enrolled. A mail tells them how to come in.")).toBeVisible();
  await page.getByRole("dialog").getByRole("button", { name: "Close", exact: true }).last().click();

  const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const theirs = await other.newPage();
  await followMail(theirs, learner, /You are enrolled/);
  await theirs.getByLabel("Your name").fill("Ilse Maren");
  await theirs.getByLabel("Password").fill("a warm oven 12");
  await theirs.getByRole("button", { name: "Go in" }).click();
  await theirs.getByRole("link", { name: /Focaccia in three weeks/ }).click();
  await expect(theirs.getByText(/7 days after you enrolled on/)).toBeVisible();
  await theirs.getByRole("button", { name: /^Go on: Lesson 1/ }).click();
  await expect(theirs.getByText("flour")).toBeVisible();
  await theirs.getByRole("button", { name: "Done", exact: true }).click();
  // A module's end is a moment: what was done, and what opens when.
  await expect(theirs.getByRole("heading", { name: "Dough: done" })).toBeVisible();
  await expect(theirs.getByText(/Dimples opens .*, in 7 days/)).toBeVisible();
  await theirs.getByRole("button", { name: "To the course" }).click();
  await expect(theirs.getByText("1 of 3 lessons done")).toBeVisible();
  await other.close();

  // Both see the same: the author finds the person's timeline, opens something early, with a reason.
  await page.getByRole("link", { name: /Ilse Maren/ }).click();
  await page.getByRole("button", { name: /^Module Dimples: Opens/ }).click();
  await page.getByRole("button", { name: "Open it now" }).click();
  await page.getByRole("button", { name: "Open it now" }).click();
  await expect(page.getByText("Say why; it stays on the record.")).toBeVisible();
  await page.getByLabel("Reason").fill("Is away next week");
  await page.getByRole("button", { name: "Open it now" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Close", exact: true }).click();
  await expect(page.getByRole("button", { name: /^Module Dimples: Open\./ })).toBeVisible();
  await page.getByRole("button", { name: /^Access:/ }).click();
  await expect(page.getByText(/Opened early by staff.*Is away next week/)).toBeVisible();
});

test("a lost password is replaced by mail, and the old one opens nothing", async ({ page }) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  const email = `forgetful-${run()}@example.org`;
  await page.goto("/sign-up");
  await page.getByLabel("Your name").fill("Teo Marsh");
  await page.getByLabel("Mail address").fill(email);
  await page.getByRole("button", { name: "Send me the link" }).click();
  await expect(page.getByRole("heading", { name: "One step left" })).toBeVisible();
  await comeIn(page, email, "the first one 1");
  await expect(page.getByRole("heading", { name: "Your school" })).toBeVisible();
  await page.goto("/forgot");
  await page.getByLabel("Mail address").fill(email);
  await page.getByRole("button", { name: "Send the link" }).click();
  await expect(page.getByRole("heading", { name: "Look in your mail" })).toBeVisible();
  await followMail(page, email, /A new password/);
  await page.getByLabel("New password").fill("the second one 2");
  await page.getByRole("button", { name: "Change it" }).click();
  await page.getByRole("link", { name: "Sign in" }).click();
  await page.getByLabel("Mail address").fill(email);
  await page.getByLabel("Password").fill("the second one 2");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: "Your school" })).toBeVisible();
});

test.describe("who may not", () => {
  test.use({ allowedErrors: /status of 4\d\d/ });
  test("somebody who is not signed in meets the way in, not an error", async ({ page }) => {
    await page.goto("/ember-row/courses/cold-kitchen");
    await expect(page.getByRole("heading", { name: "Come in" })).toBeVisible();
    await expect(page.getByText("Ember Row Bread School")).toBeVisible();
    await page.goto("/ember-row/c/winter-rye");
    await expect(page.getByText(/Enrolling was possible until/)).toBeVisible();
    await page.getByRole("link", { name: "Sign in to enroll" }).click();
    await expect(
      page.getByText("You came from Rye through the winter, and go back there."),
    ).toBeVisible();
    // They land where they wanted to go.
    await page.goto("/ember-row/courses/cold-kitchen/people");
    await page.getByLabel("Mail address").fill("rosa@example.org");
    await page.getByLabel("Password").fill("dawn-and-bread");
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page).toHaveURL(/\/ember-row\/courses\/cold-kitchen\/people$/);
  });
  test("a wrong password says so, and what was typed stays", async ({ page }) => {
    await page.goto("/sign-in");
    await page.getByLabel("Mail address").fill("rosa@example.org");
    await page.getByLabel("Password").fill("not this one");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page.getByRole("alert")).toContainText(/do not belong together/);
    await expect(page.getByLabel("Mail address")).toHaveValue("rosa@example.org");
  });
});

test.describe("an enrollee of the demo", () => {
  test.use({ who: "callum.reyes", allowedErrors: /status of 4\d\d/ });
  test("meets a shut lesson's reason, and gets in by themselves where a window is open", async ({
    page,
  }) => {
    await page.goto("/ember-row/shelf/sourdough-08/steam-in-a-small-oven");
    await expect(page.getByRole("button", { name: /Done|On to|Go/ })).toBeVisible();
    await page.goto("/ember-row/shelf/sourdough-08/percentages-that-add-up");
    await expect(
      page.getByText(/No date yet: its module, “Your own formula”, has no date yet/),
    ).toBeVisible();
    // It leads to what can be done meanwhile.
    await expect(page.getByRole("button", { name: /^Go (on:|to) / })).toBeVisible();
    await page.goto("/ember-row/c/winter-rye");
    const enroll = page.getByRole("button", { name: "Enroll", exact: true });
    const already = page.getByRole("button", { name: "Go to your course" });
    await expect(enroll.or(already)).toBeVisible();
    if (await enroll.isVisible()) {
      await enroll.click();
      await expect(page.getByRole("heading", { name: "Rye through the winter" })).toBeVisible();
    }
    await page.goto("/ember-row/shelf");
    await expect(page.getByText(/begins Mon/)).toBeVisible();
  });
});
