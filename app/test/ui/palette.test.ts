import { dark, light, type Palette } from "../../src/ui/palette";

/** WCAG 2.2, "relative luminance" and "contrast ratio". */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string) => {
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
};

test("the formula gives 21 for black on white (WCAG 2.2)", () => {
  expect(contrast("#000000", "#FFFFFF")).toBeCloseTo(21, 5);
});

describe.each([
  ["light", light],
  ["dark", dark],
] as [string, Palette][])("%s", (_, p) => {
  test.each([
    ["text", p.ink, p.paper],
    ["text on a sheet", p.ink, p.surface],
    ["quiet text", p.quiet, p.paper],
    ["quiet text on a sheet", p.quiet, p.surface],
    ["text on a pressed row", p.quiet, p.lilac],
    ["links", p.dusk, p.paper],
    ["links on a sheet", p.dusk, p.surface],
    ["text that warns", p.ember, p.paper],
    ["text that warns on a sheet", p.ember, p.surface],
    ["the primary action", p.onEmber, p.emberFill],
    ["the strip", p.onMorningQuiet, p.morning],
    ["the handle", p.onNight, p.night],
    ["the rail", p.onFrameQuiet, p.frame],
    ["the current place", p.onFrame, p.frameHere],
    ["a date on a bar", p.apricotInk, p.apricotLabel],
    ["what is waited for, on the time outside access", p.dusk, p.shade],
  ])("%s has 4.5 : 1", (_, text, ground) => {
    expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
  });
  test.each([
    ["a bar's outline", p.apricotLine, p.paper],
    ["the mark of what is done", p.leaf, p.paper],
    ["the mark of what is open", p.coral, p.paper],
    ["the mark of what is closed", p.quiet, p.paper],
    ["the instant one looks at", p.night, p.apricot],
  ])("%s has 3 : 1", (_, shape, ground) => {
    expect(contrast(shape, ground)).toBeGreaterThanOrEqual(3);
  });
});
