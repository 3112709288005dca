/** Today: what happens and what needs somebody, one press away; and anything by a part of its name, by keys alone. */
import { expect, test } from "../helpers";

test("what opens these days stands by day, with how many; what needs somebody leads there", async ({
  page,
  baseURL,
}) => {
  const act = async (type: string) => {
    const answer = await page.request.post("/api/schools/ember-row/courses/cold-kitchen/acts", {
      data: {
        enrollments: ["sourdough-03"],
        key: `today-${type}-${Date.now()}`,
        act: { type, reason: "Today's test" },
      },
      headers: { origin: baseURL ?? "" },
    });
    expect(answer.status()).toBe(200);
  };
  await act("suspended");
  await page.goto("/ember-row/today");
  await expect(page.getByRole("heading", { name: /\d+ [A-Z][a-z]+$/, level: 1 })).toBeVisible();
  const days = page.getByRole("group", { name: "Openings a day" }).getByRole("button");
  await expect(days.first()).toBeVisible();
  // Some day of these has openings, and says what opens.
  const busy = page.getByRole("button", { name: /[1-9]\d* openings$/ }).first();
  await busy.click();
  await expect(page.getByRole("link", { name: /opens? for|opened for/ }).first()).toBeVisible();
  const suspended = page.getByRole("button", { name: /^See them: .* suspended$/ });
  await suspended.click();
  await expect(page).toHaveURL(/\/courses\/cold-kitchen\/people\?who=suspended$/);
  await act("unsuspended");
});

test("Ctrl K finds a lesson and a person by a part of their names, and goes there by Enter", async ({
  page,
}) => {
  await page.goto("/ember-row/courses");
  await expect(page.getByRole("heading", { name: "Courses", exact: true })).toBeVisible();
  await page.keyboard.press("Control+K");
  const box = page.getByRole("dialog");
  await expect(box.getByLabel(/A course, a lesson/)).toBeFocused();
  await page.keyboard.type("caraway");
  await expect(box.getByRole("link", { name: /Caraway and company/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/courses\/winter-rye\/edit$/);
  await page.keyboard.press("Control+K");
  // Where one went last stands there before anything is typed.
  await expect(page.getByRole("dialog").getByRole("link", { name: /Caraway/ })).toBeVisible();
  await page.keyboard.type("lena kow");
  await expect(page.getByRole("dialog").getByRole("link", { name: /Lena Kowal/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/winter-rye\?enrollment=/);
  await expect(page.getByText("Lena Kowal").first()).toBeVisible();
});
