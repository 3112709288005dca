/** After the purchase: what is to come is seen, money goes back by the buyer's own press, and by the seller's. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, test } from "../helpers";

test.use({ allowedErrors: /status of (401|404)/ });

async function bought(buyer: Page, name: string, way: RegExp): Promise<void> {
  const stamp = Date.now() % 1_000_000;
  await buyer.goto("/ember-row/o/sourdough");
  await buyer.getByRole("radio", { name: way }).click();
  await buyer.getByLabel("Your name").fill(`${name} ${stamp}`);
  await buyer.getByLabel("Mail address", { exact: true }).fill(`${name}-${stamp}@example.org`);
  await buyer.getByRole("button", { name: /^Pay €/ }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "It is yours" })).toBeVisible();
}

test("in parts: what is to come is listed; given back in two presses, nothing more is charged", async ({
  baseURL,
  browser,
}) => {
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(90_000);
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const buyer = await context.newPage();
  await bought(buyer, "lou", /^3 parts/);
  const parts = buyer.getByRole("list", { name: "What is paid, and what is to come" });
  await expect(parts.getByRole("listitem")).toHaveCount(3);
  await expect(parts.getByText("to come")).toHaveCount(2);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("button", { name: "Give it back" }).click();
  await expect(buyer.getByText(/goes back to your card\. Nothing more is charged\./)).toBeVisible();
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("button", { name: "Yes, give it back" }).click();
  await expect(buyer.getByRole("heading", { name: "It was given back" })).toBeVisible();
  await expect(parts.getByText("not due any more")).toHaveCount(2);
  await context.close();
});

test("the seller gives an amount back: seen first, then done, and on the order's record", async ({
  page,
  baseURL,
  browser,
}) => {
  test.skip(test.info().project.name !== "wide");
  test.setTimeout(90_000);
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  await bought(await context.newPage(), "mo", /^Once/);
  await context.close();
  await page.goto("/ember-row/sales/orders");
  await page
    .getByRole("link", { name: /^mo \d/ })
    .first()
    .click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "Give money back" }).click();
  await expect(sheet.getByText(/goes back, of it tax/)).toBeVisible();
  await expect(sheet.getByText(/They can give it back through/)).toBeVisible();
  await sheet.getByRole("radio", { name: "An amount" }).click();
  await sheet.getByLabel(/^So much/).fill("50");
  await expect(sheet.getByText(/^€50\.00 goes back/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Give €50.00 back" }).click();
  await expect(sheet.getByText(/: Given back.*€50\.00/)).toBeVisible();
  await page.keyboard.press("Escape");
  await page
    .getByRole("link", { name: /^mo \d/ })
    .first()
    .click();
  await expect(sheet.getByText(/The money has gone back/)).toBeVisible({ timeout: 20_000 });
});
