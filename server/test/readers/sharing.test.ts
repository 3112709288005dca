import fc from "fast-check";
import { imageSize } from "image-size";
import { setIn, sharing } from "../../src/readers/kinds/sharing";

const SCHOOL = { school: "School one", color: "#D9533B" };
/** Each letter as wide as it is high, a space as well. */
const square = (text: string) => [...text].length;

describe("a title is set as large as it may be", () => {
  test.each<[string, number, string[]]>([
    ["Rye", 68, ["Rye"]],
    ["Rye through the winter", 56, ["Rye through the", "winter"]],
    ["Sourdough from zero to market", 56, ["Sourdough from zero", "to market"]],
    ["Rye and wheat through the winter and the spring that comes after", 34, []],
  ])("%s", (title, size, lines) => {
    const set = setIn(title, 1072, square);
    expect(set.size).toBe(size);
    if (lines.length > 0) expect(set.lines).toEqual(lines);
    expect(set.lines.join(" ")).toBe(title);
  });

  test("whatever it is, it stands in at most three lines within its room, cut off with an ellipsis", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 300 }), (title) => {
        const { size, lines } = setIn(title, 1072, square);
        expect(lines.length).toBeLessThanOrEqual(3);
        for (const line of lines) expect(square(line) * size).toBeLessThanOrEqual(1072 + 1e-6);
        const whole = title.trim().split(/\s+/u).join(" ");
        if (lines.join(" ") !== whole) expect(lines.at(-1)).toMatch(/…$/);
      }),
    );
  });
});

test("a title is never read as anything but text, whatever stands in it", async () => {
  const plain = await sharing({ title: "Rye", ...SCHOOL });
  expect(imageSize(plain)).toMatchObject({ type: "png", width: 1200, height: 630 });
  for (const title of [
    '</text><image href="file:///etc/passwd"/><text>',
    "]]>&amp;&#0;\u0000\u000b\ud800",
    "r".repeat(200),
    "",
    "日本のパン",
  ])
    expect(imageSize(await sharing({ title, ...SCHOOL })).width).toBe(1200);
  // What a color is not stays within its attribute.
  const odd = await sharing({ title: "Rye", school: "", color: '"/><rect width="9"/>' });
  expect(imageSize(odd).width).toBe(1200);
});
