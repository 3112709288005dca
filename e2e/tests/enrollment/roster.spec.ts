/** The people of a course, more of them than a page holds: found, narrowed, sorted, marked together, acted for. */
import { readFileSync } from "node:fs";
import { accessibilityFaults, expect, test } from "../helpers";

const FIRST = ["Ada", "Bo", "Cleo", "Dag", "Edda", "Finn"];
const PEOPLE = 130;

test("more people than a page holds are found, narrowed and marked together, and few of them are drawn", async ({
  page,
  baseURL,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  test.setTimeout(150_000);
  const post = async (path: string, data: object = {}) => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, {
      data,
      headers: { origin: baseURL ?? "" },
    });
    expect(answer.status()).toBe(200);
    return answer.json();
  };
  const stamp = `${test.info().project.name}-${Date.now()}`;
  const { id } = await post("/courses", { title: `Crowd ${stamp}`, shape: "part-a-week" });
  await post(`/courses/${id}/versions`);
  // As another system brings them: all at once.
  const delivery = await post(`/courses/${id}/deliveries`, {
    ...{ name: "Mill office", cohort: null, timeZone: "Europe/Lisbon", tell: false },
    withdraws: null,
  });
  const lines = Array.from({ length: PEOPLE }, (_, i) => {
    const name = `${FIRST[i % FIRST.length]} Mill${String(i).padStart(3, "0")}`;
    return `${name},crowd-${stamp}-${i}@example.org`;
  });
  const at = `/api/schools/ember-row/deliveries/${delivery.id}`;
  const headers = { authorization: `Bearer ${delivery.key}`, "content-type": "text/csv" };
  const data = ["Name,Mail", ...lines].join("\n");
  const sent = (await (await page.request.post(at, { headers, data })).json()) as { id: string };
  await expect
    .poll(
      async () =>
        (await (await page.request.get(`${at}/files/${sent.id}`, { headers })).json()).state,
      { timeout: 60_000 },
    )
    .toBe("done");
  await page.goto(`/ember-row/courses/${id}/people`);
  await expect(page.getByRole("radio", { name: `Everybody ${PEOPLE}` })).toBeVisible();
  const wide = test.info().project.name === "wide";
  // A table where there is room, else a list.
  const rows = wide
    ? page.getByRole("table", { name: "People" }).locator("tbody tr:not([aria-hidden])")
    : page.getByRole("list", { name: "People" }).getByRole("listitem");
  await expect(rows.first()).toContainText("Ada Mill000");
  expect(await rows.count()).toBeLessThan(60);
  expect(await accessibilityFaults(page)).toEqual([]);

  // To the end, which lies on another page.
  const last = rows.filter({ hasText: "Finn Mill125" });
  await expect(async () => {
    await rows.last().scrollIntoViewIfNeeded();
    await expect(last).toBeVisible({ timeout: 200 });
  }).toPass();

  // Found by a part of a name; everybody who matches is marked, but for one.
  await page.getByLabel("Find by name").fill("edda mill");
  await expect(rows.first()).toContainText("Edda");
  const sheet = page.getByRole("dialog");
  const forTwenty = async () => {
    await page.getByRole("checkbox", { name: "Mark all 21" }).click();
    await page.getByRole("checkbox", { name: "Mark Edda Mill004" }).click();
    await page.getByRole("button", { name: "For 20 people…" }).click();
  };
  await forTwenty();
  // They are written to, once each, after one has read what they will.
  await sheet.getByRole("button", { name: "Write to them" }).click();
  await sheet.getByRole("textbox", { name: "Subject" }).click();
  await page.keyboard.type(`Saturday, ${stamp}`);
  await sheet.getByRole("textbox", { name: "Text" }).click();
  await page.keyboard.type("Bring your starter, {person}.");
  await page.keyboard.press("Enter");
  await page.keyboard.type("And an apron.");
  await sheet.getByRole("button", { name: "See how it reads" }).click();
  const letter = sheet.getByRole("article", { name: /^A letter: Saturday/ });
  await expect(letter.getByText(/^Hello Edda Mill/)).toBeVisible();
  await expect(letter.getByText(/^Bring your starter, Edda Mill\d+\.$/)).toBeVisible();
  await expect(letter.getByText("And an apron.")).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  // For later, and taken back; then at once.
  await sheet.getByRole("radio", { name: "on a day" }).click();
  await sheet.getByRole("button", { name: "Send it then" }).click();
  await expect(sheet.getByText(/^It goes out .* Until then it can be taken back\.$/)).toBeVisible();
  await sheet.getByRole("button", { name: "Close" }).last().click();
  await page.goto("/ember-row/notices/sent");
  const later = page.getByRole("group", { name: "Letters that go out later" });
  await later.getByRole("button", { name: `Take back “Saturday, ${stamp}”` }).click();
  await expect(later.getByText(`Saturday, ${stamp}`)).toHaveCount(0);
  await page.goBack();
  await page.getByLabel("Find by name").fill("edda mill");
  await expect(rows.first()).toContainText("Edda");
  await forTwenty();
  await sheet.getByRole("button", { name: "Write to them" }).click();
  await sheet.getByRole("textbox", { name: "Subject" }).click();
  await page.keyboard.type(`Saturday, ${stamp}`);
  await sheet.getByRole("textbox", { name: "Text" }).click();
  await page.keyboard.type("Bring your starter.");
  await sheet.getByRole("button", { name: "See how it reads" }).click();
  await sheet.getByRole("button", { name: "Send it to 20 people" }).click();
  await expect(sheet.getByText("It is on its way to 20 people.")).toBeVisible();
  await sheet.getByRole("button", { name: "Close" }).last().click();
  await expect(sheet).toBeHidden();
  await forTwenty();
  await sheet.getByRole("button", { name: "Pause", exact: true }).click();
  await expect(sheet.getByText("Dates move for 20 people.")).toBeVisible();
  await sheet.getByLabel("Reason").fill("The oven is being mended");
  await sheet.getByRole("button", { name: "Pause", exact: true }).click();
  await expect(sheet).toBeHidden();

  // Narrowed to how they stand; what they stand by now.
  await page.getByLabel("Find by name").fill("");
  await page.getByRole("radio", { name: "Paused 20" }).click();
  if (wide)
    await expect(page.getByRole("table", { name: "People" })).toHaveAttribute(
      "aria-rowcount",
      "21",
    );
  else await expect(rows.first()).toHaveAttribute("aria-setsize", "20");
  await expect(rows.first()).toContainText("Edda Mill010");
  await expect(rows.filter({ hasText: "Edda Mill004" })).toHaveCount(0);
  await page.getByRole("radio", { name: "In the course 110" }).click();
  await expect(rows.first()).toContainText("Ada Mill000");
  // Of many for whom it makes no sense for some, those are named.
  await page.getByRole("radio", { name: `Everybody ${PEOPLE}` }).click();
  await page.getByRole("checkbox", { name: `Mark all ${PEOPLE}` }).click();
  await page.getByRole("button", { name: `For ${PEOPLE} people…` }).click();
  await sheet.getByRole("button", { name: "Pause", exact: true }).click();
  await sheet.getByLabel("Reason").fill("The whole bakery moves");
  await sheet.getByRole("button", { name: "Pause", exact: true }).click();
  await expect(sheet.getByText("Done for 110, not for 20:")).toBeVisible();
  await expect(sheet.getByText(/^Edda Mill010: A pause runs already\.$/)).toBeVisible();
  await sheet.getByRole("button", { name: "Close" }).last().click();
  await expect(page.getByRole("radio", { name: "In the course" })).toBeHidden();

  // Sorted by what opens next, and back.
  if (wide) {
    await page.getByRole("button", { name: "Sort by: Here last" }).click();
    await expect(page.getByRole("button", { name: "Sorted by: Here last" })).toBeVisible();
    await expect(rows.first()).toContainText("never");
    // Columns are chosen, remembered, and what is shown is taken along as a file: all of it, not what is drawn.
    await page.getByRole("button", { name: "Columns" }).click();
    await sheet.getByRole("switch", { name: "Time zone" }).click();
    await sheet.getByRole("button", { name: "Close" }).click();
    await page.reload();
    await expect(page.getByRole("columnheader", { name: "Time zone" })).toBeVisible();
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Download as CSV" }).click(),
    ]);
    const lines = readFileSync(await file.path(), "utf8").split("\r\n");
    // What the school asks and lists goes along, whether or not there is room for it.
    expect(lines[0]).toMatch(
      /^Person,Time zone,Now,Done,Opens next,Access ends,Here last,Bakery,Years at the oven/,
    );
    expect(lines).toHaveLength(PEOPLE + 1);
    expect(lines[1]).toMatch(/^Ada Mill000,Europe\/Lisbon,Paused,/);
  } else {
    await page.getByRole("button", { name: "Sorted by name" }).click();
    await page.getByRole("radio", { name: "Sorted by what opens next" }).click();
    await page.getByRole("button", { name: "Close", exact: true }).click();
    await expect(page.getByRole("button", { name: "Sorted by what opens next" })).toBeVisible();
  }
});
