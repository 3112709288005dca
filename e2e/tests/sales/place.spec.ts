/** Tax by the buyer's place: whoever buys sees their own price before they are asked for anything. */
import { accessibilityFaults, expect, test } from "../helpers";

// Only signed-out visitors matter here, and a country without a rate is refused.
test.use({ who: null, allowedErrors: /status of 4(01|22)/ });

test("a consumer abroad and a company see their price and its tax, and why", async ({ page }) => {
  await page.goto("/ember-row/o/the-winter-baker");
  const price = page.getByRole("group", { name: "The price, line by line" });
  await expect(price.getByText("tax included", { exact: false })).toBeVisible();
  const total = async () =>
    (await price.getByText("To pay today").locator("xpath=../*[2]").textContent()) ?? "";
  const whole = Number((await total()).replaceAll(/[^\d.]/g, ""));
  const net = Math.round((whole * 100) / 1.23) / 100;

  const country = page.getByLabel("Your country");
  await country.fill("germ");
  await page.getByRole("button", { name: /^Germany/ }).click();
  await expect(country).toHaveValue("Germany");
  await page.getByRole("button", { name: "Why this price" }).click();
  await expect(page.getByText("The buyer is in Germany: its tax counts.")).toBeVisible();
  await page.getByRole("switch", { name: "I buy for a company" }).click();
  const number = page.getByLabel("Its tax number");
  await number.fill("DE 1");
  await number.press("Enter");
  await expect(page.getByText("This number is not registered in your country.")).toBeVisible();
  await number.fill("DE 123456789");
  await number.press("Enter");
  await expect(price.getByText("Tax taken off")).toBeVisible();
  await expect(price.getByText(`€${net.toFixed(2)}`).first()).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  // A country the school keeps no rate for: said, and what was there stays to be chosen again.
  await country.fill("Austria");
  await page.getByRole("button", { name: /^Austria/ }).click();
  await expect(page.getByText("keeps no rate of tax for it", { exact: false })).toBeVisible();
});
