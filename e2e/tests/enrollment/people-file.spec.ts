/** People from a file with five kinds of fault: each is understood, the good ones come in, the same file changes nothing. */
import { accessibilityFaults, expect, settled, test } from "../helpers";

test("a file with faults is looked at, its columns said, its good rows enrolled", async ({
  page,
  baseURL,
}) => {
  // One sheet at every size, and narrow on a phone.
  test.skip(test.info().project.name !== "phone");
  test.setTimeout(120_000);
  const post = async (path: string, data: object = {}) => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, {
      data,
      headers: { origin: baseURL ?? "" },
    });
    expect(answer.status(), await answer.text()).toBe(200);
    return answer.json();
  };
  const stamp = `${test.info().project.name}-${Date.now()}`;
  const { id } = await post("/courses", { title: `File ${stamp}`, shape: "part-a-week" });
  await post(`/courses/${id}/versions`);
  const lines = [
    // Heads of its own: what a school has said of such a file once, it knows.
    `Colaborador ${stamp};E-Mail;Zona;Loja`,
    `Maria João;maria-${stamp}@example.org;;Mill Lane`,
    `Rui Sá;rui-${stamp}@example.org;Atlantic/Azores;Harbour`,
    "Nobody;not an address;;",
    `Twice;MARIA-${stamp}@example.org;;`,
    `Nowhere;nowhere-${stamp}@example.org;Mars/Olympus;`,
  ];
  // As an older spreadsheet saves it: ISO 8859-1.
  const buffer = Buffer.from(lines.join("\r\n"), "latin1");
  const file = { name: "equipa.csv", mimeType: "text/csv", buffer };

  await page.goto(`/ember-row/courses/${id}/people`);
  await page.getByRole("button", { name: "From a file" }).click();
  const sheet = page.getByRole("dialog");
  await page.locator('input[type="file"]').setInputFiles(file);
  // The thread that reads it may have to be started.
  await expect(sheet.getByText("equipa.csv: 5 rows")).toBeVisible({ timeout: 30_000 });
  await expect(sheet.getByText("Say which column holds the names.")).toBeVisible();
  await sheet.getByLabel("The name stands in").fill("cola");
  await sheet.getByRole("button", { name: `Colaborador ${stamp}` }).click();
  await sheet.getByLabel("The time zone stands in").fill("zona");
  await sheet.getByRole("button", { name: "Zona" }).click();
  await expect(sheet.getByRole("radio", { name: "Refused 3" })).toBeVisible();
  await sheet.getByRole("radio", { name: "Refused 3" }).click();
  await expect(sheet.getByText("“not an address” is not a mail address")).toBeVisible();
  await expect(sheet.getByText("The same address stands in line 2")).toBeVisible();
  await expect(sheet.getByText(/“Mars\/Olympus” is no time zone/)).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  const download = page.waitForEvent("download");
  await sheet.getByRole("link", { name: /Download the 3 refused rows/ }).click();
  expect((await download).suggestedFilename()).toBe("refused.csv");

  await sheet.getByRole("button", { name: "Enroll 2 people, without those refused" }).click();
  await expect(sheet.getByText("Done: 2 people.")).toBeVisible({ timeout: 30_000 });
  await sheet.getByRole("button", { name: "To the people" }).click();
  await expect(page.getByText("Maria João").first()).toBeVisible({ timeout: 20_000 });

  // The same file once more: its columns are known, and nobody is in twice.
  await page.getByRole("button", { name: "From a file" }).click();
  await page.locator('input[type="file"]').setInputFiles(file);
  await expect(sheet.getByRole("radio", { name: "In already 2" })).toBeVisible();
  await expect(sheet.getByText("No row can be taken as it is.")).toBeVisible();
  await page.keyboard.press("Escape");

  // More rows than a cohort has seats: the last is let in all the same, with a reason.
  await post(`/courses/${id}/cohorts`, {
    name: "Small",
    window: null,
    starts: "2030-03-04",
    ends: "2030-06-28",
    grace: 0,
    seats: 1,
  });
  await page.reload();
  await page.getByRole("button", { name: "From a file" }).click();
  await sheet.getByRole("radio", { name: "Cohort Small" }).click();
  const two = `name,mail\nOne,one-${stamp}@example.org\nTwo,two-${stamp}@example.org`;
  await page.locator('input[type="file"]').setInputFiles({ ...file, buffer: Buffer.from(two) });
  await expect(sheet.getByText("Every seat of Small is taken")).toBeVisible({ timeout: 30_000 });
  const over = sheet.getByRole("group", { name: "Let in all the same" });
  await expect(over.getByRole("button", { name: "Let them in" })).toBeDisabled();
  await over.getByLabel("Why they are let in").fill("A chair from next door");
  await over.getByRole("button", { name: "Let them in" }).click();
  await expect(
    over.getByText("One row let in all the same: “A chair from next door”"),
  ).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Enroll 2 people", exact: true }).click();
  await expect(sheet.getByText("Done: 2 people.")).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press("Escape");

  // A spreadsheet that is called .csv says what to do.
  await page.getByRole("button", { name: "From a file" }).click();
  const answered = page.waitForResponse((one) => one.url().includes("/people-files"));
  await page
    .locator('input[type="file"]')
    .setInputFiles({ ...file, buffer: Buffer.from([0x50, 0x4b, 3, 4]) });
  expect((await answered).status()).toBe(422);
  await expect(sheet.getByText(/This is a spreadsheet, not CSV/)).toBeVisible();

  // A personnel system brings the next one by itself, with the key it was given.
  await sheet.getByRole("button", { name: "Let a system deliver" }).click();
  const made = sheet.getByRole("group", { name: "A system that delivers" });
  await made.getByLabel(/^What it is called/).fill("Staff office");
  await made.getByRole("switch", { name: /^Whoever is missing/ }).click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await made.getByRole("button", { name: "Make its key" }).click();
  const address = await made.getByLabel("Its address").inputValue();
  const key = await made.getByLabel("Its key").inputValue();
  const sent = await page.request.post(address, {
    headers: { authorization: `Bearer ${key}`, "content-type": "text/csv" },
    data: `name,mail\nBy itself,itself-${stamp}@example.org`,
  });
  expect(sent.status()).toBe(200);
  await made.getByRole("button", { name: "Done" }).click();
  await expect(async () => {
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "From a file" }).click();
    await expect(sheet.getByText("1 row: 1 came in or moved")).toBeVisible({ timeout: 1_000 });
  }).toPass({ timeout: 20_000 });
});

// The refusal is looked at; the browser says of it what it says of every refusal.
test.use({ allowedErrors: /422/ });
