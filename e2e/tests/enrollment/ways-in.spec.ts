/** How people come in: a seat that is waited for, the next cohort from an earlier one, a door at which one asks, a join code. */
import type { Course } from "@dawngate/contract/courses";
import type { Browser, Page } from "@playwright/test";
import { accessibilityFaults, ask, expect, mailTo, settled, signIn, test } from "../helpers";

const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);

async function as(browser: Browser, email: string, origin: string, size: Page): Promise<Page> {
  const viewport = size.viewportSize();
  const context = await browser.newContext({ baseURL: origin, ...(viewport && { viewport }) });
  const page = await context.newPage();
  await signIn(page, email, origin);
  return page;
}

test("a seat is waited for and taken, the next cohort made from the last, and people ask to come in", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(180_000);
  const origin = baseURL ?? "";
  const post = async (path: string, data: object = {}) => {
    const answer = await page.request.post(`/api/schools/ember-row${path}`, {
      data,
      headers: { origin },
    });
    expect(answer.status(), await answer.text()).toBe(200);
    return answer.json();
  };
  const title = `Doors ${test.info().project.name} ${Date.now()}`;
  const { id } = await post("/courses", { title, shape: "part-a-week" });
  await post(`/courses/${id}/versions`);
  const { id: term } = await post(`/courses/${id}/cohorts`, {
    name: "Term",
    window: { opens: day(-3), closes: day(10) },
    starts: day(14),
    ends: day(63),
    grace: 0,
    seats: 1,
  });
  const cohorts = `/ember-row/courses/${id}/cohorts`;
  const course = `/ember-row/c/${id}`;

  // A waitlist for the one seat there is.
  await page.goto(cohorts);
  await page.getByRole("button", { name: "Ways in: Term" }).click();
  await page.getByRole("switch", { name: /A waitlist when every seat/ }).click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByText("Kept; it holds for whoever comes from now on.")).toBeVisible();

  // Staff learn too; what the demo's enrollees hold, other tests count on.
  const joris = await as(browser, "joris@example.org", origin, page);
  await joris.goto(course);
  await joris.getByRole("button", { name: "Enroll", exact: true }).click();
  await expect(joris).toHaveURL(/\/shelf\//);
  const enrollment = joris.url().split("/").pop()?.split("?")[0];

  const amina = await as(browser, "amina@example.org", origin, page);
  await amina.goto(course);
  await amina.getByRole("button", { name: "Join the waitlist" }).click();
  await expect(amina.getByText("You wait for a place, and are the next.")).toBeVisible();
  await settled(amina);
  expect(await accessibilityFaults(amina)).toEqual([]);

  // Staff see who waits; one seat falls free, and it is hers alone.
  await page.goto(`/ember-row/courses/${id}/door`);
  await expect(page.getByRole("heading", { name: "Waiting for Term" })).toBeVisible();
  await expect(page.getByText("1. Amina Sall")).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await post(`/courses/${id}/acts`, {
    enrollments: [enrollment],
    key: `doors-${Date.now()}`,
    act: { type: "revoked", reason: "Moved away" },
  });
  const mail = await mailTo(amina, "amina@example.org", new RegExp(`A place in ${title}`));
  expect(mail.text).toContain(`/ember-row/c/${id}`);
  await amina.goto(course);
  await expect(amina.getByText("A place is free for you.")).toBeVisible();
  await amina.getByRole("button", { name: "Take the place" }).click();
  await expect(amina).toHaveURL(/\/shelf\//);

  // The next one from it, by whole weeks; the earlier one is closed.
  await page.goto(cohorts);
  await page.getByRole("button", { name: "Make the next from Term" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText(/Every date \d+ weeks later, on the same weekday/)).toBeVisible();
  await sheet.getByLabel("Name", { exact: true }).fill("Next term");
  await sheet.getByRole("switch", { name: "Close Term" }).click();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Make the cohort" }).click();
  await expect(page.getByText("Made the cohort Next term.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Change Next term" })).toBeVisible();

  // Both beside each other, as lines and as a table.
  await page.getByRole("button", { name: "Side by side" }).click();
  await expect(page.getByRole("table", { name: "Cohorts side by side" })).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await page.keyboard.press("Escape");

  // Into it one comes when the school says yes.
  await page.getByRole("button", { name: "Ways in: Next term" }).click();
  await page.getByRole("radio", { name: "When the school says yes" }).click();
  await page.getByLabel("What they are asked, or nothing").fill("What do you bake?");
  await page.getByRole("button", { name: "Make a join code" }).click();
  await page.getByLabel("The word, or one is made").fill(`Fair ${id.slice(-4)}`);
  await page.getByRole("button", { name: "Make it" }).click();
  await expect(page.getByText("0 came in")).toBeVisible();
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByRole("dialog")).toHaveCount(0);

  // Its window has moved with it, and is not open yet; until it is brought forward.
  await joris.goto(course);
  await expect(joris.getByText(/Enrolling begins (?!in)/)).toBeVisible();
  const made = (await ask<Course>(page, `/courses/${id}`)).cohorts.find(
    ({ name }) => name === "Next term",
  );
  if (!made) throw new Error("it was not made");
  const { id: next, gates: _gates, people: _people, written: _written, ...dates } = made;
  const moved = await page.request.put(`/api/schools/ember-row/courses/${id}/cohorts/${next}`, {
    data: { ...dates, window: { opens: day(-1), closes: day(5) } },
    headers: { origin },
  });
  expect(moved.status()).toBe(200);
  await joris.reload();
  await joris.getByLabel("What do you bake?").fill("Flatbread, on Sundays");
  await joris.getByRole("button", { name: "Ask to come in" }).click();
  await expect(joris.getByText("You have asked to come in")).toBeVisible();
  await page.goto("/ember-row/today");
  await expect(page.getByText(`One person asks to come into ${title}`)).toBeVisible();
  await page.goto(`/ember-row/courses/${id}/door`);
  await expect(page.getByText("Flatbread, on Sundays")).toBeVisible();
  await page.getByRole("button", { name: "Let in: Joris Blom" }).click();
  await page.getByRole("button", { name: "Let in", exact: true }).last().click();
  await expect(page.getByText("Nobody asks to come in")).toBeVisible();
  await mailTo(joris, "joris@example.org", new RegExp(`You are enrolled in ${title}`));
  await joris.goto(course);
  await expect(joris.getByText("You are in.")).toBeVisible();

  // What the earlier cohort's page says to somebody new, and what the code says.
  const nobody = await browser.newContext({ baseURL: origin });
  const visitor = await nobody.newPage();
  await visitor.goto(course);
  await expect(visitor.getByText(/The school enrolls people here itself/)).toBeVisible();
  await visitor.goto(`${course}?join=fair${id.slice(-4)}`);
  await expect(visitor.getByRole("link", { name: "Sign in to join the waitlist" })).toBeVisible();
  const other = await page.request.get(
    `/api/schools/ember-row/courses/${id}/cohorts/${term}/waitlist`,
  );
  expect(((await other.json()) as { total: number }).total).toBe(0);
});
