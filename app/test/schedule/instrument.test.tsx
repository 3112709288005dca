/** The parts of the instrument, one by one: zoom, marks, changes, tables, snags, countdown. */
import type { PlanMoment } from "@dawngate/core/plan";
import type { Snag } from "@dawngate/core/review";
import { type Instant, parseInstant, zoneOf } from "@dawngate/core/time";
import { act, fireEvent, screen } from "@testing-library/react";
import fc from "fast-check";
import { Countdown } from "../../src/catalog/countdown";
import { gateFor, momentFor } from "../../src/courses/edit/same-for-others";
import { SnagList } from "../../src/review/snag-list";
import { DatesTable, sayDates } from "../../src/schedule/horizon/dates-table";
import { marksIn } from "../../src/schedule/horizon/marks";
import { rangeOf, rangeOfAll } from "../../src/schedule/horizon/scale";
import { including, NARROWEST, panned, WIDEST, zoomed } from "../../src/schedule/horizon/zoom";
import { changeFrom, changesOf, whatChanges } from "../../src/schedule/rehearsal/changes";
import { timelineAnswer } from "../helpers/answers";
import { draw } from "../helpers/draw";

const at = (text: string): Instant => {
  const read = parseInstant(text);
  if (!read.ok) throw new Error(read.reason);
  return read.value;
};
const DAY = 86_400_000;
const range = { from: at("2027-03-01T00:00:00Z"), to: at("2027-05-01T00:00:00Z") };
const length = ({ from, to }: typeof range) => to - from;

describe("how much time the horizon shows", () => {
  test("nearer and farther, what one looks at stays where it is", () => {
    const about = at("2027-03-16T00:00:00Z");
    const place = (r: typeof range) => (about - r.from) / length(r);
    const near = zoomed(range, 0.5, about);
    expect(length(near)).toBeCloseTo(length(range) / 2, -3);
    expect(place(near)).toBeCloseTo(place(range), 6);
    expect(length(zoomed(near, 2, about))).toBeCloseTo(length(range), -3);
  });
  test("between two days and three years, however often one presses (property)", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.05, max: 20, noNaN: true }), { maxLength: 30 }),
        (factors) => {
          const end = factors.reduce(
            (r, factor) => zoomed(r, factor, at("2027-04-01T00:00:00Z")),
            range,
          );
          expect(length(end)).toBeGreaterThanOrEqual(NARROWEST - 2);
          expect(length(end)).toBeLessThanOrEqual(WIDEST + 2);
          expect(end.from).toBeLessThanOrEqual(at("2027-04-01T00:00:00Z"));
          expect(end.to).toBeGreaterThanOrEqual(at("2027-04-01T00:00:00Z"));
        },
      ),
    );
  });
  test("to and fro; and as far as the instant that was moved out of sight", () => {
    expect(panned(range, 0.5).from - range.from).toBe(length(range) / 2);
    expect(including(range, at("2027-04-01T00:00:00Z"))).toBe(range);
    const later = including(range, at("2027-08-01T00:00:00Z"));
    expect(later.to).toBeGreaterThan(at("2027-08-01T00:00:00Z"));
    expect(length(later)).toBe(length(range));
  });
  test("of several people, all of each", () => {
    const [one, other] = [timelineAnswer("e1"), timelineAnswer("e1", "2028-01-01T00:00:00Z")];
    const both = rangeOfAll([one, other]);
    for (const alone of [one, other].map(rangeOf)) {
      expect(both.from).toBeLessThanOrEqual(alone.from);
      expect(both.to).toBeGreaterThanOrEqual(alone.to);
    }
  });
});

describe("what the days themselves say", () => {
  test("closed days in sight, and clocks that change (Directive 2000/84/EC: the last Sunday of March)", () => {
    const marks = marksIn(range, zoneOf("Europe/Lisbon"), ["2027-03-29", "2027-12-25", "no date"]);
    expect(marks.map(({ says }) => says)).toEqual([
      "Clocks go forward on Sun 28 Mar 2027: a day of 23 hours",
      "Closed on Mon 29 Mar 2027",
    ]);
  });
  test("in autumn a day of 25 hours; where clocks never change, nothing", () => {
    const autumn = { from: at("2027-10-01T00:00:00Z"), to: at("2027-11-30T00:00:00Z") };
    expect(marksIn(autumn, zoneOf("America/New_York"), []).map(({ says }) => says)).toEqual([
      "Clocks go back on Sun 7 Nov 2027: a day of 25 hours",
    ]);
    expect(marksIn(autumn, zoneOf("Asia/Tokyo"), [])).toEqual([]);
  });
  test("a day ends where the next begins, whatever its length", () => {
    const [mark] = marksIn(range, zoneOf("Europe/Lisbon"), ["2027-03-28"]);
    expect(mark && mark.to - mark.from).toBe(23 * 3_600_000);
  });
});

describe("from change to change", () => {
  const timeline = timelineAnswer("e1");
  test("in order, each once, there and back", () => {
    const all = changesOf(timeline);
    expect([...new Set(all)].sort((a, b) => a - b)).toEqual(all);
    let here = (all[0] as Instant) - DAY;
    const seen: number[] = [];
    for (;;) {
      const next = changeFrom(timeline, here as Instant, 1);
      if (next === null) break;
      seen.push(next);
      here = next;
    }
    expect(seen).toEqual(all);
    expect(changeFrom(timeline, here as Instant, -1)).toBe(all.at(-2) ?? null);
    expect(changeFrom(timeline, all[0] as Instant, -1)).toBeNull();
  });
  test("and what it is that changes", () => {
    const item = timeline.items.find(({ id }) => id === "m2");
    const what = whatChanges(timeline, at(item?.opens ?? ""));
    expect(what).toContainEqual({ item: "m2", change: "opens" });
  });
});

test("the horizon as a table: a row for each, a column for each person", () => {
  const timeline = timelineAnswer("e1");
  const rows = [
    { id: "m2", title: "The loaf", module: true },
    { id: "gone", title: "Gone", module: false },
  ];
  draw(
    <DatesTable
      rows={rows}
      columns={[
        { name: "Ana", timeline },
        { name: "B: Bo", timeline },
      ]}
    />,
  );
  expect(screen.getAllByRole("columnheader").map((one) => one.textContent)).toEqual([
    "Module or lesson",
    "Ana",
    "B: Bo",
  ]);
  screen.getByRole("rowheader", { name: "The loaf" });
  expect(screen.getAllByText(/^opens Sun 14 Mar 2027, 07:00; closes the end of/)).toHaveLength(2);
  expect(screen.getAllByText("not there")).toHaveLength(2);
  const [item] = timeline.items;
  if (!item) throw new Error();
  expect(sayDates({ ...item, reachable: false }, timeline)).toBe("closes before it opens");
  expect(sayDates({ ...item, opens: null, closes: null, due: null }, timeline)).toBe("waits");
});

describe("a gate given to others", () => {
  test("what counts from the item itself counts from the other one there", () => {
    const closes: PlanMoment = { from: "opened", item: "m1", add: "P14D", edge: "end" };
    expect(momentFor(closes, "m1", "m2")).toEqual({ ...closes, item: "m2" });
    expect(momentFor({ from: "enrolled" }, "m1", "m2")).toEqual({ from: "enrolled" });
  });
  test("a condition that would wait for its own item is left out", () => {
    const gate = {
      need: "all" as const,
      when: [{ from: "completed", item: "m2" }, { from: "staff" }] as PlanMoment[],
    };
    expect(gateFor(gate, "m2")).toEqual({ need: "all", when: [{ from: "staff" }] });
    expect(gateFor({ ...gate, when: gate.when.slice(0, 1) }, "m2")).toBeNull();
    expect(gateFor(null, "m2")).toBeNull();
  });
});

describe("the list of snags", () => {
  const snag = (key: string, weight: Snag["weight"], item: string | null = "m1"): Snag => ({
    kind: "repeated-offset",
    key,
    weight,
    item,
    cohort: null,
    reason: `Reason ${key}.`,
    mends: [{ label: `Mend ${key}`, operations: [{ type: "remove", item: "m1" }] }],
  });
  const show = (snags: Snag[], meant: string[] = []) => {
    const on = { perform: jest.fn(), onMeant: jest.fn(), onPlace: jest.fn() };
    draw(<SnagList snags={snags} meant={meant} {...on} />);
    return on;
  };
  test("says how many, what each is, and does what is pressed", () => {
    const on = show([snag("a", "stops"), snag("b", "likely")]);
    screen.getByText("2 snags, one stops publishing");
    fireEvent.click(screen.getByRole("button", { name: "Mend a" }));
    expect(on.perform).toHaveBeenCalledWith({ type: "remove", item: "m1" });
    fireEvent.click(screen.getAllByRole("button", { name: "Show it" })[0] as HTMLElement);
    expect(on.onPlace).toHaveBeenCalledWith("m1");
    // What stops publishing cannot be meant so.
    expect(screen.queryAllByRole("button", { name: "Meant so" }).length).toBeLessThan(2);
  });
  test("those that are meant so are quiet, and come back", () => {
    const on = show([snag("a", "likely")], ["a"]);
    expect(screen.queryByText("Reason a.")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "1 meant so" }));
    fireEvent.click(screen.getByRole("button", { name: "Not meant so" }));
    expect(on.onMeant).toHaveBeenCalledWith("a", false);
  });
  test("where there are none, nothing is said", () => {
    show([]);
    expect(screen.queryByRole("region", { name: "Snags" })).toBeNull();
  });
});

describe("a countdown", () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());
  test("goes on while one looks, and at its end asks once what holds now", () => {
    jest.setSystemTime(new Date("2027-03-01T10:00:00Z"));
    const onEnd = jest.fn();
    draw(<Countdown says="Enrolling ends in" until={at("2027-03-01T12:01:30Z")} onEnd={onEnd} />);
    screen.getByText(/Enrolling ends in 2 hours and 1 minute/);
    const minutes = (count: number) => {
      for (let i = 0; i < count; i++) act(() => jest.advanceTimersByTime(60_000));
    };
    minutes(62);
    screen.getByText(/59 minutes/);
    minutes(61);
    expect(screen.queryByRole("timer")).toBeNull();
    expect(onEnd).toHaveBeenCalledTimes(1);
  });
});
