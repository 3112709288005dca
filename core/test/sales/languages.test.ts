/** What buyers read in their language: every text of ours is whole in each, and puts in what the English one does. */
import { LANGUAGES } from "@dawngate/core/notices/languages";
import { salesIn, sayMoneyIn, sayPriceIn, sayRateIn } from "@dawngate/core/sales/languages";
import { sayPrice } from "@dawngate/core/sales/step-words";
import { amissIn, textsOf } from "../notices/texts-of";

const GIVEN = ["Ñ <b>", "Rye", "1 234", "§"] as const;
const OTHERS = LANGUAGES.filter((one) => one !== "en");
const { every: _, ...ENGLISH } = salesIn("en");
/** A way to write money may be the same in two: what a code is called is, in some. */
const SHARED = ["lines.code"];

describe.each(OTHERS)("in %s", (language) => {
  const { every, ...texts } = salesIn(language);

  test("each text is there, in its own words, with what is put in where the English one has it", () => {
    const amiss = amissIn(texts, ENGLISH, GIVEN);
    expect(amiss.filter((one) => !SHARED.includes(one.split(" ")[0] ?? ""))).toEqual([]);
  });

  test("what may be missing leaves nothing undone", () => {
    const { paper, mail } = texts;
    const said = [paper.tax(null), mail.inAll("5", null), mail.receipt.gift("Rye", "Mira", null)];
    for (const one of said) expect(one).not.toMatch(/undefined|null|false| {2}|[,(] ?$/);
    expect(paper.tax("23 %")).toContain("23 %");
    expect(mail.receipt.gift("Rye", "Mira", "5 (May)")).toContain("5 (May)");
    // A subject is one line, and a sentence ends.
    for (const [at, text] of textsOf(texts, GIVEN)) {
      if (at.endsWith("subject")) expect(text).not.toMatch(/\n|\.$/);
      if (at.endsWith("says")) expect([at, text]).toEqual([at, expect.stringMatching(/\.$/)]);
    }
  });

  test("a step is said for one and for several, each unit by its own name", () => {
    const units = ["day", "week", "month", "year"] as const;
    const said = units.flatMap((unit) => [every(1, unit), every(6, unit)]);
    expect(new Set(said).size).toBe(8);
    for (const one of said) expect(one).not.toMatch(/undefined|#/);
    expect(said.filter((one) => one.includes("6"))).toHaveLength(4);
  });
});

test.each([
  // What 2006/112/EC art. 226(11a) has an invoice say, as the directive's own languages have it (from memory).
  ["en", "Reverse charge"],
  ["de", "Steuerschuldnerschaft des Leistungsempfängers"],
  ["es", "Inversión del sujeto pasivo"],
  ["fr", "Autoliquidation"],
  ["it", "Inversione contabile"],
  ["nl", "Btw verlegd"],
  ["pt", "Autoliquidação"],
] as const)("in %s whoever owes the tax themselves reads so", (language, words) => {
  expect(salesIn(language).paper.reverseCharge("DE 1")).toContain(words);
});

test("a correction in German is none that the buyer would write (2006/112/EC art. 226(10a))", () => {
  expect(salesIn("de").kinds["credit-note"]).not.toBe("Gutschrift");
});

const plain = (text: string) => text.replaceAll(/[\u00a0\u202f]/g, " ");

test.each([
  // As Unicode's CLDR writes amounts and units, by the platform's tables.
  ["de", 1900, "P1M", "19,00 € pro Monat"],
  ["de", 1900, "P3M", "19,00 € alle 3 Monate"],
  ["fr", 123_450, "P2W", "1 234,50 € toutes les 2 semaines"],
  ["it", 1900, "P1Y", "19,00 € all’anno"],
  ["nl", 1900, null, "€ 19,00"],
  ["es", 0, "P1M", "Gratis"],
  ["pt", 1900, "P1M2D", "19,00 € / 1 mês 2 dias"],
  ["en", 1900, "P6M", "€19.00 every 6 months"],
] as const)("in %s %d every %s is %s", (language, amount, every, said) => {
  expect(plain(sayPriceIn(language, { amount, currency: "EUR", every }))).toBe(said);
});

test("English is as everywhere else", () => {
  for (const every of [null, "P1D", "P1W", "P2W", "P1M", "P12M", "P1Y"])
    expect(sayPriceIn("en", { amount: 1990, currency: "USD", every })).toBe(
      sayPrice({ amount: 1990, currency: "USD", every }),
    );
  expect(sayMoneyIn("en", 1000, "JPY")).toBe("JP¥1,000");
  expect([sayRateIn("en", 550), sayRateIn("de", 550), sayRateIn("fr", 2000)].map(plain)).toEqual([
    "5.5 %",
    "5,5 %",
    "20 %",
  ]);
});
