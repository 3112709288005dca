/** Everybody in a course at once, counted beside the page. */
import type { Course } from "@dawngate/contract/courses";
import { accessibilityFaults, ask, expect, test } from "../helpers";

test("how many have what open is counted, follows the instant, and says when it opens", async ({
  page,
}) => {
  const { modules } = await ask<Course>(page, "/courses/winter-rye");
  const last = modules.at(-1)?.title ?? "";
  await page.goto("/ember-row/courses/winter-rye/everybody");
  const row = page
    .getByRole("list", { name: "Modules and lessons" })
    .getByRole("listitem")
    .filter({ hasText: last });
  await expect(row.getByText(/^\d+ of \d+ have it open, opens /)).toBeVisible();
  const open = async () =>
    Number(/^\d+/.exec(await row.getByText(/have it open/).innerText())?.[0]);
  const before = await open();
  expect(await accessibilityFaults(page)).toEqual([]);
  const slider = page.getByRole("slider", { name: "The instant one looks at" });
  await slider.focus();
  // Until it has opened for somebody: later it is over for them, and ahead of others.
  for (let week = 0; week < 20 && (await open()) === before; week++) {
    await slider.press("PageUp");
    await page.waitForFunction(
      () => new Promise((resolve) => requestAnimationFrame(() => resolve(true))),
    );
  }
  await expect.poll(open).not.toBe(before);
});
