/** A subscription paid by the month is paid by the year: the arithmetic first, one press, and what has come of it. */
import { accessibilityFaults, expect, settled, test } from "../helpers";

test("the buyer sees what a change comes to, presses once, and has an invoice for it", async ({
  page,
  browser,
  baseURL,
}) => {
  const offer = {
    title: "Crumbs by the month",
    courses: [{ id: "cold-kitchen" }],
    options: [
      { id: "monthly", kind: "subscription", amount: 1500, every: "P1M", default: true },
      { id: "yearly", kind: "subscription", amount: 15_000, every: "P1Y" },
    ],
    tax: { rate: 2300, included: true },
  };
  const headers = { origin: baseURL ?? "" };
  const made = await page.request.post("/api/schools/ember-row/listings", {
    data: { title: offer.title, courses: ["cold-kitchen"] },
    headers,
  });
  const { id } = (await made.json()) as { id: string };
  const kept = await page.request.put(`/api/schools/ember-row/listings/${id}`, {
    data: { number: 1, offer, state: "private" },
    headers,
  });
  expect(kept.status()).toBe(200);
  const context = await browser.newContext({
    ...(baseURL && { baseURL }),
    viewport: { width: 390, height: 844 },
  });
  const buyer = await context.newPage();
  await buyer.goto(`/ember-row/o/${id}`);
  await buyer.getByLabel("Your name").fill("Nadja Roth");
  await buyer.getByLabel("Mail address", { exact: true }).fill("nadja.roth@example.org");
  await buyer.getByRole("button", { name: /^Pay €15\.00/ }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "It is yours" })).toBeVisible({
    timeout: 20_000,
  });
  await buyer.getByRole("button", { name: "Pay in another way" }).click();
  const ways = buyer.getByRole("group", { name: "Other ways to pay" });
  await expect(ways).toContainText("€150.00 every year");
  // On the day of the purchase all of the period is left.
  await expect(ways).toContainText("less €15.00 for what is left of your period: €135.00");
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await ways.getByRole("button", { name: "Pay €135.00 and change it today" }).click();
  await expect(buyer.getByRole("link", { name: /^Invoice / })).toHaveCount(2, { timeout: 20_000 });
  await expect(buyer.getByText(/Next: €150\.00 on/)).toBeVisible();
  await context.close();
});
