/** A course in parts: cut at modules with the arithmetic in sight, made in one press, and one text in both. */
import { accessibilityFaults, expect, test } from "../helpers";

// Nobody can be in it before it is published.
test.use({ allowedErrors: /status of 404/ });

test("a course is cut into parts that are priced by themselves and together, and made as drafts", async ({
  page,
  baseURL,
}) => {
  test.skip(test.info().project.name !== "phone");
  const title = `Rye in parts ${Date.now() % 1_000_000}`;
  const made = await page.request.post("/api/schools/ember-row/courses", {
    headers: { origin: baseURL ?? "" },
    data: { title, shape: "part-a-week" },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/ember-row/courses/${id}/sales`);
  await page.getByRole("button", { name: "Split it into parts" }).click();
  const sheet = page.getByRole("dialog", { name: "Split it into parts" });
  const parts = sheet.getByRole("list", { name: "The parts" }).getByRole("listitem");
  const cuts = sheet.getByRole("checkbox");
  // In two to begin with; and without a price of all there is nothing to make yet.
  await expect(parts).toHaveCount(2);
  await expect(sheet.getByRole("button", { name: "Make 2 courses" })).toBeDisabled();
  await cuts.first().click();
  await expect(parts).toHaveCount(3);
  await cuts.first().click();
  await sheet.getByLabel("All parts together, EUR").fill("120");
  await sheet.getByRole("radio", { name: "The same for each" }).click();
  await expect(sheet.getByLabel("Part 1 alone, EUR")).toHaveValue("72.00");
  await expect(sheet.getByText(/^Together €120.00 instead of €144.00: €24.00 saved/)).toBeVisible();
  await sheet.getByLabel("Part 2 alone, EUR").fill("90");
  await expect(sheet.getByText(/^Together €120.00 instead of €162.00/)).toBeVisible();
  await sheet.getByLabel("Part 1 is called").fill(`${title}, the beginning`);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Make 2 courses" }).click();
  const done = page.getByRole("dialog", { name: "It is in parts" });
  await expect(done.getByText(/2 courses and 3 listings were made, as drafts/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await done.getByRole("link", { name: "All parts together" }).click();
  await expect(page.getByText(/^Together €120.00 instead of €162.00/)).toBeVisible();
  await page.goBack();
});
