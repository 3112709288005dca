import type { PriceOption } from "@dawngate/core/sales";
import { bundleOf, sayBreakEven, saySaving } from "../../src/sales/bundle-figures";

const once = (amount: number) =>
  ({ id: "once", kind: "once", amount, default: true, renewal: false }) as PriceOption;
const courses = (...prices: (number | null)[]) => ({
  courses: prices.map((price, i) => ({ id: `c${i}`, price: price as never })),
});

// orders.md, worked example 9: 9900, 9900, 5000 for 19900.
test("what is saved, how the price falls on the parts, and from how many on it is worth it", () => {
  const bundle = bundleOf(courses(9900, 9900, 5000), once(19_900), "EUR");
  if (!bundle) throw new Error("no figures");
  expect(saySaving(bundle, "EUR")).toBe(
    "Together €199.00 instead of €248.00: €49.00 saved, 19.8 %.",
  );
  expect(bundle.parts.map(({ share }) => share)).toEqual([7944, 7944, 4012]);
  expect(sayBreakEven(bundle)).toBe("Worth it for whoever wants all of them.");
});

test("a bundle dearer than its parts saves nothing and is worth it for nobody", () => {
  const bundle = bundleOf(courses(1000, 2000), once(5000), "EUR");
  if (!bundle) throw new Error("no figures");
  expect(saySaving(bundle, "EUR")).toContain("nothing is saved");
  expect(sayBreakEven(bundle)).toBe("It is worth it for nobody.");
});

test("where the dearest alone reaches the price, and the cheapest only together", () => {
  const bundle = bundleOf(courses(9000, 1000, 1000), once(9000), "EUR");
  expect(bundle && sayBreakEven(bundle)).toBe(
    "Worth it for some who want one of them, for everybody who wants all of them.",
  );
});

test("there is nothing to compare with one course, a price that is missing, or a subscription", () => {
  expect(bundleOf(courses(9900), once(9900), "EUR")).toBeNull();
  expect(bundleOf(courses(9900, null), once(9900), "EUR")).toBeNull();
  const monthly = { ...once(900), kind: "subscription", every: "P1M", trial: null } as PriceOption;
  expect(bundleOf(courses(9900, 5000), monthly, "EUR")).toBeNull();
});
