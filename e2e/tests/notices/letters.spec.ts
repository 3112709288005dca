/** Mails as a mail program shows them: readable in light and dark, with pictures off, and built as a page is. */
import { writeLetter } from "@dawngate/server/base/letter";
import { accessibilityFaults, expect, test } from "../helpers";

test.use({ who: null });

/** One with everything a letter can have, of a school in a color that is hard to read on. */
const whole = (color: string) =>
  writeLetter({
    subject: "Open now: <b>“Shaping”</b> & \u05e9\u05dc\u05d5\u05dd",
    from: { name: "Ember Row Bread School", color, contact: "hello@example.org" },
    greeting: "Hello Mira,",
    says: ["Something new is open for you.", "An <i>unusual</i> title: ".concat("x".repeat(300))],
    dates: [
      { when: "Fri 12 Mar 2027, 07:00", what: "Shaping" },
      { when: "open now", what: "Mixing" },
    ],
    lines: ["Once: €199.00"],
    button: { label: "Go to the course", url: "https://example.org/ember-row/shelf/e1" },
    small: ["Times are Lisbon time."],
    below: { label: "What you are told, and what not", url: "https://example.org/told" },
  });

/** A mail stands in a page of the mail program, which has its landmarks and its heading. */
const OF_A_PAGE = /^(landmark-one-main|page-has-heading-one|region) /;

for (const scheme of ["light", "dark"] as const)
  test(`readable in ${scheme}, and nothing is fetched for it`, async ({ page }) => {
    const asked: string[] = [];
    page.on("request", (request) => asked.push(request.url()));
    await page.emulateMedia({ colorScheme: scheme });
    for (const color of ["#F2A65A", "#FFFFFF", "#000000", "no color"]) {
      await page.setContent(whole(color).html);
      expect((await accessibilityFaults(page)).filter((one) => !OF_A_PAGE.test(one))).toEqual([]);
    }
    // What somebody typed is read as it was typed.
    await expect(page.getByText("An <i>unusual</i> title:")).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      page.viewportSize()?.width ?? 0,
    );
    expect(asked.filter((url) => !url.startsWith("about:"))).toEqual([]);
  });
