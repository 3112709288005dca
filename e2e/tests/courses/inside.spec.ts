/** A course is put into another, follows where its author wants it to, and is met there by whoever looks. */
import type { Draft } from "@dawngate/contract/courses";
import {
  accessibilityFaults,
  ask,
  expect,
  moreTool,
  poster,
  scrollAndPress,
  settled,
  stickingOut,
  test,
} from "../helpers";

const made = async (post: ReturnType<typeof poster>, title: string, lessons: string[]) => {
  const { id } = await post("/courses", { title });
  const rows = lessons.map((lesson, i) => ({ id: `l${i}`, title: lesson, minutes: 5 }));
  const module = { id: "m", title: `${title}, first`, lessons: rows };
  await post(`/courses/${id}/draft`, {
    base: 0,
    clientId: `client-${id}`,
    operations: [{ number: 1, operation: { type: "insert-module", module, after: null } }],
  });
  return id;
};

test("a course stands inside another, is moved as a whole, and takes in what is published of it later", async ({
  page,
  baseURL,
}) => {
  const post = poster(page, baseURL);
  const publish = (id: string) => post(`/courses/${id}/versions`);
  const inner = await made(post, "Crust and crumb", ["Crust", "Crumb"]);
  await publish(inner);
  const outer = await made(post, "A bakery in a year", ["Beginning"]);
  await page.goto(`/ember-row/courses/${outer}/edit`);
  await moreTool(page, "Put a course in");
  const sheet = page.getByRole("dialog");
  // Of more than a dozen one is found by its title.
  const one = sheet.getByRole("radio", { name: "Crust and crumb" });
  const find = sheet.getByLabel("Find a course");
  await expect(one.or(find).first()).toBeVisible();
  if (await find.isVisible()) await find.fill("crust and");
  await one.click();
  await expect(sheet.getByText("Crust and crumb: one module, 2 lessons, 10 min")).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Put “Crust and crumb” in" }).click();
  const block = page
    .getByRole("listitem")
    .filter({ has: page.getByRole("button", { name: /^More about the course inside/ }) });
  await expect(block).toContainText("A course inside · one module, 2 lessons, 10 min");
  await expect(block).toContainText("Crust and crumb, first");
  // Its rows are read here: there is no field to type into.
  await block.getByRole("button", { name: /^Crust and crumb/ }).click();
  await expect(block.getByText("Crumb", { exact: true })).toBeVisible();
  await expect(block.locator("input")).toHaveCount(0);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);

  await scrollAndPress(page, page.getByRole("button", { name: /^More about the course inside/ }));
  await sheet.getByRole("button", { name: "Move up" }).click();
  await expect(sheet.getByRole("button", { name: "Move up" })).toBeDisabled();
  await page.keyboard.press("Escape");
  await expect(page.getByText(/^Kept/)).toBeVisible();
  const order = async () => {
    const draft = await ask<Draft>(page, `/courses/${outer}/draft`);
    return draft.course.modules.map(({ title }) => title);
  };
  await expect.poll(order).toEqual(["Crust and crumb, first", "A bakery in a year, first"]);
  await publish(outer);

  // At home a lesson comes to it, and is published: here that is seen, and taken in by one press.
  await post(`/courses/${inner}/draft`, {
    base: 1,
    clientId: "client-inside-later",
    operations: [
      {
        number: 1,
        operation: { type: "set-lesson", item: "l1", set: { title: "Crumb, open and closed" } },
      },
    ],
  });
  await publish(inner);
  await page.reload();
  await expect(block).toContainText("Published anew since");
  await scrollAndPress(page, page.getByRole("button", { name: /^More about the course inside/ }));
  await expect(sheet.getByText("It was published anew since.")).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Take the new version in" }).click();
  await expect(block).not.toContainText("Published anew since");
  await block.getByRole("button", { name: /^Crust and crumb/ }).click();
  await expect(block.getByText("Crumb, open and closed")).toBeVisible();

  // Whoever looks at the course from outside sees where it begins.
  await page.goto(`/ember-row/c/${outer}`);
  await expect(page.getByText("Crust and crumb, a course inside this one:")).toBeVisible();
  // The inner one says where it stands.
  await page.goto(`/ember-row/courses/${inner}/edit`);
  await expect(page.getByText(/This course stands inside “A bakery in a year”/)).toBeVisible();
});
