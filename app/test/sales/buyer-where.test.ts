/** Whose tax counts beside a listing: as at the checkout (orders.md, "Tax by place", case 12: 23 % of Portugal). */
import { placeFor } from "../../src/sales/buyer-where";

const TAX = {
  country: "PT",
  belowThreshold: false,
  rates: [
    { country: "PT", kind: "electronic" as const, rate: 2300, from: null },
    { country: "DE", kind: "electronic" as const, rate: 1900, from: "2027-01-01" },
  ],
};
const about = { kind: "electronic" as const, included: true, on: "2027-03-06" };

test.each([
  ["at home", { country: "PT", company: false }, { treatment: "domestic", rate: 2300 }],
  [
    "a consumer abroad",
    { country: "DE", company: false },
    { treatment: "destination", rate: 1900 },
  ],
  ["a company abroad", { country: "DE", company: true }, { treatment: "reverse-charge" }],
  ["outside of the Union", { country: "US", company: false }, { treatment: "outside" }],
])("%s", (_, who, place) => {
  expect(placeFor(TAX, about, who)).toMatchObject({ place });
});

test("where no rate is kept, or not yet, it is said", () => {
  expect(placeFor(TAX, about, { country: "FR", company: false })).toHaveProperty("fault");
  expect(
    placeFor(TAX, { ...about, on: "2026-12-31" }, { country: "DE", company: false }),
  ).toHaveProperty("fault");
});
