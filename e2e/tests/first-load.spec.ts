import { expect, test } from "./helpers";

/** The packed size of a first load, told for docs/first-load.md; what is asserted is what is not loaded. */
test("a first load brings what it shows and no more", async ({ page }) => {
  const sizes: { name: string; bytes: number }[] = [];
  const done: Promise<void>[] = [];
  page.on("response", (response) => {
    done.push(
      response
        .request()
        .sizes()
        .then(({ responseBodySize }) => {
          sizes.push({ name: new URL(response.url()).pathname, bytes: responseBodySize });
        }),
    );
  });
  await page.goto("/ember-row/courses/cold-kitchen?enrollment=sourdough-08");
  await expect(page.getByRole("button", { name: /^Module Starter alive/ })).toBeVisible();
  await page.waitForLoadState("networkidle");
  await Promise.all(done);
  const kinds = { script: /\.js$/, font: /\.ttf$/, api: /^\/api\// };
  const sum = (pattern: RegExp) =>
    sizes.filter(({ name }) => pattern.test(name)).reduce((total, { bytes }) => total + bytes, 0);
  test.info().annotations.push(
    ...Object.entries(kinds).map(([type, pattern]) => ({
      type,
      description: String(sum(pattern)),
    })),
  );
  console.log(
    `first load, packed bytes: ${Object.entries(kinds)
      .map(([kind, pattern]) => `${kind} ${sum(pattern)}`)
      .join(", ")}`,
  );
  const names = sizes.map(({ name }) => name).join("\n");
  expect(names).not.toMatch(/\[lesson\]|not-found/);
  expect(sizes.filter(({ name }) => name.startsWith("/api/")).length).toBeLessThanOrEqual(3);
});
