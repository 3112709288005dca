/** A public page is made of blocks, seen while it is made, published, and found at the addresses it has had. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, test } from "../helpers";

// An address that is refused, and visitors whom nobody knows.
test.use({ allowedErrors: /status of (422|401)/ });

async function onSale(page: Page, baseURL: string, title: string): Promise<string> {
  const send = async (method: "post" | "put", path: string, data: object) => {
    const headers = { origin: baseURL };
    const answer = await page.request[method](`/api/schools/ember-row${path}`, { data, headers });
    expect(answer.status()).toBe(200);
    return answer.json();
  };
  const { id } = await send("post", "/listings", { title, courses: ["cold-kitchen"] });
  await send("put", `/listings/${id}`, {
    number: 1,
    state: "private",
    offer: {
      title,
      courses: [{ id: "cold-kitchen" }],
      options: [{ id: "once", kind: "once", amount: 4900, default: true }],
    },
  });
  return id;
}

test("blocks are added, written, moved by keys, taken back, published and seen by a visitor", async ({
  page,
  baseURL,
  browser,
}) => {
  const isWide = test.info().project.name === "wide";
  const title = `Crusts ${test.info().project.name} ${Date.now() % 100_000}`;
  const id = await onSale(page, baseURL ?? "", title);
  await page.goto(`/ember-row/sales/${id}/page`);
  await expect(page.getByText("Visitors see it as it stands here")).toBeVisible();
  await page.getByRole("button", { name: "Another block" }).click();
  await page.getByRole("radio", { name: "Voices" }).click();
  await page
    .getByLabel("What was said, who said it on the next line, an empty line")
    .fill("The crust sang.\nRui");
  await page.getByLabel("Heading").fill("Heard in the kitchen");
  if (!isWide) await page.getByRole("button", { name: "Close" }).click();
  await expect(page.getByText("Visitors still see what was published")).toBeVisible();
  await expect(page.getByText(/^Kept \d/)).toBeVisible();
  if (!isWide) await page.getByRole("radio", { name: "What visitors see" }).click();
  const seen = page.getByRole("group", { name: "The page as visitors see it" });
  await expect(seen.getByText("“The crust sang.”")).toBeVisible();
  // What one looks at is not used: a press on it opens what is there.
  await seen.getByRole("button", { name: /^Change Voices/ }).click();
  await expect(page.getByLabel("Heading")).toHaveValue("Heard in the kitchen");
  expect(await accessibilityFaults(page)).toEqual([]);
  if (isWide) {
    // Up by one, with the keys alone.
    await page
      .getByRole("button", { name: "Voices: Heard in the kitchen", exact: false })
      .first()
      .click();
    const names = () =>
      page
        .getByRole("button", { name: /^Move / })
        .evaluateAll((all) => all.map((one) => one.getAttribute("aria-label")));
    const before = await names();
    await page.getByRole("button", { name: "Move Voices: Heard in the kitchen" }).focus();
    for (const key of [" ", "ArrowUp", "ArrowUp", " "]) {
      await page.keyboard.press(key);
      await page.waitForTimeout(150);
    }
    await expect.poll(names).not.toEqual(before);
    await page.getByRole("button", { name: "Undo" }).click();
    await expect.poll(names).toEqual(before);
  } else await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Publish the page" }).click();
  await expect(page.getByText("Visitors see it as it stands here")).toBeVisible();

  await page.getByRole("button", { name: "Its address" }).click();
  const own = `crust-${Date.now() % 1_000_000}`;
  await page.getByRole("dialog").getByLabel("Address").fill("Not like this");
  await page.getByRole("button", { name: "Keep this address" }).click();
  await expect(page.getByRole("alert")).toContainText("small letters");
  await page.getByRole("dialog").getByLabel("Address").fill(own);
  await page.getByRole("button", { name: "Keep this address" }).click();
  await expect(page.getByRole("dialog")).toBeHidden();

  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const visitor = await context.newPage();
  await visitor.goto(`/ember-row/p/${id}?from=letter`);
  await expect(visitor).toHaveURL(new RegExp(`/ember-row/p/${own}\\?from=letter$`));
  await expect(visitor.getByRole("heading", { level: 1, name: title })).toBeVisible();
  await expect(visitor.getByText("€49.00")).toBeVisible();
  await expect(visitor.getByRole("heading", { name: "Heard in the kitchen" })).toBeVisible();
  await visitor.getByRole("link", { name: "Buy it" }).click();
  await expect(visitor).toHaveURL(`/ember-row/o/${id}`);
  await context.close();
});

test("something is announced: whoever is in the course reads it, and a visitor where that is said", async ({
  page,
  baseURL,
  browser,
}) => {
  test.skip(test.info().project.name !== "phone");
  const title = `No class on Friday ${Date.now() % 100_000}`;
  await page.goto("/ember-row/courses/winter-rye/announcements");
  await page.getByRole("button", { name: "Announce something" }).first().click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Title").fill(title);
  await sheet.getByLabel(/What there is to say/).fill("The oven is **swept**.");
  await sheet.getByRole("switch", { name: "Visitors read it too" }).click();
  await sheet.getByRole("button", { name: "Announce it" }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText(title)).toBeVisible();
  await expect(page.getByText("Visitors read it too").first()).toBeVisible();
  // For one cohort, and on a day to come: until then its staff alone read it.
  const later = `Bring a jar ${Date.now() % 100_000}`;
  await page.getByRole("button", { name: "Announce something" }).first().click();
  await sheet.getByLabel("Title").fill(later);
  await sheet.getByRole("radio", { name: "cohort New year" }).click();
  await sheet.getByRole("radio", { name: "on a day" }).click();
  await expect(sheet.getByText(/told by mail/)).toBeVisible();
  await expect(sheet.getByRole("group", { name: "As it is read" })).toContainText(later);
  expect(await accessibilityFaults(page)).toEqual([]);
  await sheet.getByRole("button", { name: "Announce it then" }).click();
  await expect(sheet).toBeHidden();
  await expect(
    page.getByText("For cohort New year. It has not gone out yet").first(),
  ).toBeVisible();
  const context = await browser.newContext({ baseURL: baseURL ?? "" });
  const visitor = await context.newPage();
  await visitor.goto("/ember-row/c/winter-rye");
  await expect(visitor.getByText(title)).toBeVisible();
  await visitor.request.post("/api/auth/sign-in/email", {
    data: { email: "lena.kowal@example.org", password: "dawn-and-bread" },
    headers: { origin: baseURL ?? "" },
  });
  await visitor.goto("/ember-row/shelf");
  await visitor.getByRole("link", { name: /Rye through the winter/ }).click();
  await expect(visitor.getByRole("region", { name: "Announcements" })).toContainText(title);
  await expect(visitor.getByText(later)).toBeHidden();
  await context.close();
  await page.getByRole("button", { name: `Change ${title}` }).click();
  await sheet.getByRole("button", { name: "Take it back" }).click();
  // What is read as it is written stands there too, until it is closed.
  await expect(sheet).toBeHidden();
  await expect(page.getByText(title)).toBeHidden();
  await page.getByRole("button", { name: `Change ${later}` }).click();
  await sheet.getByRole("button", { name: "Take it back" }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText(later)).toBeHidden();
});
