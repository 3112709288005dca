/** Lessons that teach: made in the workbench, watched, noted and asked about by whoever learns. Media are the demo's own. */
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, newCourse, settled, stickingOut, test } from "../helpers";

// A lesson that was added a moment ago may still be on its way as its text is asked for.
test.use({ allowedErrors: /status of 4\d\d/ });

const media = (name: string) => join(import.meta.dirname, "../../../demo/media", name);
/** Two projects share the demo. */
const mine = (name: string) => `${name}, ${test.info().project.name}`;
const choose = (page: Page, label: string, ...names: string[]) =>
  page.locator(`input[type=file][aria-label="${label}"]`).last().setInputFiles(names.map(media));

async function newLesson(page: Page, course: string, lesson: string): Promise<void> {
  await newCourse(page, course);
  await page.getByRole("button", { name: "Add a module" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Add a lesson to/ }).click();
  await expect(page.locator(":focus")).toHaveAttribute("aria-label", "Title of lesson Lesson 1");
  await page.keyboard.type(lesson);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: new RegExp(`^More about lesson ${lesson}`) }).click();
}

test("an author puts in a film with captions, writes beside it with a picture and a table, and sees it as it is read", async ({
  page,
}) => {
  test.setTimeout(90_000);
  await newLesson(page, mine("Films"), "Folding");
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("radio", { name: "video" }).click();
  await choose(page, "Choose a film", "folds.mp4");
  await expect(sheet.getByText(/MP4 video, 0:31/)).toBeVisible();
  await choose(page, "Add captions", "folds.en.vtt");
  await expect(sheet.getByText("English: folds.en.vtt")).toBeVisible();
  // Its first picture is taken from it.
  await expect(sheet.getByRole("button", { name: "Another first picture" })).toBeVisible();
  await sheet.getByRole("radio", { name: "90 % was seen" }).click();

  const text = sheet.getByRole("textbox", { name: "Text", exact: true });
  await text.click();
  await page.keyboard.type("## What you need\n- a bowl\nwater\n\nFold **gently**, four times. ");
  await expect(text.getByRole("heading", { name: "What you need" })).toBeVisible();
  await expect(text.locator("strong")).toHaveText("gently");
  await choose(page, "Choose a picture for the text", "three-jars.png");
  await sheet.getByLabel("What is on this picture, for whoever does not see it").fill("Three jars");
  await expect(text.getByRole("img", { name: "Three jars" })).toBeVisible();
  await text.getByText("Fold gently").click();
  await sheet.getByRole("button", { name: "Table", exact: true }).click();
  await page.keyboard.type("Day");
  await page.keyboard.press("Tab");
  await page.keyboard.type("Fold");
  await page.keyboard.press("Tab");
  await page.keyboard.type("Rest");
  await expect(text.getByRole("columnheader", { name: "Day" })).toBeVisible();
  await expect(sheet.getByText("Kept. A text needs no publishing.")).toBeVisible();

  if (test.info().project.name === "phone")
    await sheet.getByRole("radio", { name: "As it is read" }).click();
  const phone = sheet.getByRole("group", { name: "As it is read on a phone" });
  await expect(phone.getByRole("heading", { name: "What you need" })).toBeVisible();
  await expect(phone.getByRole("img", { name: "Three jars" })).toBeVisible();
  await expect(phone.locator("video")).toHaveAttribute("poster", /files/);
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);

  // As Markdown it stands as anybody would write it; and all of it is there when it is opened again.
  if (test.info().project.name === "phone")
    await sheet.getByRole("radio", { name: "Write" }).click();
  await sheet.getByRole("button", { name: "As Markdown" }).click();
  await expect(page.getByLabel("Text (Markdown)")).toHaveValue(
    /^## What you need\n\n- a bowl\n- water\n\n[\s\S]*!\[Three jars\]\(file:[0-9a-f]{64}\)/,
  );
  await sheet.getByRole("button", { name: "As it looks" }).click();
  await page.reload();
  await page.getByRole("button", { name: /^More about lesson Folding/ }).click();
  await expect(sheet.getByText(/MP4 video, 0:31/)).toBeVisible();
  await expect(text.getByRole("img", { name: "Three jars" })).toBeVisible();
});

test.describe("refusals", () => {
  test("what cannot be a film is refused with a sentence, and keeps nothing else waiting", async ({
    page,
  }) => {
    await newLesson(page, mine("Refused"), "Folding");
    const sheet = page.getByRole("dialog");
    await sheet.getByRole("radio", { name: "download" }).click();
    await page.locator('input[type=file][aria-label="Choose files"]').setInputFiles([
      { name: "film.mp4", mimeType: "video/mp4", buffer: Buffer.from("%PDF-1.4 no film") },
      { name: "table.csv", mimeType: "text/csv", buffer: Buffer.from("seed,water\nflax,150\n") },
    ]);
    await expect(sheet.getByText(/called a video, but its bytes are a PDF/)).toBeVisible();
    await expect(sheet.getByLabel("What it is: table.csv")).toHaveValue("table");
    await sheet.getByRole("button", { name: "Leave it: film.mp4" }).click();
    await expect(sheet.getByText(/called a video/)).toBeHidden();
    // A page of a host that nobody has allowed.
    await sheet.getByRole("radio", { name: "embedded page" }).click();
    await sheet.getByLabel("Its address").fill("https://nowhere.example.org/a");
    await sheet.getByLabel("Its address").blur();
    await expect(
      sheet.getByText(/nowhere\.example\.org are not shown in this school/),
    ).toBeVisible();
  });
});

test("a PDF's pages become slides in their order, each described by what is written on it", async ({
  page,
}) => {
  const { PDFDocument, StandardFonts } = await import("pdf-lib");
  const pdf = await PDFDocument.create();
  // A typeface that the file does not bring: the reader has it.
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const lines = ["Flour has a memory", "Water decides", "Salt comes last"];
  for (const line of lines)
    pdf.addPage([480, 270]).drawText(line, { x: 40, y: 120, size: 32, font });
  const deck = Buffer.from(await pdf.save());
  await newLesson(page, mine("Decks"), "Three things");
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("radio", { name: "slides" }).click();
  const choice = sheet.locator('input[type=file][aria-label="Make slides of a PDF"]');
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: "application/pdf", buffer });
  await choice.setInputFiles(file("broken.pdf", Buffer.from("%PDF-1.7 and nothing after it")));
  await expect(sheet.getByText(/broken\.pdf is no PDF that can be read/)).toBeVisible({
    timeout: 30_000,
  });
  await choice.setInputFiles(file("deck.pdf", deck));
  for (const [i, line] of lines.entries())
    await expect(sheet.getByLabel(`What is on slide ${i + 1}, for whoever`)).toHaveValue(line, {
      timeout: 30_000,
    });
  await expect(sheet.getByRole("button", { name: "Make slides of a PDF" })).toBeVisible();
  await expect(sheet.getByText(/broken\.pdf/)).toHaveCount(0);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  // They are pictures now, as large as a large screen wants them.
  const first = sheet.getByRole("img", { name: lines[0] as string });
  await expect(first).toBeVisible();
});

test("materials come from the school's library, and are changed for every lesson that has them", async ({
  page,
}) => {
  await newLesson(page, mine("Materials"), "Sheets");
  const sheet = page.getByRole("dialog").first();
  await sheet.getByRole("button", { name: "Add a material" }).click();
  const library = page.getByRole("dialog").last();
  await library.getByLabel("Find a material").fill("diary");
  await library.getByRole("button", { name: "Take it: Fold diary" }).click();
  await expect(
    library.getByRole("button", { name: "Stands in this lesson: Fold diary" }),
  ).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  await library.getByRole("button", { name: "Close", exact: true }).click();
  await expect(sheet.getByRole("button", { name: "Take out: Fold diary" })).toBeVisible();
});

test.describe("learning", () => {
  test.use({ who: "callum.reyes" });
  const LESSON = "/ember-row/shelf/sourdough-08/folds-and-rests";

  test("a film is watched with captions, counted, and gone on with where one stopped, on another device too", async ({
    page,
  }) => {
    await page.goto(LESSON);
    await settled(page);
    const film = page.locator("video");
    await expect(film).toHaveJSProperty("readyState", 4);
    expect(await accessibilityFaults(page)).toEqual([]);
    await page.getByRole("button", { name: /^(Play|Go on)$/ }).click();
    await page.getByRole("button", { name: "Captions" }).click();
    await expect(page.getByRole("button", { name: "Captions: English" })).toBeVisible();
    await expect
      .poll(() => film.evaluate((one: HTMLVideoElement) => one.textTracks[0]?.activeCues?.length))
      .toBe(1);
    // By keys: faster, and on by ten seconds.
    await film.focus();
    await page.keyboard.press("s");
    await expect(page.getByRole("button", { name: /^Speed 1\.25/ })).toBeVisible();
    await page.keyboard.press("ArrowRight");
    await expect
      .poll(() => film.evaluate((one: HTMLVideoElement) => one.currentTime))
      .toBeGreaterThan(11);
    const heard = page.waitForResponse((one) => one.url().endsWith("/seen") && one.ok());
    await page.keyboard.press("k");
    const { position, stretches } = (await (await heard).json()) as {
      position: number;
      stretches: [number, number][];
    };
    expect(position).toBeGreaterThan(11);
    // What was jumped over was not seen.
    const seen = stretches.reduce((sum, [from, to]) => sum + to - from, 0);
    expect(seen).toBeLessThan(position - 5);
    await page.context().newPage();
    await page.goto(LESSON);
    await expect
      .poll(() => page.locator("video").evaluate((one: HTMLVideoElement) => one.currentTime))
      .toBeGreaterThan(11);
  });

  test("a note knows its place in the film, and leads back there", async ({ page }) => {
    await page.goto(LESSON);
    await settled(page);
    await page.locator("video").evaluate(
      (one: HTMLVideoElement) =>
        new Promise((done) => {
          one.onseeked = done;
          one.currentTime = 16;
        }),
    );
    await page.getByRole("button", { name: /^My notes/ }).click();
    const sheet = page.getByRole("dialog");
    const words = mine("slower here");
    await sheet.getByLabel("A new note").fill(words);
    await expect(sheet.getByText("At 0:16 of the film")).toBeVisible();
    await sheet.getByRole("button", { name: "Keep the note" }).click();
    const row = sheet.getByRole("listitem").filter({ hasText: words });
    await expect(row).toBeVisible();
    await expect(sheet.getByLabel("A new note")).toHaveValue("");
    expect(await accessibilityFaults(page)).toEqual([]);
    await row.getByRole("button", { name: /^0:16/ }).click();
    await expect(sheet).toBeHidden();
    await page.getByRole("button", { name: /^My notes/ }).click();
    await row.getByRole("button", { name: "Remove" }).click();
    await expect(row).toBeHidden();
  });

  test("slides go by their buttons and by keys; a PDF, a recording and a table to take along are there", async ({
    page,
  }) => {
    await page.goto("/ember-row/shelf/sourdough-08/three-days-in");
    await settled(page);
    await expect(page.getByRole("img", { name: /Three jars of starter/ })).toBeVisible();
    await expect(page.getByRole("columnheader", { name: "What you see" })).toBeVisible();
    expect(await accessibilityFaults(page)).toEqual([]);
    expect(await stickingOut(page)).toEqual([]);
  });
});

test("what is asked is answered by the school, and read by whoever asked", async ({
  page,
  browser,
  baseURL,
}) => {
  const words = mine("How wet is wet?");
  const asker = await browser.newContext({ ...(baseURL && { baseURL }) });
  const theirs = await asker.newPage();
  const signed = await theirs.request.post("/api/auth/sign-in/email", {
    data: { email: "callum.reyes@example.org", password: "dawn-and-bread" },
    headers: { origin: baseURL ?? "" },
  });
  expect(signed.ok()).toBe(true);
  const asking = await theirs.request.post(
    "/api/schools/ember-row/shelf/sourdough-08/lessons/folds-and-rests/questions",
    {
      data: { place: null, text: words, key: `asked-${Date.now()}` },
      headers: { origin: baseURL ?? "" },
    },
  );
  expect(asking.ok()).toBe(true);
  await page.goto("/ember-row/courses/cold-kitchen/questions");
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);
  const card = page.getByRole("listitem").filter({ hasText: words });
  await card.getByRole("button", { name: "Answer" }).click();
  await card.getByLabel("Your answer").fill("As a washed hand.");
  await card.getByRole("button", { name: "Send the answer" }).click();
  await expect(card).toBeHidden();
  await theirs.goto("/ember-row/shelf/sourdough-08/folds-and-rests");
  await theirs.getByRole("button", { name: /^Questions/ }).click();
  const asked = theirs.getByRole("listitem").filter({ hasText: words });
  await expect(asked.getByText("As a washed hand.")).toBeVisible();
  await expect(asked.getByText(/answers for the school/)).toBeVisible();
  await asker.close();
});
