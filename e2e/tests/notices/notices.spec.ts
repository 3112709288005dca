/** What people are told: set and written by the school, seen beforehand, wished away by a mail's own link. */
import { accessibilityFaults, expect, mailTo, settled, test } from "../helpers";

// A link that is not known.
test.use({ allowedErrors: /status of (404|401|409)/ });

const N = "/ember-row/notices";

test("a text is changed with two chips and read as somebody before it is used; then it is ours again", async ({
  page,
}) => {
  await page.goto(`${N}/due-soon`);
  const text = page.getByRole("textbox", { name: "Text" });
  await expect(text).toBeVisible();
  const letter = page.getByRole("article");
  await expect(letter).toContainText("is due");
  await text.click();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("Dear {person}, ");
  await page
    .getByRole("group", { name: "Put into “Text”" })
    .or(page.getByRole("radiogroup", { name: "Put into “Text”" }))
    .getByRole("button", { name: "+ what it is" })
    .click();
  await page.keyboard.type(" waits.");
  // Typed in braces or put in from the list, a field is one thing.
  await expect(text.locator("[data-field]")).toHaveCount(2);
  await expect(letter).toContainText(/Dear [^}]*, “[^}]*” waits\./);
  await page.getByRole("button", { name: "Use these words" }).click();
  await expect(page.getByText("These are your words")).toBeVisible();
  await page.getByRole("button", { name: "Send it to me" }).click();
  const mail = await mailTo(page, "rosa@example.org", /^A trial/);
  expect(mail.text).toMatch(/Dear [^}]*, “[^}]*” waits\./);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Back to our words" }).click();
  await expect(page.getByText("These are our words")).toBeVisible();
});

test("words for whoever reads another language are written in it, and read as they will be", async ({
  page,
}) => {
  await page.goto(`${N}/welcome`);
  const letter = page.getByRole("article");
  await expect(letter).toContainText("You are in");
  await page.getByRole("radio", { name: "Deutsch" }).click();
  await expect(letter).toContainText("eingeschrieben");
  await expect(letter).toContainText("Zum Kurs");
  const subject = page.getByRole("textbox", { name: "Subject" });
  await subject.click();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("Schön, dass Sie da sind");
  await page.getByRole("button", { name: "Use these words" }).click();
  await expect(page.getByText("These are your words")).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  // Only whoever reads it has them.
  await page.getByRole("radio", { name: "Português" }).click();
  await expect(page.getByText("These are our words")).toBeVisible();
  await page.getByRole("radio", { name: "Deutsch" }).click();
  await page.getByRole("button", { name: "Back to our words" }).click();
  await expect(page.getByText("These are our words")).toBeVisible();
});

test("what goes out in the next weeks is seen; a day more is added, and kept", async ({ page }) => {
  await page.goto(N);
  await expect(page.getByText(/mails in the next thirty days/)).toBeVisible();
  // A day of theirs is stopped, and let go on.
  await page.getByRole("group", { name: "Mails a day" }).getByRole("button").last().click();
  await page.getByRole("button", { name: /^Mail nothing on/ }).click();
  await expect(page.getByText(/this day is stopped/)).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: /^Mail again on/ }).click();
  await expect(page.getByText(/this day is stopped/)).toBeHidden();
  await page.getByRole("link", { name: "Access ends" }).click();
  await page.getByRole("button", { name: "Add this day" }).click();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.reload();
  const more = page.getByRole("button", { name: /^3 days before/ });
  await more.click();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await expect(more).toHaveCount(0);
});

test("what has gone out is read as it was", async ({ page }) => {
  await page.goto(`${N}/sent`);
  await page.getByRole("radio", { name: "Welcome" }).click();
  await page
    .getByText(/^You are in /)
    .first()
    .click();
  const sheet = page.getByRole("dialog", { name: "Welcome" });
  await expect(sheet.getByRole("article")).toContainText("Hello");
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("whoever got a mail says by its link what they do not want, without signing in", async ({
  page,
}) => {
  const api = "/api/schools/ember-row/notices/sent";
  const { notices } = await (await page.request.get(`${api}?kind=opened`)).json();
  // Each size has somebody of its own.
  const phone = test.info().project.name === "phone";
  const who = phone ? "Jonas Brandt" : "Rui Cardoso";
  const one = notices.find(({ person }: { person: { name: string } }) => person.name === who);
  const { letter } = await (await page.request.get(`${api}/${one.id}`)).json();
  await page.context().clearCookies();
  await page.goto(new URL(letter.below.url).pathname);
  const soon = page.getByRole("switch", { name: "Due soon" });
  await expect(soon).toBeChecked();
  await soon.click();
  await expect(page.getByText("Kept", { exact: true })).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.reload();
  await expect(soon).not.toBeChecked();
  await page.goto("/ember-row/told/00000000-0000-4000-8000-000000000000");
  await expect(page.getByText(/This link is not known any more/)).toBeVisible();
});
