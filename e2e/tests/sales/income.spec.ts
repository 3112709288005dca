/** What the school's orders brought, seen month by month. */
import { accessibilityFaults, expect, settled, test } from "../helpers";

test("a month is pressed in the picture, and its figures stand in the table; by listing they are fewer", async ({
  page,
}) => {
  await page.goto("/ember-row/sales/income");
  const months = page.getByRole("group", { name: "Income a month" });
  const first = months.getByRole("button").first();
  await expect(first).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await first.click();
  await expect(first).toHaveAttribute("aria-pressed", "true");
  const received = /received (€[\d,.]+),/.exec((await first.textContent()) ?? "")?.[1] ?? "?";
  await expect(page.getByRole("status").filter({ hasText: "received" })).toContainText(received);
  // Behind it stand its orders, and each is looked at.
  await page.getByRole("button", { name: /^The orders behind/ }).click();
  const behind = page.getByRole("list", { name: "Orders behind it" });
  await expect(behind.getByRole("listitem").first()).toContainText("received €");
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await behind.getByRole("link").first().click();
  await expect(page.getByText("What happened")).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("radio", { name: "Bread, month by month" }).click();
  await expect(page.getByText(/from \d+ orders/)).toBeVisible();
});
