/** How many presses a first course takes on a phone: letters are not counted, everything else is. */
import type { Locator, Page } from "@playwright/test";
import { expect, followMail, mailTo, settled, test } from "../helpers";

test.use({ who: null });

/** A thumb that counts. */
class Thumb {
  presses = 0;
  constructor(private readonly page: Page) {}

  async tap(what: Locator): Promise<void> {
    await what.click();
    this.presses += 1;
  }
  /** Types into a field; where the caret is there already, it needs no press. */
  async type(field: Locator, text: string): Promise<void> {
    const there = await field.evaluate((one) => one === document.activeElement);
    if (!there) await this.tap(field);
    await this.page.keyboard.type(text);
  }
  async enter(): Promise<void> {
    await this.page.keyboard.press("Enter");
    this.presses += 1;
  }
}

test("from signing up to a published, scheduled course of twelve lessons with one person in it: at most 60 presses", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(120_000);
  const thumb = new Thumb(page);
  const button = (name: string | RegExp) => page.getByRole("button", { name, exact: true });
  const name = `${test.info().workerIndex}-${Date.now() % 100_000}`;
  const author = `thumb-${name}@example.org`;

  await page.goto("/sign-up");
  await thumb.type(page.getByLabel("Your name"), "Noa Lind");
  await thumb.type(page.getByLabel("Mail address"), author);
  await thumb.tap(button("Send me the link"));
  await mailTo(page, author, /Your way into/);
  // The link in the mail is one press more.
  await followMail(page, author, /Your way into/);
  thumb.presses += 1;
  await thumb.tap(button("Come in"));
  await thumb.type(page.getByLabel("Password"), "rise and shine 7");
  await thumb.tap(button("Keep it and go on"));
  await thumb.type(page.getByLabel("Name", { exact: true }), `Little Oven ${name}`);
  await thumb.tap(button("Make the school"));

  await thumb.type(page.getByLabel("Working title"), "Focaccia in three weeks");
  await thumb.enter();
  await expect(button("Add a module")).toBeVisible();
  for (const [number, title] of ["Dough", "Dimples", "Toppings"].entries()) {
    if (number === 0) await thumb.tap(button("Add a module"));
    await expect(page.locator(":focus")).toHaveAttribute("aria-label", /^Title of module/);
    await page.keyboard.type(title);
    await thumb.tap(button(`Add a lesson to ${title}`));
    for (let lesson = 1; lesson <= 4; lesson += 1) {
      await expect(page.locator(":focus")).toHaveValue("");
      await page.keyboard.type(`${title} ${lesson}`);
      await thumb.enter();
    }
    // On the row that is left empty Enter ends the list: the next row is a module.
    if (number < 2) await thumb.enter();
  }
  await thumb.tap(button("Cadence"));
  const sheet = page.getByRole("dialog");
  await thumb.tap(sheet.getByRole("button", { name: /^Set it for all/ }));
  await expect(sheet).toBeHidden();
  await settled(page);
  await thumb.tap(button("Publish"));
  await expect(page.getByText("Version 1 is published.")).toBeVisible();

  const places = page.getByRole("navigation", { name: "The course" });
  await thumb.tap(places.getByRole("link", { name: "People" }));
  await expect(page.getByText("Nobody is in this course yet.")).toBeVisible();
  await thumb.tap(button("Enroll somebody"));
  await thumb.type(sheet.getByLabel("Name", { exact: true }), "Ilse Maren");
  await thumb.type(sheet.getByLabel("Mail address"), `learner-${name}@example.org`);
  await thumb.tap(sheet.getByRole("button", { name: "Enroll", exact: true }));
  await expect(page.getByText("Enrolled. A mail tells them how to come in.")).toBeVisible();

  const found = await page.request.get(
    new URL(page.url()).pathname.replace(/^/, "/api/schools").replace(/\/people$/, ""),
  );
  const course = (await found.json()) as { people: number; modules: { lessons: unknown[] }[] };
  expect([course.people, course.modules.flatMap(({ lessons }) => lessons).length]).toEqual([1, 12]);
  test.info().annotations.push({ type: "presses", description: String(thumb.presses) });
  console.log(`${thumb.presses} presses`);
  expect(thumb.presses).toBeLessThanOrEqual(60);
});
