/** The catalog, by somebody who is not signed in: found, narrowed, opened; and readable before any script has run. */
import { expect, test } from "../helpers";

test.use({ who: null, allowedErrors: /status of 401/ });

test("a visitor finds a course, reads what it costs, and comes to its page and back", async ({
  page,
}) => {
  await page.goto("/ember-row");
  await expect(page.getByRole("heading", { level: 1, name: /Ember Row/ })).toBeVisible();
  const list = page.getByRole("list", { name: "What the school offers" });
  const sourdough = list
    .getByRole("listitem")
    .filter({ has: page.getByRole("heading", { name: "Sourdough from a cold kitchen" }) });
  await expect(sourdough).toContainText(/€\d/);
  // What is private, and what is for the staff of partners, is not shown.
  await expect(list).not.toContainText("The winter baker");
  await expect(list).not.toContainText("allergen");
  await expect(list).toContainText("€19.00 every month");
  await sourdough.getByRole("link").click();
  await expect(page.getByRole("heading", { level: 1, name: /Sourdough/ })).toBeVisible();
  await page.getByRole("button", { name: "What if I miss a week?" }).click();
  await expect(page.getByText(/Nothing closes/)).toBeVisible();
  await page.getByRole("link", { name: /Ember Row/ }).click();
  await expect(list).toBeVisible();
});

test("its pages can be read without scripts, and say to programs what they are", async ({
  browser,
  baseURL,
}) => {
  test.skip(test.info().project.name !== "wide");
  const context = await browser.newContext({ baseURL: baseURL ?? "", javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto("/ember-row");
  await expect(page.getByRole("heading", { level: 1, name: /Ember Row/ })).toBeVisible();
  await page.getByRole("link", { name: /Sourdough from a cold kitchen/ }).click();
  await expect(page.getByRole("heading", { level: 2, name: "What is in it" })).toBeVisible();
  await expect(page.getByText("Flour, water, patience")).toBeVisible();
  const data = JSON.parse(
    (await page.locator('script[type="application/ld+json"]').textContent()) ?? "null",
  );
  expect(data).toMatchObject({ "@type": "Course", offers: { priceCurrency: "EUR" } });
  const sitemap = await page.request.get("/ember-row/sitemap.xml");
  expect(await sitemap.text()).toContain(`${baseURL}/ember-row/c/cold-kitchen`);
  await context.close();
});
