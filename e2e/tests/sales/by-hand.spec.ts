/** A company that pays by transfer, in parts: asked for the money, marked as paid, in, with an invoice in its name. */
import { accessibilityFaults, expect, mailTo, settled, test } from "../helpers";

const COMPANY = "Prell's bakery, Ltd";

test("an order by hand is asked for, marked as paid, and its invoice is for the company", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto("/ember-row/sales/orders");
  await page.getByRole("button", { name: "Order by hand" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("radio", { name: "Sourdough from a cold kitchen" }).click();
  await sheet.getByRole("radio", { name: /^3 parts/ }).click();
  await sheet.getByLabel("Buyer's name").fill("Marta Prell");
  await sheet.getByLabel("Buyer's mail address").fill("marta.prell@example.org");
  await sheet.getByRole("checkbox", { name: "The invoice is for a company" }).click();
  await sheet.getByLabel("Company", { exact: true }).fill(COMPANY);
  await sheet.getByLabel("Its reference, such as a purchase order").fill("PO-9");
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: /^Ask for €/ }).click();
  await expect(page.getByText(/^To be paid by transfer by/)).toBeVisible();

  // The buyer, who has no account, sees how it is paid by the link of the mail.
  const mail = await mailTo(page, "marta.prell@example.org", /^To be paid by/);
  const context = await browser.newContext({ ...(baseURL && { baseURL }) });
  const buyer = await context.newPage();
  await buyer.goto(/http\S+\/orders\/\S+secret=\S+/.exec(mail.text)?.[0] ?? "");
  await expect(buyer.getByRole("heading", { name: /^To be paid by/ })).toBeVisible();
  await expect(buyer.getByText("IBAN", { exact: false })).toBeVisible();
  await expect(buyer.getByRole("link", { name: "The request as a file" })).toBeVisible();
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);

  await page.getByRole("button", { name: "Mark as paid by transfer" }).click();
  await page.getByLabel("A note, such as the bank's number").fill("Statement 3");
  await page.getByRole("button", { name: "It is paid" }).click();
  const invoice = page.getByRole("dialog").getByRole("link", { name: /^Invoice A-\d{4}-\d{4}$/ });
  await expect(invoice).toBeVisible();
  await expect(page.getByText(/Paid, part 1 by transfer: Statement 3/)).toBeVisible();
  const number = ((await invoice.textContent()) ?? "").replace("Invoice ", "");

  // Her page knows by itself.
  await expect(buyer.getByRole("heading", { name: "It is yours" })).toBeVisible({
    timeout: 20_000,
  });
  // What is to come is transferred too, and no card is asked for.
  await expect(buyer.getByText(/^Say with the transfer/)).toBeVisible();
  await expect(buyer.getByRole("listitem").filter({ hasText: "to come" })).toHaveCount(2);
  await expect(buyer.getByRole("button", { name: /card/ })).toHaveCount(0);
  const link = buyer.getByRole("link", { name: `Invoice ${number}` });
  const file = await buyer.request.get((await link.getAttribute("href")) ?? "");
  expect(file.headers()["content-type"]).toBe("application/pdf");
  await context.close();

  // And it stands among the month's.
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("link", { name: "Invoices" }).click();
  // By number, the latest at the end: drawn once one comes there, where a month has many.
  await expect(async () => {
    await page.mouse.wheel(0, 5_000);
    await expect(page.getByText(number)).toBeVisible({ timeout: 1_000 });
  }).toPass({ timeout: 20_000 });
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
});
