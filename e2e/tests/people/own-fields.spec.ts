/** What a school asks about people: said by its staff, asked at the door and at the checkout, found in the roster. */
import { accessibilityFaults, expect, settled, signIn, test } from "../helpers";

// What is refused is said at its place.
test.use({ allowedErrors: /status of 422/ });

const SCHOOL = "/ember-row";

test("a field is made with its choices, asked of whoever comes in, and its answer narrows the roster", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(120_000);
  await page.goto(`${SCHOOL}/fields`);
  await page.getByRole("button", { name: "Ask one thing more" }).click();
  const sheet = page.getByRole("dialog", { name: "Ask one thing more" });
  const size = test.info().project.name;
  const name = `Oven at home (${size})`;
  const row = page.getByRole("listitem").filter({ hasText: name }).getByRole("button").first();
  await sheet.getByRole("textbox", { name: "What is asked" }).fill(name);
  await sheet.getByRole("radio", { name: "one of some choices" }).click();
  await sheet.getByRole("button", { name: "Keep" }).click();
  // Without choices it is none: said at its place, and nothing typed is lost.
  await expect(sheet.getByText("Write what there is to choose from")).toBeVisible();
  await sheet.getByRole("textbox", { name: "The choices, one a line" }).fill("Wood\nGas\nElectric");
  await sheet
    .getByRole("radiogroup", { name: "Asked of whoever comes in by themselves" })
    .getByRole("radio", { name: "asked, can be left out" })
    .click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Keep" }).click();
  await expect(sheet).toBeHidden();
  await expect(row).toContainText("One of 3 · asked of whoever comes in by themselves");

  // Somebody else comes in, and is asked.
  const visitor = await browser.newContext({ ...(baseURL && { baseURL }) });
  const theirs = await visitor.newPage();
  await signIn(theirs, "callum.reyes@example.org", baseURL ?? "");
  const asked = await theirs.request.get(`/api/schools/ember-row/fields/asked?at=entering`);
  const { fields } = (await asked.json()) as {
    fields: { id: string; name: string; choices: { id: string; text: string }[] }[];
  };
  const field = fields.find((one) => one.name === name);
  expect(field?.choices.map(({ text }) => text)).toEqual(["Wood", "Gas", "Electric"]);
  // What one has answered is read and put right under Me.
  const gas = field?.choices.find(({ text }) => text === "Gas");
  await theirs.request.put(`/api/schools/ember-row/fields/asked`, {
    data: { values: { [field?.id ?? ""]: gas?.id } },
    headers: { origin: baseURL ?? "" },
  });
  await theirs.goto(`${SCHOOL}/me`);
  await expect(theirs.getByText("What you told this school")).toBeVisible();
  await expect(theirs.getByText("Gas", { exact: true }).first()).toBeVisible();
  await theirs.getByRole("button", { name: "Change them: What you told this school" }).click();
  const own = theirs.getByRole("dialog", { name: "What you told this school" });
  await own.getByRole("radiogroup", { name }).getByRole("radio", { name: "Wood" }).click();
  await own.getByRole("button", { name: "Keep" }).click();
  await expect(own).toBeHidden();
  await expect(theirs.getByText("Wood", { exact: true }).first()).toBeVisible();
  await visitor.close();

  // The roster knows, and is narrowed by it.
  await page.goto(`${SCHOOL}/courses/cold-kitchen/people`);
  await page.getByRole("button", { name: /All cohorts|More filters|Sorted by name/ }).click();
  const narrowing = page.getByRole("dialog", { name: "Whom, and in what order" });
  await narrowing.getByRole("radiogroup", { name }).getByRole("radio", { name: "Wood" }).click();
  // Kept by a name, the view is there again after a reload.
  await narrowing.getByRole("button", { name: "Keep what stands here as a view" }).click();
  await narrowing.getByRole("textbox", { name: "Its name" }).fill(`Wood (${size})`);
  await narrowing.getByRole("button", { name: "Keep it" }).click();
  await expect(narrowing.getByRole("radio", { name: `Wood (${size})` })).toBeChecked();
  await page.reload();
  await page.getByRole("button", { name: /All cohorts|More filters|Sorted by name/ }).click();
  await narrowing.getByRole("radio", { name: `Wood (${size})` }).click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(page.getByText("Callum Reyes").first()).toBeVisible();
  await expect(page.getByRole("link", { name: /Hazel Okafor/ })).toHaveCount(0);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Wood" }).click();
  await narrowing.getByRole("button", { name: "Forget this view" }).click();
  await expect(narrowing.getByRole("radio", { name: `Wood (${size})` })).toHaveCount(0);
  // And by another course: Callum is in both.
  await narrowing.getByRole("radio", { name: "In another course", exact: true }).click();
  // Few courses stand there; of more one is found by its title.
  const few = narrowing.getByRole("radio", { name: /^Oven and allergen safety/ });
  const found = narrowing.getByRole("textbox", { name: "The other course" });
  await expect(few.or(found)).toBeVisible();
  if (await few.isVisible()) await few.click();
  else {
    await found.fill("Oven and");
    await narrowing.getByRole("button", { name: /^Oven and allergen safety/ }).click();
  }
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(page.getByText("Callum Reyes").first()).toBeVisible();
  await page.getByRole("button", { name: /In another course/ }).click();
  await narrowing.getByRole("radio", { name: "Not in another course" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByText("Callum Reyes")).toHaveCount(0);
  // Asked no more: the demo is as it was.
  await page.goto(`${SCHOOL}/fields`);
  await row.click();
  await page.getByRole("switch", { name: "It stands in lists of people" }).click();
  await page.getByRole("switch", { name: "It is asked no more" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Keep" }).click();
  await expect(row).toContainText("asked no more");
});

test("at the checkout it is asked of whoever buys for themselves; what is no number is said there", async ({
  page,
}) => {
  await page.context().clearCookies();
  await page.goto(`${SCHOOL}/o/sourdough`);
  const years = page.getByRole("textbox", { name: "Years at the oven" });
  await years.fill("many");
  await expect(page.getByText(/“many” is no number/)).toBeVisible();
  await years.fill("100");
  await expect(page.getByText("At most 70")).toBeVisible();
  await years.fill("7");
  await expect(page.getByText("At most 70")).toHaveCount(0);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("what the school knows of a person stands with them, and staff put it right", async ({
  page,
}) => {
  const size = test.info().project.name;
  // Each size has somebody of its own.
  const who = size === "phone" ? "hazel.okafor" : "tomas.leite";
  await page.goto(`${SCHOOL}/people/${who}`);
  await page.getByRole("button", { name: "Change them: What the school knows of them" }).click();
  const sheet = page.getByRole("dialog", { name: "What the school knows of them" });
  await sheet.getByRole("textbox", { name: "Personnel number" }).fill("K-17");
  await sheet.getByRole("button", { name: "Keep" }).click();
  await expect(sheet.getByText("Personnel number: Figures only")).toBeVisible();
  await sheet.getByRole("textbox", { name: "Personnel number" }).fill("4711");
  await sheet.getByRole("button", { name: "Keep" }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText("4711")).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
});

test("what is noted about one enrollment narrows the list of people; of a cohort and a course it stands in their lists", async ({
  page,
}) => {
  const size = test.info().project.name;
  const name = `Booked under (${size})`;
  await page.goto(`${SCHOOL}/fields`);
  await page.getByRole("button", { name: "Ask one thing more" }).click();
  const sheet = page.getByRole("dialog", { name: "Ask one thing more" });
  await sheet.getByRole("radio", { name: "enrollments" }).click();
  await sheet.getByRole("textbox", { name: "What is noted" }).fill(name);
  await sheet.getByRole("radio", { name: "one of some choices" }).click();
  await sheet.getByRole("textbox", { name: "The choices, one a line" }).fill("Kitchen\nShop");
  // Nobody is asked it at the door: that is not offered.
  await expect(sheet.getByText("Asked at the checkout")).toHaveCount(0);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Keep" }).click();
  await expect(sheet).toBeHidden();

  const notes = page.getByRole("dialog", { name: "What the school notes" });
  const change = page.getByRole("button", { name: "Change them: What the school notes" });
  await page.goto(`${SCHOOL}/courses/oven-and-allergens?enrollment=safety-02`);
  await page.getByRole("button", { name: /^Access:/ }).click();
  await change.click();
  await notes.getByRole("radiogroup", { name }).getByRole("radio", { name: "Kitchen" }).click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await notes.getByRole("button", { name: "Keep" }).click();
  await expect(notes).toBeHidden();
  await page.goto(`${SCHOOL}/courses/oven-and-allergens/people`);
  await page.getByRole("button", { name: /All cohorts|More filters|Sorted by name/ }).click();
  const narrowing = page.getByRole("dialog", { name: "Whom, and in what order" });
  await narrowing.getByRole("radiogroup", { name }).getByRole("radio", { name: "Kitchen" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("link", { name: /since/ })).toHaveCount(1);

  await page.goto(`${SCHOOL}/courses/winter-rye/cohorts`);
  await page
    .getByRole("button", { name: /^Change/ })
    .first()
    .click();
  await change.click();
  await notes.getByRole("textbox", { name: "Oven" }).fill("Brick oven");
  await notes.getByRole("button", { name: "Keep" }).click();
  await expect(notes).toBeHidden();
  await page.keyboard.press("Escape");
  await expect(page.getByText("Oven: Brick oven")).toBeVisible();
  await page.goto(`${SCHOOL}/courses`);
  // Its copies, which other tests made, took it along.
  await expect(
    page
      .getByRole("link", { name: "Sourdough from a cold kitchen" })
      .getByText("Paid from: The training fund"),
  ).toBeVisible();
  await page
    .getByRole("searchbox")
    .or(page.getByPlaceholder("Find a course"))
    .first()
    .fill("training fund");
  await expect(page.getByText("Rye through the winter")).toHaveCount(0);
  // Noted no more: the demo is as it was.
  await page.goto(`${SCHOOL}/fields`);
  await page.getByRole("listitem").filter({ hasText: name }).getByRole("button").first().click();
  await page.getByRole("switch", { name: "It stands in lists of people" }).click();
  await page.getByRole("switch", { name: "It is asked no more" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Keep" }).click();
});
