/** A partner is taken on, passes on a link, and somebody buys by it; both sides see whose share it is. */
import { accessibilityFaults, expect, mailTo, settled, test } from "../helpers";

test.use({ allowedErrors: /status of 422/ });

test("somebody buys by a partner's link: the seller sees the share on the order, the partner on a page of their own", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(120_000);
  const stamp = Date.now() % 1_000_000;
  const name = `Crumb ${stamp}`;
  await page.goto("/ember-row/sales");
  await page.getByRole("link", { name: "Partners" }).click();
  // Among the partners, and in what was paid out.
  await expect(page.getByRole("link", { name: "Moinho da Ribeira" }).first()).toBeVisible();
  await page.getByRole("button", { name: "A new partner" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Their name").fill(name);
  await expect(sheet.getByLabel("The word of their links")).toHaveValue(`crumb-${stamp}`);
  await sheet.getByLabel("Mail address").fill(`crumb-${stamp}@example.org`);
  // Another's word is refused at its place.
  await sheet.getByLabel("The word of their links").fill("moinho");
  await sheet.getByRole("button", { name: "Take them on" }).click();
  await expect(sheet.getByText(/"moinho" is another partner's/)).toBeVisible();
  await sheet.getByLabel("The word of their links").fill(`crumb-${stamp}`);
  await sheet.getByLabel("Percent of what is paid").fill("12,5");
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Take them on" }).click();
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
  await expect(page.getByText("No order has come by these links yet.")).toBeVisible();
  const link = await page.getByLabel("The link to all of the school").inputValue();

  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const buyer = await context.newPage();
  await buyer.goto(link);
  await buyer.goto("/ember-row/o/sourdough");
  await buyer.getByRole("radio", { name: /^Once/ }).click();
  await buyer.getByLabel("Your name").fill("Ines Prado");
  await buyer.getByLabel("Mail address", { exact: true }).fill(`ines-${stamp}@example.org`);
  await buyer.getByRole("button", { name: /^Pay €/ }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "It is yours" })).toBeVisible({
    timeout: 20_000,
  });

  await page.reload();
  await expect(page.getByText(/^earned by 1 order of €/)).toBeVisible();
  await expect(page.getByText(/^1 browser has come by their links/)).toBeVisible();
  await expect(page.getByText("Ines Prado").first()).toBeVisible();
  await page.getByRole("button", { name: "Send them a link" }).click();
  const own = await page.getByLabel("The link to their page").inputValue();
  expect(
    (await mailTo(page, `crumb-${stamp}@example.org`, /Your page as a partner/)).text,
  ).toContain(own);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  // The order says who brought it.
  await page.goto("/ember-row/sales/orders");
  await page.getByLabel("Find by name or address").fill(`ines-${stamp}`);
  await page.getByRole("link", { name: /Ines Prado/ }).click();
  await expect(
    page.getByRole("dialog").getByRole("link", { name: `Brought by ${name}` }),
  ).toBeVisible();

  await buyer.goto(own);
  await expect(buyer.getByRole("heading", { level: 1, name: `What ${name} brings` })).toBeVisible();
  await expect(buyer.getByRole("list", { name: "What they brought" })).toContainText("12.5 % of €");
  await expect(buyer.getByText("Ines Prado")).toHaveCount(0);
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await context.close();
});

test("a share that can be paid out is marked once, and taken back", async ({ page }) => {
  await page.goto("/ember-row/sales/partners/p-000000000001");
  const mark = page.getByRole("button", { name: /^Mark €\S+ as paid out$/ });
  await mark.click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Paid out, EUR").fill("99999");
  await sheet.getByRole("button", { name: "Mark as paid out" }).click();
  await expect(sheet.getByText(/can be paid out to them by now/)).toBeVisible();
  await sheet.getByLabel("Paid out, EUR").fill("1");
  await sheet.getByLabel("A note, or nothing").fill("Tried");
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Mark as paid out" }).click();
  const paid = page.getByRole("list", { name: "What was paid out" });
  await expect(paid.getByText(/: Tried$/)).toBeVisible();
  await paid.getByRole("button", { name: /^Take back €1\.00/ }).click();
  await expect(paid.getByText("€1.00, taken back")).toBeVisible();
});
