import { partsOfDuration } from "../../src/ui/duration-field";

test.each([
  ["P2W", { count: 2, unit: "W" }],
  ["P10D", { count: 10, unit: "D" }],
  ["P1Y", { count: 1, unit: "Y" }],
  // Of several units: as near as a number and a unit come to it.
  ["P1Y6M", { count: 18, unit: "M" }],
  ["P1W3D", { count: 10, unit: "D" }],
])("%s", (text, parts) => {
  expect(partsOfDuration(text)).toEqual(parts);
});
