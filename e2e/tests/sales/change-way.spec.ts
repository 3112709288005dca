/** A subscription paid by the month is paid by the year: the arithmetic first, one press, what has come of it; by another card. */
import { accessibilityFaults, expect, scrollAndPress, settled, test } from "../helpers";

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
  await settled(buyer);
  await scrollAndPress(buyer, buyer.getByRole("button", { name: "Pay in another way" }));
  const ways = buyer.getByRole("group", { name: "Other ways to pay" });
  await expect(ways).toContainText("€150.00 every year");
  // On the day of the purchase all of the period is left.
  await expect(ways).toContainText("less €15.00 for what is left of your period: €135.00");
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await ways.getByRole("button", { name: "Pay €135.00 and change it today" }).click();
  await expect(buyer.getByRole("link", { name: /^Invoice / })).toHaveCount(2, { timeout: 20_000 });
  await expect(buyer.getByText(/Next: €150\.00 on/)).toBeVisible();

  // Nothing is due. Another card is put in all the same; it ends before the next year, which is said, and one more is.
  const putIn = async (number: string) => {
    await buyer.getByRole("button", { name: "Put in another card" }).click();
    await expect(buyer.getByText("Nothing is charged now.")).toBeVisible();
    await buyer.getByLabel("Card number").fill(number);
    await buyer.getByRole("button", { name: "Keep this card" }).click();
  };
  await putIn("9000 0000 0000 0010");
  await expect(buyer.getByText(/^Charged to the card ending in 0010/)).toBeVisible({
    timeout: 20_000,
  });
  await expect(buyer.getByText(/the card is not good any more by then\.$/)).toBeVisible();
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await putIn("9000 0000 0000 0001");
  await expect(buyer.getByText(/^Charged to the card ending in 0001/)).toBeVisible({
    timeout: 20_000,
  });
  await expect(buyer.getByText(/the card is not good/)).toHaveCount(0);
  await context.close();

  // The year costs more from now on; whoever pays it already is told, and pays it from a day that lies ahead.
  await page.goto(`/ember-row/sales/${id}`);
  const yearly = page.getByRole("group", { name: "Again and again" }).last();
  await yearly.getByRole("button", { name: "€150.00" }).click();
  await page.getByLabel("Each time").fill("180.00");
  await page.getByRole("button", { name: "Close" }).click();
  await expect(page.getByText(/This price holds for new buyers/)).toBeVisible({ timeout: 20_000 });
  await page.getByRole("button", { name: "Announce the price to them" }).click();
  await expect(
    page.getByRole("heading", { name: "€180.00 for those who pay already" }),
  ).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Tell them" }).click();
  await expect(page.getByText(/They were told of this price on/)).toBeVisible();
});
