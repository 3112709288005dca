/** Another system is told what people achieve: given in the settings, tried, and heard a moment after somebody is done. */
import { accessibilityFaults, expect, newCourse, stickingOut, test, withLearner } from "../helpers";

test.use({ allowedErrors: /status of 422/ });

test("a learning record store is given and tried; what somebody completes is heard there", async ({
  page,
  browser,
  baseURL,
}) => {
  await newCourse(page, "Told elsewhere");
  const course = /courses\/([^/]+)\/edit/.exec(page.url())?.[1] ?? "";
  await page.getByRole("button", { name: "Add a module" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Add a lesson to/ }).click();
  await page.keyboard.type("Feed it");
  await page.keyboard.press("Escape");
  const lesson = await page.getByRole("button", { name: /^More about lesson Feed it/ });
  await expect(lesson).toBeVisible();

  const store = "/api/schools/ember-row/record-store";
  await page.request.delete(store, { headers: { origin: baseURL ?? "" } });
  await page.goto("/ember-row/settings?at=record-store");
  await page.getByRole("button", { name: "Tell a learning record store" }).click();
  await page.getByLabel("Its address").fill("records");
  await page.getByLabel("Secret").fill("rye");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByText("An address such as https://records.example.org/xapi")).toBeVisible();
  await page.getByLabel("Its address").fill(`${baseURL}/practice-records/xapi/`);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await page.getByRole("button", { name: "Try it" }).click();
  await expect(page.getByText("It answered, and knows this key.")).toBeVisible();
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);

  const { enrollment, theirs } = await withLearner(page, browser, course, baseURL);
  await theirs.goto(`/ember-row/shelf/${enrollment}`);
  await theirs
    .getByRole("button", { name: /Feed it/ })
    .first()
    .click();
  await theirs.getByRole("button", { name: /^Done/ }).click();
  const heard = async () => {
    const answer = await page.request.get(`/practice-records/xapi/statements`, {
      headers: { authorization: "Basic cnllOnJ5ZQ==", "x-experience-api-version": "1.0.3" },
    });
    const { statements } = (await answer.json()) as {
      statements: { object: { definition: { name: { en: string } } } }[];
    };
    return statements.map(({ object }) => object.definition.name.en);
  };
  await expect.poll(heard, { timeout: 30_000 }).toContain("Feed it");
  await page.reload();
  await expect(page.getByText(/\d+ statements? heard, the last/)).toBeVisible();
  await page.getByRole("button", { name: "Tell it nothing more" }).click();
  await expect(page.getByRole("button", { name: "Tell a learning record store" })).toBeVisible();
});
