import fc from "fast-check";
import { COVER, coverOf } from "../../src/courses/drawn-cover";

test("the same title has the same cover, another another one", () => {
  expect(coverOf("Rye through the winter")).toEqual(coverOf("Rye through the winter"));
  expect(coverOf("Rye through the winter")).not.toEqual(coverOf("Rye through the summer"));
  // Two ways to write the same letters (Unicode normalization, form C).
  expect(coverOf("Pa\u0303o")).toEqual(coverOf("P\u00e3o"));
});

test("whatever the title, all of it stands within the picture, the sun above the horizon", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 60 }), (title) => {
      const { sun, bars, horizon } = coverOf(title);
      expect(sun.x - sun.r).toBeGreaterThan(0);
      expect(sun.x + sun.r).toBeLessThan(COVER.width);
      expect(sun.y - sun.r).toBeGreaterThanOrEqual(0);
      expect(sun.y + sun.r).toBeLessThan(horizon);
      for (const { x, width, height } of bars) {
        expect(x + width).toBeLessThanOrEqual(COVER.width + 1e-9);
        expect(height).toBeGreaterThan(0);
        expect(height).toBeLessThan(horizon);
      }
    }),
  );
});
