/** What holds of every screen's layout, at every width: the screen is the work's, and nothing sticks out at the side. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, settled, stickingOut, test } from "../helpers";
import { PLACES } from "./places";

test.use({ allowedErrors: /status of 404/ });

const WIDTHS = [768, 1920];
/** Where longer words press, and so those there are: the narrowest, and just wide. */
const TIGHT = [320, 1280];

/** A word of sixty letters, as some languages have them. */
const WORD = "Donaudampfschifffahrtselektrizitaetenhauptbetriebswerkbauart";

/** Sizes change what is drawn: until it is. */
async function at(page: Page, width: number, height = 844): Promise<void> {
  await page.setViewportSize({ width, height });
  await settled(page);
}

/** Faults with the width they were found at. */
async function atEachWidth(page: Page): Promise<string[]> {
  const faults: string[] = [];
  for (const width of WIDTHS) {
    await at(page, width);
    faults.push(...(await stickingOut(page)).map((one) => `${width}: ${one}`));
  }
  return faults;
}

/**
 * Every title and name that comes from the server is one word: put in where the page reads its answers, since a page whose
 * requests are routed fetches and compiles all of its scripts anew at each address.
 */
const withLongNames = (page: Page) =>
  page.addInitScript((word) => {
    const ask = window.fetch.bind(window);
    window.fetch = async (input, init) => {
      const { method, url } =
        input instanceof Request ? input : { method: init?.method ?? "GET", url: String(input) };
      const answer = await ask(input, init);
      const isJson = /json/.test(answer.headers.get("content-type") ?? "");
      if (method !== "GET" || !isJson || !url.includes("/api/schools/")) return answer;
      const text = await answer.text();
      const { status, statusText, headers } = answer;
      return new Response(text.replaceAll(/"(title|name)":"[^"]{3,}"/g, `"$1":"${word}"`), {
        status,
        statusText,
        headers,
      });
    };
  }, WORD);

/** Makes every word longer by two fifths, as other languages have them. */
const lengthen = (page: Page) =>
  page.evaluate(() => {
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      const said = node.textContent ?? "";
      if (said.trim().length > 1 && !said.includes("\u2060"))
        node.textContent = `${said}\u2060${said.slice(0, Math.ceil(said.length * 0.4))}`;
    }
  });

for (const [side, places] of Object.entries(PLACES))
  test(`${side} has no fault that axe knows (WCAG 2.2 AA), wide in light and at 200 % in the dark; names of sixty letters, and words longer by two fifths, stick out nowhere from 320 to 1920`, async ({
    page,
  }) => {
    test.skip(test.info().project.name !== "wide");
    test.setTimeout(400_000);
    await withLongNames(page);
    for (const [what, url] of places)
      await test.step(what, async () => {
        await page.goto(url);
        await settled(page);
        expect(await accessibilityFaults(page)).toEqual([]);
        expect(await atEachWidth(page)).toEqual([]);
        // 200 %, a wide screen's half; and all of it in the dark.
        await page.emulateMedia({ colorScheme: "dark" });
        await at(page, 640, 400);
        expect(await accessibilityFaults(page)).toEqual([]);
        expect(await stickingOut(page)).toEqual([]);
        await page.emulateMedia({ colorScheme: "light" });
        const faults: string[] = [];
        for (const width of TIGHT) {
          await at(page, width);
          // What was drawn anew at this width is as short as it was.
          await lengthen(page);
          faults.push(...(await stickingOut(page)).map((one) => `${width}: ${one}`));
        }
        expect(faults).toEqual([]);
        await at(page, 1280, 800);
      });
  });

test("the first row of an outline and of a schedule stand within the first third of a phone", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "phone");
  await page.goto("/ember-row/courses/winter-rye/edit");
  const row = page.getByLabel(/^Title of /).first();
  await expect(row).toBeVisible();
  await settled(page);
  expect((await row.boundingBox())?.y).toBeLessThanOrEqual(200);
  await page.goto("/ember-row/courses/winter-rye");
  const access = page.getByRole("button", { name: /^Access/ });
  await expect(access).toBeVisible();
  await settled(page);
  expect((await access.boundingBox())?.y).toBeLessThanOrEqual(260);
});

test("on a wide screen the first useful line of a course's screens stands at 190 at the lowest", async ({
  page,
}) => {
  test.skip(test.info().project.name !== "wide");
  const at = "/ember-row/courses/winter-rye";
  for (const [url, useful] of [
    [`${at}/edit`, page.getByRole("slider")],
    [at, page.getByRole("slider")],
    [`${at}/everybody`, page.getByText(/^As high as the share/)],
    [`${at}/rehearsal`, page.getByRole("slider")],
    [`${at}/people`, page.getByRole("searchbox")],
    [`${at}/cohorts`, page.getByRole("button", { name: "Columns" })],
    [`${at}/remarks`, page.getByRole("heading", { level: 2 }).first()],
  ] as const)
    await test.step(url, async () => {
      await page.goto(url);
      await expect(useful).toBeVisible();
      await settled(page);
      expect((await useful.boundingBox())?.y).toBeLessThanOrEqual(190);
    });
});
