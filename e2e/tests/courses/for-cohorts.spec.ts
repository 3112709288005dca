/** A lesson that only one cohort has: marked in the workbench, said in its row, and there for them alone. */
import { accessibilityFaults, ask, expect, poster, settled, test } from "../helpers";

interface Page {
  modules: { lessons: { title: string }[] }[];
}

test("a lesson is given to one cohort alone; visitors are not promised it", async ({
  page,
  baseURL,
}) => {
  const post = poster(page, baseURL);
  const { id } = await post("/courses", { title: `For some ${Date.now() % 1_000_000}` });
  const lessons = ["Meet your group", "First dough"].map((title, i) => ({ id: `l${i}`, title }));
  await post(`/courses/${id}/draft`, {
    base: 0,
    clientId: `client-${id}`,
    operations: [
      {
        number: 1,
        operation: {
          type: "insert-module",
          module: { id: "m", title: "Welcome", lessons },
          after: null,
        },
      },
    ],
  });
  await post(`/courses/${id}/versions`);
  const dates = { window: null, starts: "2027-04-05", ends: "2027-06-25", grace: 14, seats: null };
  await post(`/courses/${id}/cohorts`, { name: "Spring", ...dates });

  await page.goto(`/ember-row/courses/${id}/edit`);
  await page.getByRole("button", { name: /^More.*Meet your group/ }).click();
  const sheet = page.getByRole("dialog");
  const whose = sheet.getByRole("group", { name: "Who has it" });
  await expect(whose.getByRole("checkbox", { name: "everybody" })).toBeChecked();
  await whose.getByRole("checkbox", { name: "only Spring" }).click();
  await expect(whose.getByRole("checkbox", { name: "everybody" })).not.toBeChecked();
  await expect(sheet.getByText(/^For others, and for visitors, it is as if/)).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Close" }).click();
  await expect(
    page.getByRole("button", { name: /^Lesson Meet your group opens .* · only one cohort/ }),
  ).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Publish changes" }).click();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect
    .poll(async () => {
      const { modules } = await ask<Page>(page, `/catalog/${id}`);
      return modules.flatMap((module) => module.lessons.map(({ title }) => title));
    })
    .toEqual(["First dough"]);
});
