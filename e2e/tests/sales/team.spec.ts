/** Seats for several people: bought on a phone by somebody new, given out, one taken back. */
import { accessibilityFaults, expect, test } from "../helpers";

// An address that is refused.
test.use({ allowedErrors: /status of (422|401|404)/ });

test("seats for a team are bought, given out, and taken back from whoever has not begun", async ({
  baseURL,
  browser,
}) => {
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(120_000);
  const stamp = Date.now() % 1_000_000;
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const buyer = await context.newPage();
  await buyer.goto("/ember-row/o/partner-bakeries");
  const price = buyer.getByRole("group", { name: "The price, line by line" });
  await expect(price.getByText("€60.27").first()).toBeVisible();
  // Five at 49.00 less 10 %, and 23 % tax: 271.22.
  await buyer.getByLabel("For how many").fill("5");
  await expect(price.getByText("€271.22").first()).toBeVisible();
  await expect(buyer.getByText("You give the seats out after paying")).toBeVisible();
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByLabel("Your name").fill("Gil Prado");
  await buyer.getByLabel("Mail address").fill(`gil-${stamp}@example.org`);
  await buyer.getByRole("button", { name: "Pay €271.22" }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "5 of 5 seats to give out" })).toBeVisible();

  const field = buyer.getByLabel("Who gets a seat, one a line");
  await field.fill("Hal Quist, no address");
  await expect(
    buyer.getByText("There is no mail address in “Hal Quist, no address”."),
  ).toBeVisible();
  await field.fill(`Hal Quist, hal-${stamp}@example.org\nIda Noor <ida-${stamp}@example.org>`);
  await buyer.getByRole("button", { name: "Give out 2 seats" }).click();
  await expect(buyer.getByRole("heading", { name: "3 of 5 seats to give out" })).toBeVisible();
  await expect(field).toHaveValue("");
  await buyer.getByRole("button", { name: "Take back the seat of Hal Quist" }).click();
  await expect(buyer.getByRole("heading", { name: "4 of 5 seats to give out" })).toBeVisible();
  await expect(buyer.getByText("Hal Quist")).toBeHidden();
  await expect(buyer.getByText("Ida Noor")).toBeVisible();

  // Passed on, a link gives a seat to whoever takes one.
  await buyer.getByRole("button", { name: "Make a link" }).click();
  const link = await buyer.getByLabel("The link to the seats").inputValue();
  expect(await accessibilityFaults(buyer)).toEqual([]);
  const theirs = await browser.newContext();
  const fellow = await theirs.newPage();
  await fellow.goto(link);
  await expect(fellow.getByRole("heading", { name: "Gil Prado has a seat for you" })).toBeVisible();
  await expect(fellow.getByText(/^It is paid for\. 4 are left/)).toBeVisible();
  expect(await accessibilityFaults(fellow)).toEqual([]);
  const take = fellow.getByRole("button", { name: "Take the seat" });
  await take.click();
  await expect(fellow.getByText("This is not a mail address")).toBeVisible();
  await fellow.getByLabel("Your name").fill("Lio Tan");
  await fellow.getByLabel("Mail address").fill(`lio-${stamp}@example.org`);
  await take.click();
  await expect(
    fellow.getByRole("heading", { name: `A mail is on its way to lio-${stamp}@example.org` }),
  ).toBeVisible();
  expect(await accessibilityFaults(fellow)).toEqual([]);
  await buyer.reload();
  await expect(buyer.getByRole("heading", { name: "3 of 5 seats to give out" })).toBeVisible();
  await expect(buyer.getByText("Lio Tan")).toBeVisible();
  await buyer.getByRole("button", { name: "End the link" }).click();
  await expect(buyer.getByRole("button", { name: "Make a link" })).toBeVisible();
  await fellow.goto(link);
  await expect(fellow.getByText(/This link leads nowhere any more/)).toBeVisible();
  await theirs.close();
  await context.close();
});

test("a gift is bought on a phone: whoever gets it is told by whom, and the buyer sees that it is given", async ({
  page,
  baseURL,
  browser,
}) => {
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(90_000);
  const stamp = Date.now() % 1_000_000;
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const buyer = await context.newPage();
  await buyer.goto("/ember-row/o/the-winter-baker");
  await buyer.getByLabel("Your name").fill("Jan Veer");
  await buyer.getByLabel("Mail address", { exact: true }).fill(`jan-${stamp}@example.org`);
  await buyer.getByRole("checkbox", { name: "It is a gift for somebody else" }).click();
  const gift = buyer.getByRole("group", { name: "The gift" });
  await gift.getByLabel("For whom").fill("Kaya Lund");
  await gift.getByLabel("Their mail address").fill(`jan-${stamp}@example.org`);
  await gift.getByLabel("A word from you").fill("For your new oven.");
  await buyer.getByRole("button", { name: /^Pay €/ }).click();
  await expect(gift.getByRole("alert")).toHaveText("This is your own address");
  await gift.getByLabel("Their mail address").fill(`kaya-${stamp}@example.org`);
  await expect(buyer.getByRole("progressbar")).toHaveCount(0);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("button", { name: /^Pay €/ }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "It is for Kaya Lund" })).toBeVisible();
  await expect(buyer.getByRole("heading", { name: "It is given" })).toBeVisible({
    timeout: 30_000,
  });
  await expect(buyer.getByText(`kaya-${stamp}@example.org`)).toBeVisible();
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await context.close();
  await page.goto("/mail");
  await expect(
    page.getByText("Jan Veer gives you “The winter baker, both courses”.").first(),
  ).toBeVisible();
});

test("what is free asks for a name and an address, and for nothing else", async ({
  browser,
  baseURL,
}) => {
  test.skip(test.info().project.name !== "phone");
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const page = await context.newPage();
  await page.goto("/ember-row/o/the-starter");
  await expect(page.getByText("Opens at once")).toBeVisible();
  await expect(page.getByLabel("Your country")).toHaveCount(0);
  await expect(page.getByLabel("A code")).toHaveCount(0);
  await page.getByLabel("Your name").fill("Uri Bell");
  await page.getByLabel("Mail address").fill(`uri-${Date.now() % 1_000_000}@example.org`);
  await page.getByRole("button", { name: "Get it" }).click();
  await expect(page.getByRole("heading", { name: "It is yours" })).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await context.close();
});
