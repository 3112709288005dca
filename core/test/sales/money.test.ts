import fc from "fast-check";
import { split, timesOver } from "../../src/sales";

test.each([
  // Half away from zero, on both sides.
  [1999, 1250, 10_000, 250],
  [1, 1, 2, 1],
  [-1, 1, 2, -1],
  [-3, 1, 4, -1],
  [3, 1, 4, 1],
  [1, 1, 3, 0],
  [-1, 1, 3, 0],
  // Beyond what a double counts exactly.
  [9_007_199_254_740_991, 9_999, 10_000, 9_006_298_534_815_517],
])("%d x %d / %d is %d", (a, b, c, is) => {
  expect(timesOver(a, b, c)).toBe(is);
  expect(Object.is(timesOver(a, b, c), -0)).toBe(false);
});

test("a split comes to the sum exactly, no part is off by one or more, and ties go to the earlier", () => {
  expect(split(10_000, [1, 1, 1])).toEqual([3334, 3333, 3333]);
  expect(split(10, [0, 0, 0])).toEqual([4, 3, 3]);
  expect(split(-10, [1, 1, 1])).toEqual([-4, -3, -3]);
  expect(split(5, [])).toEqual([]);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000_000 }),
      fc.array(fc.integer({ min: 0, max: 1_000_000 }), { minLength: 1, maxLength: 20 }),
      (sum, weights) => {
        const parts = split(sum, weights);
        expect(parts.reduce((all, part) => all + part, 0)).toBe(sum);
        const total = weights.reduce((all, weight) => all + weight, 0);
        if (total > 0)
          parts.forEach((part, i) => {
            expect(Math.abs(part - (sum * (weights[i] ?? 0)) / total)).toBeLessThan(1);
          });
      },
    ),
  );
});
