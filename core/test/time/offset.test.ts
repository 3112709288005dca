import { Duration } from "luxon";
import { isNegative, parseOffset } from "../../src/time";

describe("offsets are ISO 8601 durations in whole numbers", () => {
  test.each([
    "P7D",
    "P1M",
    "P1Y2M3W4D",
    "PT36H",
    "PT90M",
    "PT1H30M",
    "P0D",
    "-P3D",
    "+P2W",
    "P12M",
  ])("%s is read as Luxon reads it", (text) => {
    const offset = parseOffset(text);
    if (!offset.ok) throw new Error(offset.reason);
    // Luxon has no leading sign in its reader; it is put on afterwards.
    const sign = text.startsWith("-") ? -1 : 1;
    const reference = Duration.fromISO(text.replace(/^[+-]/, ""));
    if (offset.value.kind === "time") expect(offset.value.ms).toBe(sign * reference.toMillis());
    else {
      expect(offset.value.months).toBe(sign * (reference.years * 12 + reference.months) || 0);
      expect(offset.value.days).toBe(sign * (reference.weeks * 7 + reference.days) || 0);
    }
    expect(isNegative(offset.value)).toBe(sign < 0);
  });

  test("minus nothing is not negative", () => {
    const offset = parseOffset("-P0D");
    expect(offset.ok && isNegative(offset.value)).toBe(false);
  });

  test.each([
    ["P1DT2H", /mixes/],
    ["P1DT", /mixes|not an offset/],
    ["P", /no amount/],
    ["PT", /no amount/],
    ["", /not an offset/],
    ["7", /not an offset/],
    ["P1.5D", /not an offset/],
    ["PT30S", /not an offset/],
    ["p7d", /not an offset/],
    ["P-7D", /not an offset/],
    ["P10000Y", /longer than 1000 years/],
    ["P99999999999999999999D", /longer than 1000 years/],
    ["P1D1M", /not an offset/],
  ])("%s is refused", (text, reason) => {
    expect(parseOffset(text)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
  });
});
