/** The year: looked at, a cohort moved by keys where there is room, and from its sheet on a phone. */
import type { Course } from "@dawngate/contract/courses";
import {
  accessibilityFaults,
  ask,
  expect,
  poster,
  scrollAndPress,
  settled,
  stickingOut,
  test,
} from "../helpers";

const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);

test("all cohorts on one calendar; one is moved by a week, after one has seen whom it touches", async ({
  page,
  baseURL,
}) => {
  test.setTimeout(120_000);
  const post = poster(page, baseURL);
  const wide = test.info().project.name === "wide";
  const stamp = `${test.info().project.name} ${Date.now()}`;
  const { id } = await post("/courses", { title: `Year ${stamp}`, shape: "part-a-week" });
  await post(`/courses/${id}/versions`);
  const name = `Run ${stamp}`;
  const starts = day(20);
  await post(`/courses/${id}/cohorts`, {
    name,
    window: { opens: day(-5), closes: day(19) },
    starts,
    ends: day(70),
    grace: 0,
    seats: 8,
  });
  const startsNow = async () => (await ask<Course>(page, `/courses/${id}`)).cohorts[0]?.starts;

  await page.goto("/ember-row/year");
  // More courses than a page has stand below, in a school in which other tests have made some.
  const more = page.getByRole("button", { name: "More courses" });
  const bar = page.getByRole("button", { name: new RegExp(`${name}, Year`) });
  const row = page.getByRole("button", {
    name: new RegExp(`Enrolling into ${name} begins|${name} begins`),
  });
  const mine = wide ? bar : row;
  await expect(
    page.getByRole("heading", { name: wide ? /Rye through/ : /20\d\d/ }).first(),
  ).toBeVisible();
  while ((await mine.count()) === 0 && (await more.count()) > 0) {
    // It goes with the last page, perhaps just as it is pressed.
    await more.click({ timeout: 3000 }).catch(() => undefined);
    await settled(page);
  }
  await expect(mine.first()).toBeVisible();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  expect(await stickingOut(page)).toEqual([]);

  if (wide) {
    await bar.focus();
    await page.keyboard.press("PageDown");
    await expect(page.getByText(/^from /)).toBeVisible();
    await page.keyboard.press("Enter");
  } else {
    await scrollAndPress(page, row.first());
    // What it proposes of itself may be called much the same.
    await page.getByRole("button", { name: "A week later", exact: true }).click();
  }
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByRole("button", { name: "Keep it" })).toBeEnabled();
  expect(await startsNow()).toBe(starts);
  await sheet.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText(new RegExp(`${name} begins on`)).first()).toBeVisible();
  await expect.poll(startsNow).toBe(day(27));

  if (!wide) {
    // The same in one's own calendar, by an address that is told once.
    await page.getByRole("button", { name: "In my calendar" }).click();
    await sheet.getByRole("button", { name: "Make an address" }).click();
    const address = await sheet.getByLabel("The address", { exact: true }).inputValue();
    const calendar = await (await page.request.get(new URL(address).pathname)).text();
    // Lines are folded (RFC 5545 3.1).
    expect(calendar.replaceAll("\r\n ", "")).toContain(`SUMMARY:Starts: ${name}`);
    await settled(page);
    expect(await accessibilityFaults(page)).toEqual([]);
    await sheet.getByRole("button", { name: "End the subscription" }).click();
    await expect(sheet.getByRole("button", { name: "Make an address" })).toBeVisible();
    expect((await page.request.get(new URL(address).pathname)).status()).toBe(404);
    return;
  }
  // By the mouse, a little to the left: it is looked at first too, and left as it is.
  const box = await bar.boundingBox();
  if (!box) throw new Error("the bar is not drawn");
  await page.mouse.move(box.x + 20, box.y + 14);
  await page.mouse.down();
  await page.mouse.move(box.x - 20, box.y + 14, { steps: 5 });
  await page.mouse.up();
  await sheet.getByRole("button", { name: "Leave it as it was" }).click();
  expect(await startsNow()).toBe(day(27));
  // What is planned for the year after is met as well, and what a bar says does not stick out.
  const next = page.getByRole("button", { name: /^Next autumn/ });
  await expect(next).toHaveCount(0);
  await page.getByRole("radio", { name: "Two years" }).click();
  await expect(next).toBeVisible();
  await settled(page);
  expect(await stickingOut(page)).toEqual([]);
  expect(await accessibilityFaults(page)).toEqual([]);
});
