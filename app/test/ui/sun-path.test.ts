import { sunPath } from "../../src/ui/sun-path";

test("of a sun one sees what stands above the horizon", () => {
  expect(sunPath(12, 30, 6, 17)).toBe("");
  expect(sunPath(12, 9, 6, 17)).toBe("M6 9a6 6 0 1 1 12 0a6 6 0 1 1 -12 0z");
  // Half of it: the smaller arc and the larger are the same.
  expect(sunPath(12, 17, 6, 17)).toBe("M6 17A6 6 0 0 1 18 17Z");
  // A chord of 2·√(25 − 9) where its center is 3 above or below.
  expect(sunPath(12, 14, 5, 17)).toBe("M8 17A5 5 0 1 1 16 17Z");
  expect(sunPath(12, 20, 5, 17)).toBe("M8 17A5 5 0 0 1 16 17Z");
});
