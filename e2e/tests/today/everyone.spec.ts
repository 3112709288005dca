/** The people of the whole school: found by name, one of them with all they hold. */
import { accessibilityFaults, expect, test } from "../helpers";

test("somebody is found among all people, with each course on its horizon, and led to what can be done", async ({
  page,
}) => {
  await page.goto("/ember-row/people");
  await expect(page.getByRole("heading", { name: "People", level: 1 })).toBeVisible();
  await expect(page.getByRole("link", { name: /@/ }).first()).toBeVisible();
  // Other tests bring people of their own: she is looked for.
  await page.getByLabel("Find somebody").fill("alma ferr");
  await expect(page.getByRole("link", { name: /Alma Ferreira/ })).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByLabel("Find somebody").fill("callum");
  await expect(page.getByRole("link", { name: /Alma Ferreira/ })).toBeHidden();
  await page.getByRole("link", { name: /Callum Reyes/ }).click();
  await expect(page.getByRole("heading", { name: "Callum Reyes", level: 1 })).toBeVisible();
  await expect(page.getByText(/Sydney time/)).toBeVisible();
  await expect(page.getByRole("img", { name: /^Horizon:/ }).first()).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: /can be done: Sourdough/ }).click();
  await expect(page).toHaveURL(/cold-kitchen\?enrollment=sourdough-08$/);
});
