/** Doors that open in the spring: a visitor leaves an address, confirms it from the mail, and may be forgotten again. */
import { accessibilityFaults, expect, followMail, test } from "../helpers";

test("a visitor is to be told when a course opens, by their word alone", async ({
  page,
  baseURL,
  browser,
}) => {
  const stamp = `${test.info().project.name}-${Date.now() % 1_000_000}`;
  const headers = { origin: baseURL ?? "" };
  const post = async (path: string, data: object = {}) => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, { data, headers });
    expect(answer.status()).toBe(200);
    return answer.json();
  };
  const title = `Flatbreads ${stamp}`;
  const { id } = await post("/courses", { title, shape: "part-a-week" });
  const year = new Date().getUTCFullYear() + 1;
  const window = { opens: `${year}-06-01`, closes: `${year}-06-20` };
  await post(`/courses/${id}/draft`, {
    base: 0,
    clientId: `window-${stamp}`,
    operations: [{ number: 1, operation: { type: "set-course", set: { window } } }],
  });
  await post(`/courses/${id}/versions`);

  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const visitor = await context.newPage();
  await visitor.goto(`/ember-row/c/${id}`);
  await expect(visitor.getByText("Enrolling begins in")).toBeVisible();
  await visitor.getByRole("button", { name: "Remind me when it opens" }).click();
  const mail = `later-${stamp}@example.org`;
  await visitor.getByLabel("Your mail address").fill(mail);
  expect(await accessibilityFaults(visitor)).toEqual([]);
  await visitor.getByRole("button", { name: "Remind me when it opens" }).click();
  await expect(visitor.getByText(`A mail is on its way to ${mail}`)).toBeVisible();
  await followMail(visitor, mail, /Shall we remind you/);
  await expect(visitor.getByText("Shall we tell you when it opens?")).toBeVisible();
  expect(await accessibilityFaults(visitor)).toEqual([]);
  await visitor.getByRole("button", { name: "Yes, remind me" }).click();
  await expect(visitor.getByText("You are told when it opens")).toBeVisible();
  await expect(visitor.getByText(/It opens .* 1 Jun/)).toBeVisible();
  await visitor.getByRole("button", { name: "No, forget my address" }).click();
  await expect(visitor.getByText("Your address is forgotten")).toBeVisible();
  await context.close();
});
