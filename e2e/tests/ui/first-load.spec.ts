import { expect, test } from "../helpers";

test.use({ who: "callum.reyes", coldBrowser: true });

/** The packed size of an enrollee's first load, told for docs/first-load.md; what is asserted is what is not loaded. */
test("an enrollee's first load brings what it shows and no more", async ({ page }) => {
  const sizes: { name: string; bytes: number }[] = [];
  const done: Promise<void>[] = [];
  // What is asked for again later (news, every so often) is none of it.
  let over = false;
  page.on("response", (response) => {
    if (over) return;
    done.push(
      response
        .request()
        .sizes()
        .then(({ responseBodySize }) => {
          sizes.push({ name: new URL(response.url()).pathname, bytes: responseBodySize });
        }),
    );
  });
  await page.goto("/ember-row/shelf");
  await expect(page.getByRole("link", { name: /Sourdough from a cold kitchen/ })).toBeVisible();
  await page.waitForLoadState("networkidle");
  over = true;
  await Promise.all(done);
  const kinds = { script: /\.js$/, font: /\.(woff2|ttf)$/, api: /^\/api\// };
  const sum = (pattern: RegExp) =>
    sizes.filter(({ name }) => pattern.test(name)).reduce((total, { bytes }) => total + bytes, 0);
  console.log(
    `first load, packed bytes: ${Object.entries(kinds)
      .map(([kind, pattern]) => `${kind} ${sum(pattern)}`)
      .join(", ")}`,
  );
  const names = sizes.map(({ name }) => name).join("\n");
  // An empty application with the same packages, a quarter, and what routes and endpoints have come to (docs/first-load.md).
  // Where one was told something new it is fetched too, after the shelf stands.
  const beside = sum(/\/beside-[^/]*\.js$/);
  expect(beside).toBeLessThan(4_000);
  // The same sources come out some 300 bytes larger or smaller: 400.4 kB, and that.
  expect(sum(kinds.script) - beside).toBeLessThan(400_700);
  // The studio's screens, and the evaluator that authors use, stay where they are.
  expect(names).not.toMatch(/studio-|sign-up-|not-found/);
  expect(sizes.filter(({ name }) => name.startsWith("/api/")).length).toBeLessThanOrEqual(4);
});
