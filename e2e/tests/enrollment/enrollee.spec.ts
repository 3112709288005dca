/** An enrollee's side: go on in one press, finish, find one's dates, and take them into a calendar. */
import ICAL from "ical.js";
import { accessibilityFaults, expect, test } from "../helpers";

test.use({ who: "callum.reyes" });

/** Two projects share the demo: what one ticks, the other has ticked. */
test("from the shelf one goes on in one press, and from lesson to lesson to the module's end", async ({
  page,
}) => {
  await page.goto("/ember-row/shelf");
  await expect(page.getByRole("heading", { name: /^Good .*, Callum$/ })).toBeVisible();
  const horizon = page.getByRole("img", { name: /^Horizon: .*open.*to come/ });
  await expect(horizon.first()).toBeVisible();
  const on = page.getByRole("button", { name: /^Go on: / });
  const lesson = ((await on.getAttribute("aria-label")) ?? "").replace("Go on: ", "");
  await on.click();
  await expect(page.getByRole("heading", { name: lesson, level: 1 })).toBeVisible();
  await expect(page.getByText(/^\d+ of 27$/)).toBeVisible();
  // The places make room for the lesson's own bar on a phone.
  await expect(page.getByRole("navigation", { name: "Places" })).toHaveCount(
    test.info().project.name === "wide" ? 1 : 0,
  );
  for (let i = 0; i < 30; i += 1) {
    await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("…");
    const heading = await page.getByRole("heading", { level: 1 }).textContent();
    if (heading?.endsWith(": done")) break;
    await page.getByRole("button", { name: /^Done/ }).click();
    await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(heading ?? "");
  }
  await expect(page.getByRole("heading", { name: /: done$/, level: 1 })).toBeVisible();
  await expect(page.getByRole("list", { name: "What you have done" })).toContainText(lesson);
  await page.getByRole("button", { name: "To the course" }).click();
  await expect(page.getByText(/^\d+ of 24 lessons done$/)).toBeVisible();
});

test("a lesson is found by a part of its name, and what is shut says why and when", async ({
  page,
}) => {
  await page.goto("/ember-row/shelf/sourdough-08");
  await expect(page.getByText(/opens .*, in \d+ (days|weeks)/).first()).toBeVisible();
  await page.getByLabel("Find a lesson").fill("PERCENT");
  await page.getByRole("button", { name: /Percentages that add up/ }).click();
  await expect(page.getByText(/has no date yet/)).toBeVisible();
  // What staff call the hour is theirs.
  await expect(page.getByText(/release hour/)).toHaveCount(0);
  await page.getByLabel("Find a lesson").fill("nothing of the kind");
  await expect(
    page.getByText("Nothing here has “nothing of the kind” in its title."),
  ).toBeVisible();
});

test("one's dates stand by day, in one's own zone, and a calendar can subscribe to them", async ({
  page,
}) => {
  await page.goto("/ember-row/dates");
  await expect(page.getByText("Sydney time")).toBeVisible();
  const row = page.getByRole("link", { name: /A week of bread opens/ });
  await expect(row).toContainText(/\d\d:\d\d.*Sourdough from a cold kitchen · 4 lessons/);
  await page.getByRole("button", { name: "Subscribe" }).click();
  await page.getByRole("button", { name: /^Make a(n| new) address$/ }).click();
  const address = await page.getByLabel("The address").inputValue();
  // Whoever has the address needs no sign-in.
  const text = await (await fetch(address)).text();
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents("vevent")
    .map((event) => String(event.getFirstPropertyValue("summary")));
  expect(events).toContain("Opens: A week of bread");
  await page.getByRole("button", { name: "End the subscription" }).click();
  await expect(page.getByRole("button", { name: "Make an address" })).toBeVisible();
  expect((await fetch(address)).status).toBe(404);
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await row.click();
  await expect(page.getByRole("heading", { name: "Sourdough from a cold kitchen" })).toBeVisible();
});

test("what one was told is new on the shelf until one has read it, and leads there", async ({
  page,
}) => {
  await page.goto("/ember-row/shelf");
  // Whatever it is by now: other tests announce something, and move people.
  const fresh = page.getByRole("group", { name: "What is new" });
  const told = fresh.getByRole("button", { name: / New, / }).first();
  const named = (await told.innerText()).split("\n")[0] ?? "";
  await told.click();
  const letter = page.getByRole("dialog", { name: named });
  await expect(letter.getByText(/^Written to you /)).toBeVisible();
  // It is read, and stays open all the same.
  await expect(fresh.getByText(named, { exact: true })).toHaveCount(0);
  expect(await accessibilityFaults(page)).toEqual([]);
  await letter.getByRole("button", { name: "Go to the course" }).click();
  await expect(page).toHaveURL(/\/shelf/);
  await page.goto("/ember-row/me");
  const letters = page.getByRole("listitem").filter({ hasText: named });
  await expect(letters.first()).toContainText("Read, ");
});
