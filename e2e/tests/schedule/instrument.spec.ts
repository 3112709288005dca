/** The schedule as an instrument: sentences, cadence, snags, horizon, rehearsal, why, the school calendar. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, moreTool, test } from "../helpers";

/** A blank outline of some modules with a lesson each, in the workbench. */
async function outline(page: Page, modules: number): Promise<string> {
  const name = `Parts ${test.info().project.name} ${Date.now() % 1_000_000}`;
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(name);
  await page.getByRole("button", { name: "Make a course" }).click();
  await moreTool(page, "Paste an outline");
  const text = Array.from(
    { length: modules },
    (_, i) => `## Part ${i + 1}\n- Lesson ${i + 1} (video, 6 min)\n\nWater ${i}.`,
  ).join("\n");
  await page.getByRole("dialog").getByLabel("The outline").fill(text);
  await page.getByRole("button", { name: "Read it" }).click();
  await page.getByRole("button", { name: "Put it in" }).click();
  await expect(page.getByLabel(`Title of module Part ${modules}`)).toBeVisible();
  return name;
}
const gateOf = (page: Page, module: string) =>
  page.getByRole("button", { name: new RegExp(`^Module ${module} opens`) });

test("a weekly Monday schedule over ten modules that skips closed Mondays, as one step", async ({
  page,
}) => {
  const days = ["2027-03-22", "2027-03-29"];
  const closed = await page.request.get("/api/schools/ember-row").then((one) => one.json());
  await page.request.patch("/api/schools/ember-row", {
    data: { calendar: { ...closed.calendar, closed: [...closed.calendar.closed, ...days] } },
  });
  await outline(page, 10);
  await page.getByRole("button", { name: /^As if .*Change who/ }).click();
  await page.getByRole("dialog").getByLabel("Day", { exact: true }).fill("2027-03-05");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Cadence", exact: true }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("checkbox", { name: "Mon" }).click();
  await sheet.getByRole("checkbox", { name: "not on closed days" }).click();
  const table = sheet.getByRole("table", { name: "Dates before and after" });
  const row = (part: number) => table.getByRole("row").nth(part);
  await expect(row(1)).toContainText("Fri 5 Mar, 12:00");
  await expect(row(2)).toContainText("Mon 15 Mar, 07:00");
  // The 22nd and the 29th are closed: it slides, and the rest with it.
  await expect(row(3)).toContainText("Mon 5 Apr, 07:00");
  await expect(row(4)).toContainText("Mon 12 Apr, 07:00");
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Set it for all 10" }).click();
  await expect(gateOf(page, "Part 3")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("button", { name: /^Module Part 3 opens at once/ })).toBeVisible();
  await moreTool(page, "Redo");
  await expect(
    page.getByRole("button", {
      name: /^Module Part 3 opens 1 week after “Part 2” opens, moved to a Monday that is a workday/,
    }),
  ).toBeVisible();
});

test("7, 7, 7 is caught and mended in one press, taken back, and meant so", async ({ page }) => {
  await outline(page, 3);
  for (const part of ["Part 1", "Part 2", "Part 3"]) {
    await gateOf(page, part).click();
    await page.getByRole("button", { name: "some days after enrolling" }).click();
    await page.getByRole("button", { name: "Close", exact: true }).click();
    // What is said of the snag can make a row taller: the next one is pressed where it stands then.
    if (part === "Part 2")
      await expect(gateOf(page, part)).toContainText("same day as the one before");
  }
  const snags = page.getByRole("region", { name: "Snags" });
  await expect(
    snags.getByText(
      /“Part 1”, “Part 2” and “Part 3” open on one day: each says 7 days after enrolling/,
    ),
  ).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await snags.getByRole("button", { name: "Make them 14 days and 21 days" }).click();
  await expect(
    page.getByRole("button", { name: /^Module Part 3 opens 21 days after enrolling: / }),
  ).toBeVisible();
  await expect(snags.getByText(/open on one day/)).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(snags.getByText(/open on one day/)).toBeVisible();
  await snags.getByRole("button", { name: "Meant so" }).first().click();
  await expect(snags.getByText(/open on one day/)).toBeHidden();
  await snags.getByRole("button", { name: /meant so/ }).click();
  await snags.getByRole("button", { name: "Not meant so" }).click();
  await expect(snags.getByText(/open on one day/)).toBeVisible();
});

test("a gate is a sentence: each part is pressed and changed, and given to others; a circle is refused with its place", async ({
  page,
}) => {
  await outline(page, 3);
  await gateOf(page, "Part 2").click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "some days after enrolling" }).click();
  await sheet.getByRole("button", { name: "7 days", exact: true }).click();
  await sheet.getByRole("radio", { name: "weeks" }).click();
  await sheet.getByLabel("How many").fill("2");
  await sheet.getByRole("button", { name: "+ weekdays" }).click();
  await sheet.getByRole("checkbox", { name: "Mon" }).click();
  await sheet.getByRole("button", { name: "a Monday" }).click();
  await sheet.getByRole("button", { name: "+ a time of day" }).click();
  await sheet.getByLabel("Time of day", { exact: true }).fill("09:30");
  await expect(sheet.getByRole("button", { name: "09:30", exact: true })).toBeVisible();
  await expect(sheet.getByText(/^Opens Mon .*, 09:30: 2 weeks after they enrolled/)).toBeVisible();
  await sheet.getByRole("button", { name: "Let it close" }).click();
  await expect(
    sheet.getByRole("group", { name: "Closes" }).getByRole("button", { name: "14 days" }),
  ).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Same for others …" }).click();
  await sheet.getByRole("checkbox", { name: "Part 3" }).click();
  await sheet.getByRole("button", { name: "Give it to one" }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(
    page.getByRole("button", {
      name: /^Module Part 3 opens 2 weeks after enrolling, moved to a Monday, at 09:30/,
    }),
  ).toBeVisible();
  // Part 3 waits for Part 2 already: that Part 2 waits for Part 3 is refused, and the circle is said.
  const waitFor = async (part: string, other: string) => {
    await gateOf(page, part).click();
    await sheet.getByRole("button", { name: "No gate: at once" }).click();
    await sheet.getByRole("button", { name: "some days after the one before" }).click();
    await sheet
      .getByRole("button", { name: /^“.*” opens$/ })
      .first()
      .click();
    await sheet
      .getByRole("radiogroup", { name: "Which" })
      .getByRole("radio", { name: other, exact: true })
      .click();
  };
  await waitFor("Part 3", "Part 2");
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await waitFor("Part 2", "Part 3");
  await expect(
    sheet.getByText(
      "Not kept: a circle. “Part 2” would wait for “Part 3”, which waits for “Part 2”.",
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(
    page.getByRole("button", { name: /^Module Part 2 opens 7 days after “Part 1” opens/ }),
  ).toBeVisible();
});

test("a gate is typed as a sentence, completed word by word, and a column of them is pasted", async ({
  page,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  await outline(page, 3);
  await gateOf(page, "Part 2").click();
  const field = page.getByLabel("As a sentence");
  await expect(field).toHaveValue("at once");
  await field.fill("14 days a");
  await page.getByRole("button", { name: "after", exact: true }).click();
  await page.getByRole("button", { name: "enrolling", exact: true }).click();
  await expect(page.getByRole("button", { name: "14 days", exact: true })).toBeVisible();
  // What is not understood changes nothing.
  await field.fill("14 days after the moon");
  await expect(
    page.getByText(
      /Understood up to “14 days after”\. “the moon” is not understood here; the gate stays/,
    ),
  ).toBeVisible();
  await expect(page.getByRole("button", { name: "14 days", exact: true })).toBeVisible();
  await field.fill("on a Monday");
  await field.fill("21 days after enrolling, on a Monday, at 07:30");
  await field.press("Enter");
  await expect(field).toHaveValue("21 days after enrolling, moved to a Monday, at 07:30");
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Close", exact: true }).click();
  // A column, from the first part on.
  await gateOf(page, "Part 1").click();
  await field.fill("0\n5 Jan 2027\nsome day");
  const pasted = page.getByRole("list", { name: "What was pasted" });
  await expect(pasted).toContainText("on Tue 5 Jan 2027");
  await expect(pasted).toContainText("“some day”: “some day” is not understood here");
  await page.getByRole("button", { name: "Put them onto 2 rows" }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(gateOf(page, "Part 2")).toContainText("on Tue 5 Jan 2027");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(gateOf(page, "Part 2")).toContainText("21 days after enrolling");
});

test("the horizon is brought nearer, compared and read as a table; the course is rehearsed to the next change", async ({
  page,
}) => {
  await page.goto("/ember-row/courses");
  await page.getByRole("link", { name: /^Sourdough from a cold kitchen/ }).click();
  const tools = page.getByRole("toolbar", { name: "How much time is shown" });
  await tools.getByRole("button", { name: "Nearer" }).click();
  await tools.getByRole("button", { name: "Later" }).click();
  await tools.getByRole("button", { name: "The whole" }).click();
  const handle = page.getByRole("slider", { name: "The instant one looks at" });
  await handle.press("+");
  await expect(tools.getByRole("button", { name: "The whole" })).toBeVisible();
  await handle.press("0");
  await expect(tools.getByRole("button", { name: "The whole" })).toBeHidden();
  await page.getByRole("button", { name: "Compare…" }).click();
  await page.getByRole("dialog").getByLabel("Find by name").fill("a");
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /Lisbon|Porto|Madrid|Berlin|York/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await expect(page.getByRole("list", { name: "Compared" }).getByText(/^B: /)).toBeVisible();
  await tools.getByRole("button", { name: "As a table" }).click();
  const table = page.getByRole("table", { name: "When everything opens and closes" });
  await expect(table.getByRole("columnheader")).toHaveCount(3);
  await expect(table.getByRole("row").filter({ hasText: "Shaping" }).first()).toContainText(
    "opens",
  );
  expect(await accessibilityFaults(page)).toEqual([]);
  // Back from the table the wheel over the days still zooms.
  await tools.getByRole("button", { name: "As a picture" }).click();
  await expect(tools.getByRole("button", { name: "The whole" })).toBeHidden();
  const days = await handle.boundingBox();
  if (!days) throw new Error("no handle");
  await page.mouse.move(days.x + 20, days.y + 10);
  await page.mouse.wheel(0, -400);
  await expect(tools.getByRole("button", { name: "The whole" })).toBeVisible();
  await page.getByRole("link", { name: "Rehearsal" }).click();
  const time = page.getByRole("group", { name: "Go through time" });
  await time.getByRole("button", { name: "To the next change" }).click();
  await expect(time.getByText(/^Now “/)).toBeVisible();
  const before = await time.getByRole("status").textContent();
  await page.keyboard.press("n");
  await expect(time.getByRole("status")).not.toHaveText(before ?? "");
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("link", { name: /^Flour, water, patience/ }).click();
  await expect(page.getByText(/on nobody's record/)).toBeVisible();
});

test("“why can't I get in?” is found in two presses, and sent", async ({ page }) => {
  await page.goto("/ember-row/courses");
  await page.getByRole("link", { name: /^Sourdough from a cold kitchen/ }).click();
  const places = page.getByRole("navigation", { name: "The course" });
  await places.getByRole("link", { name: "People" }).click();
  await page
    .getByRole("link", { name: /Callum Reyes/ })
    .first()
    .click();
  await page.getByRole("button", { name: /^Module Your own formula.*Why\?/ }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText(/What would have to happen for it to open/)).toBeVisible();
  await sheet.getByRole("button", { name: "Send this why to them …" }).click();
  await sheet.getByRole("button", { name: "Send it by mail" }).click();
  await expect(sheet.getByText("Sent, in the words above.")).toBeVisible();
  // A row that lies half under the days is scrolled to, not pressed there.
  await page
    .getByText("Access", { exact: true })
    .first()
    .evaluate((row) => row.scrollIntoView({ block: "center" }));
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.goto("/mail");
  await expect(page.getByText(/Why “Your own formula” opens when it does/).first()).toBeVisible();
});

test.describe("a file that is refused", () => {
  test.use({ allowedErrors: /422/ });
  test("closed days come from an iCalendar file, seen before they are kept, and by hand", async ({
    page,
  }) => {
    // What it asks for is the same at every size.
    test.skip(test.info().project.name !== "wide");
    await page.goto("/ember-row/settings");
    const group = page.getByRole("group", { name: "School calendar" });
    const year = new Date().getFullYear() + 2;
    const file = (text: string) => ({
      name: "holidays.ics",
      mimeType: "text/calendar",
      buffer: Buffer.from(text),
    });
    const choose = (text: string) => group.locator("input[type=file]").setInputFiles(file(text));
    await choose("Flour, water, patience");
    await expect(group.getByText(/not an iCalendar file/)).toBeVisible();
    const day = test.info().project.name === "wide" ? "0611" : "0612";
    await choose(
      [
        "BEGIN:VCALENDAR",
        "VERSION:2.0",
        "PRODID:-//test//EN",
        "BEGIN:VEVENT",
        "UID:a",
        "SUMMARY:Bakers' day",
        `DTSTART;VALUE=DATE:${year}${day}`,
        "END:VEVENT",
        "BEGIN:VEVENT",
        "UID:b",
        "SUMMARY:Meeting",
        `DTSTART:${year}0613T090000Z`,
        "END:VEVENT",
        "END:VCALENDAR",
        "",
      ].join("\r\n"),
    );
    const found = group.getByRole("region", { name: "In the file" });
    await expect(found.getByText(/Bakers' day/)).toBeVisible();
    await expect(found.getByText(/Left out: Meeting \(it has a time of day/)).toBeVisible();
    expect(await accessibilityFaults(page)).toEqual([]);
    await found.getByRole("button", { name: "Close it" }).click();
    // What it does to people is seen before it is kept; left as it was, the file is still read.
    const change = page.getByRole("dialog", { name: "What the calendar changes" });
    await expect(change.getByRole("region", { name: "Ripple" })).toBeVisible();
    await change.getByRole("button", { name: "Leave it as it was" }).click();
    await expect(found).toBeVisible();
    await found.getByRole("button", { name: "Close it" }).click();
    await change.getByRole("button", { name: /^Keep it/ }).click();
    await expect(found).toBeHidden();
    await choose(
      [
        "BEGIN:VCALENDAR",
        "VERSION:2.0",
        "PRODID:-//test//EN",
        "BEGIN:VEVENT",
        "UID:a",
        `DTSTART;VALUE=DATE:${year}${day}`,
        "END:VEVENT",
        "END:VCALENDAR",
        "",
      ].join("\r\n"),
    );
    await expect(
      group.getByText("The file holds no day that is not closed already."),
    ).toBeVisible();
  });
});

test("marked rows get one gate as one step; a cohort has its own beside the course's", async ({
  page,
}) => {
  await outline(page, 3);
  for (const part of [2, 3])
    await page.getByRole("button", { name: `Module Part ${part}: mark or move` }).click();
  const marked = page.getByRole("region", { name: "Marked rows" });
  await marked.getByRole("button", { name: "Gate", exact: true }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByRole("heading", { name: "2 rows open" })).toBeVisible();
  await sheet.getByRole("button", { name: "on a date" }).click();
  await sheet.getByRole("button", { name: /^on / }).click();
  await sheet.getByLabel("Date", { exact: true }).fill("2027-05-03");
  await page.getByRole("button", { name: "Close", exact: true }).click();
  for (const part of [2, 3])
    await expect(
      page.getByRole("button", {
        name: new RegExp(`^Module Part ${part} opens on Mon 3 May 2027`),
      }),
    ).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(
    page.getByRole("button", { name: /^Module Part 3 opens on (?!Mon 3 May)/ }),
  ).toBeVisible();

  await page.goto("/ember-row/courses/winter-rye/edit");
  await page.getByRole("button", { name: /^As if .*Change who/ }).click();
  const first = sheet.getByRole("radio", { name: /^Cohort / }).first();
  await first.click();
  const name = (await first.textContent())?.replace("Cohort ", "") ?? "";
  await page.keyboard.press("Escape");
  const module = page.getByRole("button", { name: /^Module .* opens/ }).nth(1);
  await module.click();
  await sheet.getByRole("radio", { name: `cohort ${name}'s own` }).click();
  await expect(sheet.getByText(/For this cohort, kept as you change it/)).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("radio", { name: "the course's gate" }).click();
  await expect(sheet.getByText(/Kept as you change it; Undo/)).toBeVisible();
});
