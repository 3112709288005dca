import { keptSize, type Picture, pictureFault, positionOf } from "@dawngate/core/courses";
import fc from "fast-check";

const photo: Picture = { kind: "jpg", width: 4000, height: 3000, bytes: 3_000_000 };

describe("what becomes a cover", () => {
  test.each([
    ["a photograph", {}, null],
    ["a file without anything in it", { bytes: 0 }, /empty/],
    ["a text that is called a picture", { kind: null, width: 0, height: 0 }, /not a picture/],
    ["a drawing that may hold a program", { kind: "svg" }, /kind svg is not taken/],
    ["a picture of 20,000 pixels", { width: 20_000, height: 20_000 }, /20,000 × 20,000 pixels/],
    ["a long and narrow one", { width: 16_001, height: 400 }, /at most 16,000 each way/],
    ["a stamp", { width: 300, height: 300 }, /at least 320/],
    ["a file of 41 MB", { bytes: 41 * 1024 * 1024 }, /41 MB: at most 40/],
  ])("%s", (_, part, says) => {
    const fault = pictureFault({ ...photo, ...part });
    if (says === null) expect(fault).toBeNull();
    else expect(fault).toMatch(says);
  });
});

test("a picture is made smaller in proportion, and never larger", () => {
  expect(keptSize(4000, 3000)).toEqual({ width: 2400, height: 1800 });
  expect(keptSize(1000, 500)).toEqual({ width: 1000, height: 500 });
  expect(keptSize(16_000, 320)).toEqual({ width: 2400, height: 48 });
});

describe("the focal point", () => {
  // CSS Images 3, object-position: p percent puts the picture's point at p percent on the place's point at p percent.
  const seenFrom = (side: number, place: number, percent: number) =>
    ((side - place) * percent) / 100;
  test("in a wide picture cut to a square, the point of a third stands in the middle as far as the edge allows", () => {
    // 300 by 100 in a place of 100 by 100: from 50 on is seen, so 100 is in the middle.
    expect(seenFrom(300, 100, positionOf(3, 1, { x: 1 / 3, y: 0.5 }).x)).toBeCloseTo(50);
    expect(positionOf(3, 1, { x: 0, y: 0.5 })).toEqual({ x: 0, y: 50 });
    expect(positionOf(3, 1, { x: 1, y: 0 }).x).toBeCloseTo(100);
  });
  test("is in sight whatever the proportions, and as near the middle as can be", () => {
    const part = fc.double({ min: 0, max: 1, noNaN: true });
    const ratio = fc.double({ min: 0.1, max: 10, noNaN: true });
    fc.assert(
      fc.property(ratio, ratio, part, part, (picture, place, x, y) => {
        const at = positionOf(picture, place, { x, y });
        // The picture fills a place one high: its own size there.
        const [w, h] = picture > place ? [picture, 1] : [place, place / picture];
        const left = seenFrom(w, place, at.x);
        const top = seenFrom(h, 1, at.y);
        const slack = 1e-9;
        expect(left).toBeGreaterThanOrEqual(-slack);
        expect(left + place).toBeLessThanOrEqual(w + slack);
        expect(x * w).toBeGreaterThanOrEqual(left - slack);
        expect(x * w).toBeLessThanOrEqual(left + place + slack);
        expect(y * h).toBeGreaterThanOrEqual(top - slack);
        expect(y * h).toBeLessThanOrEqual(top + 1 + slack);
        const middle = Math.abs(x * w - (left + place / 2));
        const bound = left < slack || left + place > w - slack;
        if (!bound) expect(middle).toBeLessThan(1e-6);
      }),
    );
  });
});
