/** A membership is put on sale, somebody joins by it, takes a course up that is sold, and leaves again. */
import { accessibilityFaults, expect, followMail, settled, test } from "../helpers";

test("a membership opens what is sold to whoever joins, and says until when once they leave", async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(150_000);
  const stamp = Date.now() % 1_000_000;
  const title = `All loaves ${stamp}`;
  await page.goto("/ember-row/sales");
  await page.getByRole("button", { name: "Put something on sale" }).click();
  const sheet = page.getByRole("dialog");
  const go = sheet.getByRole("button", { name: "Go on to its price" });
  await expect(go).toBeDisabled();
  await sheet.getByRole("switch", { name: "A membership" }).click();
  await expect(sheet.getByLabel("What it is called")).toHaveValue("Every course");
  await sheet.getByLabel("What it is called").fill(title);
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  await go.click();
  await page.getByRole("button", { name: "Another way to pay" }).click();
  await sheet.getByRole("radio", { name: "again and again" }).click();
  await sheet.getByLabel("Each time, EUR").fill("12");
  await sheet.getByRole("button", { name: "Close" }).click();
  // What is left out is pressed, and kept at once.
  const out = page.getByRole("group", { name: "Left out of it" });
  await out.getByRole("checkbox", { name: /^Oven and allergen safety/ }).click();
  // Only of some subjects: said by what opens, and taken back.
  const which = page.getByRole("group", { name: "Which courses" });
  await which.getByRole("checkbox", { name: "Rye" }).click();
  await expect(page.getByText(/^Every course of Rye is open by it/)).toBeVisible();
  await which.getByRole("checkbox", { name: "Sourdough" }).click();
  await expect(page.getByText(/^Every course of Rye and Sourdough is open/)).toBeVisible();
  await which.getByRole("checkbox", { name: "of any subject" }).click();
  await expect(page.getByText(/^Every course is open by it/)).toBeVisible();
  await expect(page.getByText(/^Kept/)).toBeVisible();
  await page.getByRole("button", { name: "Put on sale" }).click();
  await expect(page.getByText("On sale", { exact: true })).toBeVisible();
  const listing = new URL(page.url()).pathname.split("/").at(-1) ?? "";

  const context = await browser.newContext({
    ...(baseURL && { baseURL }),
    viewport: { width: 390, height: 844 },
  });
  const buyer = await context.newPage();
  const email = `mara-${stamp}@example.org`;
  await buyer.goto(`/ember-row/p/${listing}`);
  await expect(buyer.getByText(/^Opens 2 courses, and those to come/)).toBeVisible();
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("link", { name: "Become a member" }).click();
  const opens = buyer.getByRole("group", { name: "What it opens" });
  await expect(opens).toContainText("2 courses are open to you, and those to come");
  await expect(opens).toContainText("Sourdough from a cold kitchen, Rye through the winter");
  await buyer.getByLabel("Your name").fill("Mara Lund");
  await buyer.getByLabel("Mail address", { exact: true }).fill(email);
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("button", { name: /^Pay €12\.00/ }).click();
  await buyer.getByLabel("Card number").fill("9000 0000 0000 0001");
  await buyer.getByRole("button", { name: /^Pay/ }).click();
  await expect(buyer.getByRole("heading", { name: "It is yours" })).toBeVisible({
    timeout: 20_000,
  });
  const order = buyer.url();

  await followMail(buyer, email, /You are a member: All loaves/);
  await expect(
    buyer.getByText(/^You have “All loaves \d+”: 2 courses are open to you/),
  ).toBeVisible();
  await buyer.getByLabel("Your name").fill("Mara Lund");
  await buyer.getByLabel("Password").fill("a loaf for every day");
  await buyer.getByRole("button", { name: "Go in" }).click();
  const open = buyer.getByRole("group", { name: "Open to you as a member" });
  await expect(open).toContainText("as long as it is paid");
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await open.getByRole("link", { name: "Sourdough from a cold kitchen" }).click();
  await expect(buyer.getByText("It is open to you as a member.")).toBeVisible();
  await expect(buyer.getByRole("link", { name: "Buy it" })).toHaveCount(0);
  await settled(buyer);
  expect(await accessibilityFaults(buyer)).toEqual([]);
  await buyer.getByRole("button", { name: "Enroll" }).click();
  await expect(buyer.getByRole("heading", { name: "Sourdough from a cold kitchen" })).toBeVisible();
  await buyer.goto("/ember-row/shelf");
  await expect(open.getByRole("link", { name: "Rye through the winter" })).toBeVisible();
  await expect(open.getByRole("link", { name: "Sourdough from a cold kitchen" })).toHaveCount(0);

  // She has it, and is not asked to buy it again.
  await buyer.goto(`/ember-row/o/${listing}`);
  await expect(buyer.getByText("You have this already.")).toBeVisible();
  await buyer.goto(order);
  await buyer.getByRole("button", { name: "Cancel the subscription" }).click();
  await buyer.getByRole("button", { name: "Cancel it" }).click();
  await expect(buyer.getByRole("button", { name: "Go on after all" })).toBeVisible();
  await buyer.getByRole("button", { name: "Choose a course" }).click();
  await expect(open.getByRole("link", { name: title })).toBeVisible();
  await context.close();

  // Not sold any more: nobody meets it, and she keeps what she has.
  await page.getByRole("button", { name: "Take it off sale" }).click();
  await expect(page.getByText("Not sold", { exact: true })).toBeVisible();
});
