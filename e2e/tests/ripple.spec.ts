/** A running course is changed: who is hit is seen by name before it is saved, and may keep what they have. */
import type { TimelineAnswer } from "@dawngate/contract";
import { accessibilityFaults, ask, expect, test } from "./helpers";

test("a change names who loses what is open, and is kept from those who are in", async ({
  page,
  baseURL,
}) => {
  const school = "/api/schools/ember-row";
  const post = async (path: string, data?: object) => {
    const answer = await page.request.post(`${school}${path}`, {
      data: data ?? {},
      headers: { origin: baseURL ?? "" },
    });
    expect(answer.status()).toBe(200);
    return answer.json();
  };
  const title = `Ripple ${test.info().project.name} ${Date.now() % 1_000_000}`;
  const { id } = await post("/courses", { title, shape: "part-a-week" });
  await post(`/courses/${id}/versions`);
  const people: string[] = [];
  for (const name of ["Ada Oats", "Bo Millet"]) {
    const email = `${name.split(" ")[0]?.toLowerCase()}-${Date.now()}@example.org`;
    const made = await post(`/courses/${id}/enrollments`, {
      name,
      email,
      timeZone: "Europe/Lisbon",
      cohort: null,
    });
    people.push(made.enrollment);
  }
  await page.goto(`/ember-row/courses/${id}/edit`);
  await page.getByRole("button", { name: /^Module Week 1 opens at once/ }).click();
  await page.getByRole("button", { name: "some days after enrolling" }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await page.getByRole("button", { name: "Publish changes" }).click();
  const ripple = page.getByRole("region", { name: "Ripple" });
  await expect(ripple.getByText("2 people of 2 are touched.")).toBeVisible();
  await expect(
    ripple.getByText("Something that is open now can no longer be opened: 2 people."),
  ).toBeVisible();
  await expect(ripple.getByText("Ada Oats")).toBeVisible();
  await expect(ripple.getByText(/^loses “Week 1”/).first()).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("radio", { name: /^for new enrollments only/ }).click();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Version 2 is published.")).toBeVisible();
  for (const enrollment of people) {
    const { items, version } = await ask<TimelineAnswer>(
      page,
      `/courses/${id}/timeline?enrollment=${enrollment}`,
    );
    expect([version, items[0]?.state]).toEqual([1, "open"]);
  }
});
