/** A server of its own, which is killed and started again while somebody types. */
// @ts-expect-error: plain scripts, shared with the start commands
import { exportedApp } from "../../../scripts/lib/web.mjs";
import { expect, signIn, test } from "../helpers";
import { freePort, ownServers, root } from "../own-servers";

test.use({ who: null, allowedErrors: /net::ERR|status of [45]\d\d/ });

test("the server killed and started again between two key presses: nothing typed is lost", async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const port = await freePort();
  const { start, startOver } = await ownServers("restart", {
    DAWNGATE_WEB: await exportedApp(root, () => undefined),
    DAWNGATE_PORT: String(port),
  });
  let server = await startOver();
  try {
    const origin = `http://127.0.0.1:${port}`;
    const page = await (await browser.newContext({ baseURL: origin })).newPage();
    await signIn(page, "rosa@example.org", origin);
    await page.goto("/ember-row/courses");
    await page.getByLabel("Working title").fill("Through a restart");
    await page.getByRole("button", { name: "Make a course" }).click();
    await page.getByRole("button", { name: "Add a module" }).click();
    await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
    const title = page.getByRole("textbox", { name: /^Title of module/ });
    await title.click();
    await title.pressSequentially("Module 1: the fir");
    // The process is gone at once, in the middle of the word.
    await server.kill();
    await title.pressSequentially("st loaf");
    await title.press("Enter");
    await page.getByRole("button", { name: "Add a module" }).click();
    await expect(page.getByText(/Not kept yet: no answer from the server/)).toBeVisible();
    server = await start();
    await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible({ timeout: 20_000 });
    await page.evaluate(() => localStorage.clear());
    await page.reload();
    await expect(page.getByLabel("Title of module Module 1: the first loaf")).toBeVisible();
    await expect(page.getByRole("textbox", { name: /^Title of module/ })).toHaveCount(2);
  } finally {
    await server.stop();
  }
});
