import { sayShortDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, timeOfDayAt, zoneOf } from "@dawngate/core/time";
import { rangeOf, read, scaleOf, ticksOf } from "../../src/schedule/horizon/scale";
import { timelineAnswer } from "../helpers/answers";

const DAY = 86_400_000;
const at = (text: string) => read(text) as Instant;
const lisbon = zoneOf("Europe/Lisbon");

describe("the time that the horizon shows", () => {
  test("runs from enrolling past the last date, with the end of access where it is not far off", () => {
    const timeline = timelineAnswer("e1");
    const range = rangeOf(timeline);
    expect(range.from).toBeLessThan(at("2027-03-05T14:20:00Z"));
    expect(range.to).toBeGreaterThan(at(timeline.access.until ?? ""));
  });
  test("an end of access years ahead does not squeeze the openings", () => {
    const timeline = timelineAnswer("e1");
    const far = { ...timeline, access: { ...timeline.access, until: "2032-01-01T00:00:00Z" } };
    expect(rangeOf(far).to).toBeLessThan(at("2027-06-01T00:00:00Z"));
  });
  test("is at least two weeks, and holds the instant one looks at wherever that is", () => {
    const late = rangeOf(timelineAnswer("e1", "2029-01-01T00:00:00Z"));
    expect(late.to).toBeGreaterThan(at("2029-01-01T00:00:00Z"));
    const early = rangeOf(timelineAnswer("e1", "2026-01-01T00:00:00Z"));
    expect(early.from).toBeLessThan(at("2026-01-01T00:00:00Z"));
  });
});

describe("places", () => {
  const scale = scaleOf({ from: at("2027-03-01T00:00:00Z"), to: at("2027-05-01T00:00:00Z") }, 610);
  test("an instant and its place lead to each other", () => {
    for (const text of ["2027-03-05T14:00:00Z", "2027-04-30T23:00:00Z"])
      expect(Math.abs(scale.instantAt(scale.x(at(text))) - at(text))).toBeLessThan(60_000);
  });
  test("what lies far outside stays near the edge, so that no picture grows endless", () => {
    expect(scale.x(at("2100-01-01T00:00:00Z"))).toBe(634);
    expect(scale.x(at("1970-01-01T00:00:00Z"))).toBe(-24);
  });
  test("lines stand at local midnights, also across a clock change, on Mondays or firsts, and apart", () => {
    for (const width of [200, 340, 610, 1000]) {
      const wide = scaleOf(scale.range, width);
      const ticks = ticksOf(wide, lisbon);
      expect(ticks.length).toBeGreaterThan(1);
      for (const [i, tick] of ticks.entries()) {
        expect(timeOfDayAt(lisbon, tick.instant)).toBe(0);
        const before = ticks[i - 1];
        if (before) expect(wide.x(tick.instant) - wide.x(before.instant)).toBeGreaterThan(70);
      }
    }
  });
  test.each([1, 10, 60, 400, 4000, 40_000])(
    "a range of %i days has lines, and not too many",
    (days) => {
      const from = at("2027-03-01T00:00:00Z");
      const wide = scaleOf({ from, to: (from + days * DAY) as Instant }, 700);
      const ticks = ticksOf(wide, lisbon);
      expect(ticks.length).toBeGreaterThanOrEqual(1);
      expect(ticks.length).toBeLessThan(80);
    },
  );
  test("a label says its own day", () => {
    const [first] = ticksOf(scale, lisbon);
    if (!first) throw new Error();
    expect(first.label).toBe(sayShortDate(localDateAt(lisbon, first.instant)));
  });
});
