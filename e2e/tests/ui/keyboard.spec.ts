/** The main paths by keyboard alone: nothing here is pressed by a hand. */
import type { Page } from "@playwright/test";
import { expect, test } from "../helpers";

test.beforeEach(() => test.skip(test.info().project.name !== "wide"));

/** Goes on by Tab until something is focused that is called so. */
async function tabTo(page: Page, name: RegExp, within = "body"): Promise<void> {
  for (let steps = 0; steps < 120; steps += 1) {
    await page.keyboard.press("Tab");
    const called = await page.evaluate((where) => {
      const one = document.activeElement;
      return one?.closest(where) ? (one.getAttribute("aria-label") ?? one.textContent ?? "") : "";
    }, within);
    if (name.test(called)) return;
  }
  throw new Error(`No Tab leads to ${name}`);
}

test.describe("whoever is not signed in yet", () => {
  // What is asked for before one has signed in is refused.
  test.use({ who: null, allowedErrors: /status of 401/ });
  test("signs in, lands where they wanted to go, and goes on learning by one letter", async ({
    page,
  }) => {
    await page.goto("/ember-row/shelf");
    await expect(page.getByLabel("Mail address")).toBeVisible();
    await tabTo(page, /^Mail address/);
    await page.keyboard.type("lena.kowal@example.org");
    await tabTo(page, /^Password/);
    await page.keyboard.type("dawn-and-bread");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("button", { name: /^Go on/ })).toBeVisible();
    await page.keyboard.press("?");
    await expect(page.getByRole("dialog").getByText(/^Go on: /)).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toBeHidden();
    await page.keyboard.press("g");
    await expect(page.getByRole("button", { name: /^Done|^On to/ })).toBeVisible();
  });
});

test("a person is enrolled from anywhere: by the command box, a letter, and a form", async ({
  page,
}) => {
  const name = `Keys ${Date.now() % 100_000}`;
  await page.goto("/ember-row/today");
  await expect(page.getByRole("heading", { name: "What needs you" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog").getByRole("textbox")).toBeFocused();
  await page.keyboard.type("sourdough from");
  await expect(page.getByRole("dialog").getByRole("link").first()).toContainText("Sourdough from");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: /Sourdough/ })).toBeVisible();
  await tabTo(page, /^People$/, '[aria-label="The course"]');
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Enroll somebody" })).toBeVisible();
  // What the screen offers is in the command box too.
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog").getByRole("link").first()).toBeVisible();
  await expect(page.getByRole("dialog")).toContainText("Enroll somebody");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("n");
  await expect(page.getByRole("dialog", { name: /Enroll/ })).toBeVisible();
  await tabTo(page, /^Name$/);
  await page.keyboard.type(name);
  await tabTo(page, /^Mail address/);
  await page.keyboard.type(`${name.replace(" ", "-").toLowerCase()}@example.org`);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Enrolled. A mail tells them how to come in.")).toBeVisible();
});

test("letters alone do nothing once they are turned off (WCAG 2.1.4)", async ({ page }) => {
  await page.goto("/ember-row/courses/cold-kitchen/cohorts");
  await expect(page.getByRole("button", { name: "Make a cohort" })).toBeVisible();
  await page.keyboard.press("?");
  await page.getByRole("dialog").getByRole("switch").focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("n");
  await page.keyboard.press("?");
  await page.waitForTimeout(300);
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.evaluate(() => localStorage.removeItem("dawngate-single-keys"));
  await page.keyboard.press("n");
  await expect(page.getByRole("dialog")).toBeVisible();
});
