import { expect, test } from "../helpers";

test.use({ allowedErrors: /status of 4\d\d|net::ERR/ });
const COURSE = "/ember-row/courses/cold-kitchen";

test("a course that does not exist says so, and leads back", async ({ page }) => {
  await page.goto("/ember-row/courses/no-such-course");
  await expect(page.getByRole("alert")).toContainText('There is no course "no-such-course"');
  await page.getByRole("link", { name: "Courses" }).first().click();
  await expect(page.getByRole("link", { name: /Rye through the winter/ })).toBeVisible();
});

for (const [what, query, words] of [
  ["an enrollment that is not there", "enrollment=nobody", /no enrollment "nobody"/],
  ["a day that does not exist", "day=2027-02-30", /2027-02-30 does not exist/],
  ["a zone that is none", "day=2027-02-03&zone=Mars/Olympus", /not a time zone/],
  ["an instant that is none", "enrollment=sourdough-01&at=tomorrow", /not an instant in UTC/],
] as const)
  test(`${what} in the address is named, and another can be chosen`, async ({ page }) => {
    await page.goto(`${COURSE}?${query}`);
    await expect(page.getByRole("alert")).toContainText(words);
    await page.getByRole("button", { name: /Change who/ }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
  });

test("an address that leads nowhere", async ({ page }) => {
  await page.goto("/ember-row/nothing/here");
  await expect(page.getByRole("heading", { name: "Nothing here" })).toBeVisible();
});

test("a lost connection: what is shown stays, what is asked is asked again when one says so", async ({
  page,
}) => {
  await page.goto(`${COURSE}?enrollment=sourdough-01`);
  await expect(page.getByRole("button", { name: /^Module Starter alive/ })).toBeVisible();
  await page.route("**/timeline?*", (route) => route.abort());
  await page.getByRole("slider").focus();
  await page.keyboard.press("PageUp");
  await expect(page.getByRole("alert")).toContainText("No answer from the server", {
    timeout: 20_000,
  });
  await page.unroute("**/timeline?*");
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByRole("button", { name: /^Module Starter alive/ })).toBeVisible();
});
