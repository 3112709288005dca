import { countdownStep, sayCountdown } from "@dawngate/core/enrollment";
import fc from "fast-check";

const [D, H, M] = [86_400_000, 3_600_000, 60_000];

describe("a countdown in words", () => {
  test.each([
    [3 * D + 4 * H + 59 * M, "3 days and 4 hours"],
    [1 * D + 1 * H, "1 day and 1 hour"],
    [2 * D, "2 days"],
    [2 * D + 5 * M, "2 days"],
    [5 * H + 12 * M + 30_000, "5 hours and 12 minutes"],
    [59 * M + 59_000, "59 minutes"],
    [M, "1 minute"],
    [59_000, "less than a minute"],
    [0, "less than a minute"],
    [-5, "less than a minute"],
  ])("%d ms: %s", (ms, words) => {
    expect(sayCountdown(ms)).toBe(words);
  });
  test("asked again after the step, it says something else, or stands within its last minute (property)", () => {
    fc.assert(
      fc.property(fc.integer({ min: M, max: 60 * D }), (ms) => {
        const next = ms - countdownStep(ms);
        expect(next).toBeLessThan(ms);
        // Nothing is passed over: at most one unit of what is said.
        expect(countdownStep(ms)).toBeLessThanOrEqual((ms >= 2 * D ? H : M) + 5);
      }),
    );
  });
});
