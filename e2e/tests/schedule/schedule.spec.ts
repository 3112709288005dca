import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { ask, expect, test } from "../helpers";

const COURSE = "/ember-row/courses/cold-kitchen";
const isPhone = () => test.info().project.name === "phone";

test("signed in as staff, from the address alone one comes to the school's three courses, and into one of them", async ({
  page,
}) => {
  await page.goto("/");
  await expect(page).toHaveURL(/\/ember-row\/courses$/);
  for (const title of ["Rye through the winter", "Oven and allergen safety for partner bakeries"])
    await expect(page.getByRole("link", { name: new RegExp(title) })).toBeVisible();
  await page.getByRole("link", { name: /Sourdough from a cold kitchen/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Sourdough from a cold kitchen");
  await expect(page.getByText(/As if somebody enrolling/)).toBeVisible();
});

test("what a row says is what the server answers for that person", async ({ page }) => {
  for (const [course, enrollment] of [
    ["cold-kitchen", "sourdough-08"],
    ["winter-rye", "rye-07"],
    ["oven-and-allergens", "safety-07"],
  ]) {
    const at = new Date().toISOString();
    const answer = await ask<TimelineAnswer>(
      page,
      `/courses/${course}/timeline?enrollment=${enrollment}&at=${at}`,
    );
    await page.goto(`/ember-row/courses/${course}?enrollment=${enrollment}&at=${at}`);
    for (const item of answer.items.filter(({ kind }) => kind === "module")) {
      const state =
        item.state === "scheduled"
          ? `Opens ${sayWrittenInstant(item.opens ?? "", zoneOf(answer.clock), false)}`
          : item.state === "open" && item.done
            ? "Done"
            : { open: "Open", waiting: "Waiting", closed: item.done ? "Done, closed" : "Closed" }[
                item.state
              ];
      await expect(
        page.getByRole("button", { name: new RegExp(`^Module .*: ${state}\\.`) }).first(),
      ).toBeVisible();
    }
  }
});

test("every date explains itself on a press, and the sheet closes with Escape", async ({
  page,
}) => {
  await page.goto(`${COURSE}?enrollment=sourdough-08`);
  await page.getByRole("button", { name: /^Module Crust and crumb/ }).click();
  const sheet = page.getByRole("dialog");
  await expect(
    sheet.getByText(
      /21 days after they enrolled on .*, 5 days later because of a pause, at the release hour/,
    ),
  ).toBeVisible();
  await expect(sheet.getByText("+ 21 days")).toBeVisible();
  await expect(sheet.getByText(/Closes at the end of/)).toBeVisible();
  await expect(sheet.getByText(/Where this person lives, in Sydney/)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(sheet).toBeHidden();
  await page.getByRole("button", { name: /^Access/ }).click();
  await expect(page.getByRole("dialog").getByText(/moved the end by 5 days/)).toBeVisible();
});

test("somebody else is chosen by name, and the address keeps whom one looks at", async ({
  page,
}) => {
  await page.goto(COURSE);
  await page.getByRole("button", { name: /Change who/ }).click();
  await page.getByLabel("Find by name").fill("okafor");
  await page.getByRole("button", { name: /Hazel Okafor/ }).click();
  await expect(page).toHaveURL(/enrollment=sourdough-03/);
  await expect(page.getByText(/As if Hazel Okafor/)).toBeVisible();
  await expect(page.getByRole("button", { name: /^Module Starter alive: Waiting/ })).toBeVisible();
  await page.reload();
  await expect(page.getByText(/As if Hazel Okafor/)).toBeVisible();
});

test("somebody imagined: day, time, zone and cohort change the dates at once", async ({ page }) => {
  await page.goto("/ember-row/courses/winter-rye");
  await page.getByRole("button", { name: /Change who/ }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Day", { exact: true }).fill("2027-01-02");
  await sheet.getByLabel("Time", { exact: true }).fill("21:15");
  await sheet.getByLabel("Time zone").click();
  await sheet.getByLabel("Time zone").fill("new york");
  await sheet.getByRole("button", { name: /New York/ }).click();
  await sheet.getByRole("radio", { name: "Cohort Autumn" }).click();
  await sheet.getByRole("button", { name: "Close" }).click();
  await expect(page).toHaveURL(/day=2027-01-02&time=21%3A15/);
  await expect(
    page.getByText(/somebody enrolling Sat 2 Jan 2027, 21:15 into cohort Autumn, New York/),
  ).toBeVisible();
  // The autumn cohort's access has ended, or ends, with its grace; who is in no cohort waits for its first day for ever.
  await page.goto(`/ember-row/courses/winter-rye?day=2027-01-02&time=21:15&zone=Europe/Lisbon`);
  await expect(page.getByRole("button", { name: /^Module Three stages: Waiting/ })).toBeVisible();
});

test("the instant one looks at moves by keys, and all states follow", async ({ page }) => {
  await page.goto(`${COURSE}?day=2027-03-05&time=14:20&zone=Europe/Lisbon&at=2027-03-11T12:00:00Z`);
  const second = (state: string) =>
    page.getByRole("button", { name: new RegExp(`^Module The first loaf: ${state}`) });
  await expect(second("Opens Fri 12 Mar, 07:00")).toBeVisible();
  const handle = page.getByRole("slider", { name: "The instant one looks at" });
  await expect(handle).toHaveAttribute("aria-valuetext", "Thu 11 Mar 2027, 12:00");
  await handle.focus();
  await page.keyboard.press("ArrowRight");
  await expect(handle).toHaveAttribute("aria-valuetext", "Fri 12 Mar 2027, 12:00");
  await expect(second("Open")).toBeVisible();
  await expect(page).toHaveURL(/at=2027-03-12T12%3A00%3A00Z/);
});

test("the instant one looks at is dragged along the horizon", async ({ page }) => {
  await page.goto(`${COURSE}?day=2027-03-05&time=14:20&zone=Europe/Lisbon&at=2027-03-06T12:00:00Z`);
  const handle = page.getByRole("slider");
  await expect(handle).toBeVisible();
  const box = await handle.boundingBox();
  if (!box) throw new Error("no handle");
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y, { steps: 5 });
  await page.mouse.move(x + 150, y, { steps: 5 });
  await page.mouse.up();
  await expect(page).toHaveURL(/at=2027-(03-(1|2|3)\d|04)/);
  await expect(page.getByRole("button", { name: /^Module The first loaf: Open/ })).toBeVisible();
});

test("the instant can be set by day and time, and set back to now", async ({ page }) => {
  await page.goto(`${COURSE}?enrollment=sourdough-01`);
  await page.getByRole("button", { name: /Change when/ }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Day", { exact: true }).fill("2030-01-01");
  await expect(page).toHaveURL(/at=2030-01-01/);
  await sheet.getByRole("button", { name: "Close" }).click();
  await expect(page.getByRole("button", { name: /^Access: ended at/ })).toBeVisible();
  await page.getByRole("button", { name: /Change when/ }).click();
  await page.getByRole("button", { name: "Now" }).click();
  await expect(page).not.toHaveURL(/at=/);
});

test("lessons fold under their module, and a lesson can be read from its why", async ({ page }) => {
  await page.goto(COURSE);
  const lesson = page.getByRole("button", { name: /^Lesson Feeding by the clock/ });
  if (isPhone()) {
    await expect(lesson).toBeHidden();
    await page.getByRole("button", { name: "Show the lessons of Starter alive" }).click();
  }
  await lesson.click();
  await page.getByRole("link", { name: "Read this lesson" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Feeding by the clock");
  await expect(page.getByRole("cell", { name: "5 to 7 hours" })).toBeVisible();
  await page.getByRole("link", { name: "Sourdough from a cold kitchen" }).click();
  await expect(page.getByText(/As if/).first()).toBeVisible();
});
