import { rowsInSteps } from "../../src/ui/in-steps";

test("rows come and go by whole steps, never fewer than those in sight and around it, never beyond the list", () => {
  expect(rowsInSteps({ startIndex: 7, endIndex: 20, overscan: 2, count: 100 })).toEqual(
    Array.from({ length: 24 }, (_, i) => i),
  );
  for (let start = 0; start < 90; start += 1) {
    const rows = rowsInSteps({ startIndex: start, endIndex: start + 9, overscan: 5, count: 100 });
    expect(rows[0]).toBeLessThanOrEqual(Math.max(0, start - 5));
    expect(rows.at(-1)).toBeGreaterThanOrEqual(Math.min(99, start + 14));
    expect(rows.at(-1)).toBeLessThan(100);
  }
  expect(rowsInSteps({ startIndex: 0, endIndex: 0, overscan: 5, count: 0 })).toEqual([]);
});
