/** Amounts as people write them. The digits of a currency: ISO 4217, table A.1, from memory. */
import fc from "fast-check";
import { digitsOf, plainMoney, readMoney, sayMoney } from "../../src/sales";

test.each([
  ["EUR", 2],
  ["JPY", 0],
  ["KWD", 3],
  ["ISK", 0],
  ["HUF", 2],
])("%s has %d digits", (currency, digits) => expect(digitsOf(currency)).toBe(digits));

test.each([
  [19_900, "EUR", "en-GB", "€199.00"],
  [129_950, "EUR", "de-DE", "1.299,50 €"],
  [1000, "JPY", "en-GB", "JP¥1,000"],
  [90_000, "KWD", "en-GB", "KWD 90.000"],
  // In everyday use without a fraction, so that a runtime's own figures would drop it.
  [150_000, "HUF", "en-GB", "HUF 1,500.00"],
])("%d of %s in %s is %s", (amount, currency, language, said) => {
  expect(sayMoney(amount, currency, language).replaceAll("\u00a0", " ")).toBe(said);
});

test.each([
  ["199", "EUR", 19_900],
  ["199.5", "EUR", 19_950],
  ["€ 1,299.50", "EUR", 129_950],
  ["1.299,50 €", "EUR", 129_950],
  ["1 299,50", "EUR", 129_950],
  ["1.299", "EUR", 129_900],
  ["1.299", "KWD", 1299],
  ["1,000", "JPY", 1000],
  ["0", "EUR", 0],
])("%s of %s is read as %d", (typed, currency, amount) => {
  expect(readMoney(typed, currency)).toEqual({ ok: true, amount });
});

test.each([
  ["", "EUR", /Write an amount as 199\.00/],
  ["free", "EUR", /Write an amount/],
  ["-5", "EUR", /negative/],
  ["1.5", "JPY", /no smaller unit/],
  ["1.2345", "EUR", /2 digits/],
  ["99999999999999", "EUR", /more than/],
])("%s of %s is refused", (typed, currency, reason) => {
  expect(readMoney(typed, currency)).toMatchObject({
    ok: false,
    reason: expect.stringMatching(reason),
  });
});

test("what is written is read back, in every currency's digits", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000_000_000 }),
      fc.constantFrom("EUR", "JPY", "KWD", "CLF"),
      (amount, currency) => {
        expect(readMoney(plainMoney(amount, currency), currency)).toEqual({ ok: true, amount });
      },
    ),
  );
});
