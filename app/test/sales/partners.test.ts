/** What is agreed with a partner, and what stands with them, as it is said. */
import {
  sayDue,
  sayNextPayable,
  sayPartnerTerms,
  sayPercent,
  viaLink,
} from "../../src/sales/partners/say-partner";

const balance = { currency: "EUR", orders: 1, net: 0, earned: 0, payable: 0, paidOut: 0 };

test("terms are a sentence for whom they hold, with one day and with none", () => {
  expect(sayPartnerTerms({ days: 30, hold: 14 })).toBe(
    "Of the links somebody has followed the last one counts, for 30 days. A share is held for 14 days after its payment, since it may be given back until then.",
  );
  expect(sayPartnerTerms({ days: 1, hold: 0 })).toBe(
    "Of the links somebody has followed the last one counts, for 1 day. A share can be paid out from the day after its payment.",
  );
});

test("what is due is said in each currency; too much paid out as what it is", () => {
  expect(sayDue([])).toBe("nothing");
  expect(sayDue([{ ...balance, due: 0 }])).toBe("nothing");
  expect(
    sayDue([
      { ...balance, due: 1250 },
      { ...balance, currency: "JPY", due: 900 },
    ]),
  ).toBe("€12.50, JP¥900");
  expect(sayDue([{ ...balance, due: -1250 }])).toBe("€12.50 too much");
});

test("from when more can be paid out is said in the school's zone", () => {
  expect(sayNextPayable(null, "Europe/Lisbon")).toBeNull();
  expect(sayNextPayable("2027-04-10T23:00:00Z", "Europe/Lisbon")).toMatch(
    /^More can be paid out from .*11 Apr/,
  );
});

test("a link is a page with their word behind it, whatever stands there already", () => {
  expect(viaLink("https://one.example.org/a", "mill")).toBe("https://one.example.org/a?via=mill");
  expect(viaLink("https://one.example.org/a?code=X", "mill")).toBe(
    "https://one.example.org/a?code=X&via=mill",
  );
  expect(sayPercent(12.5)).toBe("12.5 %");
});
