/** A running course is changed: who is hit is seen by name before it is saved, kept in three ways, and taken back. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { Page } from "@playwright/test";
import { accessibilityFaults, ask, expect, mailTo, moreTool, test } from "../helpers";

/** A course with a part a week and two people in it, published. */
async function running(page: Page, baseURL: string | undefined) {
  const post = async (path: string, data?: object) => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, {
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
    const person = { name, email, timeZone: "Europe/Lisbon", cohort: null };
    people.push((await post(`/courses/${id}/enrollments`, person)).enrollment);
  }
  const timeline = (enrollment: string) =>
    ask<TimelineAnswer>(page, `/courses/${id}/timeline?enrollment=${enrollment}`);
  return { id: id as string, title, people, post, timeline };
}

/** The first part opens a week later than it does. */
async function putOff(page: Page, id: string) {
  await page.goto(`/ember-row/courses/${id}/edit`);
  await page.getByRole("button", { name: /^Module Week 1 opens at once/ }).click();
  await page.getByRole("button", { name: "some days after enrolling" }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
}

test("a change names who loses what is open, and is kept from those who are in", async ({
  page,
  baseURL,
}) => {
  const { id, people, timeline } = await running(page, baseURL);
  await putOff(page, id);
  await page.getByRole("button", { name: "Publish changes" }).click();
  const ripple = page.getByRole("region", { name: "Ripple" });
  await expect(ripple.getByText("2 people of 2 are touched.")).toBeVisible();
  await expect(
    ripple.getByText("Something that is open now can no longer be opened: 2 people."),
  ).toBeVisible();
  await expect(ripple.getByText("Ada Oats")).toBeVisible();
  await expect(ripple.getByText(/^loses “Week 1”/).first()).toBeVisible();
  await ripple.getByRole("button", { name: "Dates before and after" }).first().click();
  await expect(
    page.getByRole("group", { name: /^Dates of (Ada Oats|Bo Millet) before and after$/ }),
  ).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("radio", { name: "for new enrollments only" }).click();
  await expect(ripple.getByText("Nothing changes for the 2 people who are in it.")).toBeVisible();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Version 2 is published.")).toBeVisible();
  for (const enrollment of people) {
    const { items, version } = await timeline(enrollment);
    expect([version, items[0]?.state]).toEqual([1, "open"]);
  }
});

test("for everybody, compared, and brought back: everybody has the dates they had", async ({
  page,
  baseURL,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  const { id, people, timeline } = await running(page, baseURL);
  const before = await Promise.all(people.map(timeline));
  await putOff(page, id);
  await page.getByRole("button", { name: "Publish changes" }).click();
  await page.getByLabel("A note for the list of versions").fill("A week to settle in");
  await page.getByRole("button", { name: "Publish, 2 touched" }).click();
  await expect(page.getByText("Version 2 is published.")).toBeVisible();
  expect((await timeline(people[0] ?? "")).items[0]?.state).toBe("scheduled");
  await moreTool(page, "Versions");
  await expect(page.getByText("A week to settle in")).toBeVisible();
  const table = page.getByRole("table", { name: "Version 1 beside Version 2" });
  await expect(table.getByText(/^\d+ (days?|weeks?) after enrolling/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Bring it back" }).click();
  const sheet = page.getByRole("dialog", { name: "Bring version 1 back" });
  await expect(
    sheet.getByText("Something that is shut now opens at once: 2 people."),
  ).toBeVisible();
  await sheet.getByRole("button", { name: "Publish, 2 touched" }).click();
  await expect(page.getByText(/^Version 3 is published/)).toBeVisible();
  await expect(page.getByText(/^Version 3, in force, version 1 again$/)).toBeVisible();
  const after = await Promise.all(people.map(timeline));
  const dates = (all: TimelineAnswer[]) =>
    all.map(({ items }) => items.map(({ id: item, opens, closes }) => [item, opens, closes]));
  expect(dates(after)).toEqual(dates(before));
});

test("only in favor keeps its promise for each of them, and the new one holds for who comes", async ({
  page,
  baseURL,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  const { id, people, timeline } = await running(page, baseURL);
  const before = await Promise.all(people.map(timeline));
  await putOff(page, id);
  await page.getByRole("button", { name: "Publish changes" }).click();
  await page.getByRole("radio", { name: "only in favor" }).click();
  await expect(page.getByText("Nothing changes for the 2 people who are in it.")).toBeVisible();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Version 2 is published.")).toBeVisible();
  for (const [i, enrollment] of people.entries()) {
    const { items, version } = await timeline(enrollment);
    expect(version).toBe(2);
    expect(items.map(({ opens }) => opens)).toEqual(before[i]?.items.map(({ opens }) => opens));
  }
  const day = new Date().toISOString().slice(0, 10);
  const fresh = await ask<TimelineAnswer>(page, `/courses/${id}/timeline?day=${day}`);
  expect(fresh.items[0]?.state).toBe("scheduled");
});

test("several people at once: marked, seen before it is done, on the record, taken back", async ({
  page,
  baseURL,
}) => {
  const { id, people, timeline } = await running(page, baseURL);
  const before = await Promise.all(people.map(timeline));
  await page.goto(`/ember-row/courses/${id}/people`);
  await page.getByRole("checkbox", { name: "Mark all 2" }).click();
  await page.getByRole("button", { name: "For 2 people…" }).click();
  const sheet = page.getByRole("dialog");
  // Left, the people are still marked and another thing can be chosen.
  await sheet.getByRole("button", { name: "Withdraw" }).click();
  // Its mail is read before anything is done, and worded for this once.
  await sheet.getByRole("button", { name: "See the mail" }).click();
  const letter = sheet.getByRole("article");
  await expect(letter).toContainText("You were withdrawn");
  await sheet.getByRole("button", { name: "Word it for this once" }).click();
  const subject = sheet.getByRole("textbox", { name: "Subject" });
  await subject.click();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("We are sorry, {person}");
  await expect(letter).toContainText("We are sorry, ");
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Leave it" }).click();
  await sheet.getByRole("button", { name: "Open something early" }).click();
  await sheet.getByRole("radio", { name: "Week 3" }).click();
  const effect = sheet.getByRole("region", { name: "What it would do" });
  await expect(effect.getByText("Dates move for 2 people.")).toBeVisible();
  await expect(effect.getByText(/^gains “Week 3”/).first()).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Open something early" }).click();
  await expect(sheet.getByText("Say why; it stays on the record.")).toBeVisible();
  await sheet.getByLabel("Reason").fill("They asked for it");
  await sheet.getByRole("button", { name: "Open something early" }).click();
  await expect(sheet).toBeHidden();
  const third = (one: TimelineAnswer) => one.items.filter(({ kind }) => kind === "module")[2];
  for (const enrollment of people) expect(third(await timeline(enrollment))?.state).toBe("open");

  await page.goto(`/ember-row/courses/${id}?enrollment=${people[0]}`);
  await page
    .getByRole("button", { name: /^Access/ })
    .first()
    .click();
  await expect(sheet.getByText(/Opened early by staff: Week 3 — They asked for it/)).toBeVisible();
  await sheet.getByRole("button", { name: "Take it back" }).click();
  await expect(effect.getByText(/^loses “Week 3”/)).toBeVisible();
  await sheet.getByLabel("Reason").fill("By mistake");
  await sheet.getByRole("button", { name: "Take it back" }).click();
  await expect(sheet.getByText(/Opening by staff taken back: Week 3 — By mistake/)).toBeVisible();
  const [one, other] = await Promise.all(people.map(timeline));
  expect(third(one as TimelineAnswer)?.opens).toBe(third(before[0] as TimelineAnswer)?.opens);
  expect(third(other as TimelineAnswer)?.state).toBe("open");
});

test("a cohort's dates: who is touched is seen before they are kept", async ({ page, baseURL }) => {
  const { id, post } = await running(page, baseURL);
  const year = new Date().getFullYear() + 1;
  const cohort = {
    name: "Spring",
    window: null,
    starts: `${year}-03-01`,
    ends: `${year}-06-01`,
    grace: 0,
    seats: null,
  };
  const made = await post(`/courses/${id}/cohorts`, cohort);
  const person = {
    name: "Cy Spelt",
    email: `cy-${Date.now()}@example.org`,
    timeZone: "Europe/Lisbon",
    cohort: made.id,
  };
  await post(`/courses/${id}/enrollments`, person);
  // What the mail of it told is known once they were looked at.
  const sent = "/api/schools/ember-row/notices/sent?kind=welcome&most=20";
  await expect
    .poll(async () => JSON.stringify(await (await page.request.get(sent)).json()), {
      timeout: 30_000,
    })
    .toContain(person.email);
  await page.goto(`/ember-row/courses/${id}/cohorts`);
  await page.getByRole("button", { name: "Change" }).click();
  await page.getByLabel("First day").fill(`${year}-03-15`);
  await page.getByRole("button", { name: "See what it does" }).click();
  const sheet = page.getByRole("dialog", { name: "What changes for cohort Spring" });
  await expect(sheet.getByText("1 person of 1 is touched.")).toBeVisible();
  await expect(sheet.getByText("Cy Spelt")).toBeVisible();
  await expect(
    sheet.getByText("They were told a date that it makes wrong: 1 person."),
  ).toBeVisible();
  await expect(sheet.getByRole("switch", { name: "Write to them afterwards" })).toBeChecked();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Keep it, 1 touched" }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText(/Mon 15 Mar|15 Mar/).first()).toBeVisible();
  const letter = await mailTo(page, person.email, /^A date has changed|^Dates have changed/);
  expect(letter.text).toContain("not ");
});
