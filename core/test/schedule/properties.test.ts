import fc from "fast-check";
import { timelines, writeExplainedTimeline, writeTimeline } from "../../src/schedule";
import { explainClosing, explainEnd, explainOpening, explainStart } from "../../src/schedule/words";
import { zoneOf } from "../../src/time";
import { instant, opening, parsed } from "../helpers";
import { instants, plans } from "./generated";

const runs = { numRuns: 100 };
const whole = (plan: unknown, at: string) => {
  const [timeline] = timelines(parsed(plan), instant(at));
  if (!timeline) throw new Error("no enrollment");
  return timeline;
};
const enrolledAt = instants;
const days = fc.integer({ min: 0, max: 60 });
const weekdays = fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }), {
  nil: undefined,
});
const zone = fc.constantFrom(
  "Europe/Lisbon",
  "America/Santiago",
  "Australia/Lord_Howe",
  "Pacific/Apia",
);
const counting = fc.constantFrom("calendar", "full");
const opens = (add: string, at: string, timeZone: string, count: string, days?: number[]) =>
  opening(
    { from: "enrolled", add, ...(days && { weekdays: days }) },
    { school: { timeZone }, course: { counting: count }, enrollment: { enrolledAt: at } },
  ).opens as string;

describe("what holds for every moment", () => {
  test("an opening with a non-negative offset is never before its anchor", () => {
    fc.assert(
      fc.property(enrolledAt, days, weekdays, zone, counting, (at, n, week, timeZone, count) => {
        expect(opens(`P${n}D`, at, timeZone, count, week) >= at).toBe(true);
      }),
      runs,
    );
  });
  test("a longer offset never opens earlier", () => {
    fc.assert(
      fc.property(
        enrolledAt,
        days,
        days,
        weekdays,
        zone,
        counting,
        (at, n, more, week, timeZone, count) => {
          const short = opens(`P${n}D`, at, timeZone, count, week);
          expect(opens(`P${n + more}D`, at, timeZone, count, week) >= short).toBe(true);
        },
      ),
      runs,
    );
  });
  test("with full days, no opening comes before that many days have passed", () => {
    fc.assert(
      fc.property(enrolledAt, days, weekdays, (at, n, week) => {
        const opened = Date.parse(opens(`P${n}D`, at, "UTC", "full", week));
        expect(opened - Date.parse(at)).toBeGreaterThanOrEqual(n * 86_400_000);
      }),
      runs,
    );
  });
  test("a pause and resume on one date moves no date offset", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 * 1440 }), fc.nat(1439), (start, length) => {
        const begin = Date.UTC(2027, 5, 1) + start * 60_000;
        const dayEnd = Math.floor(begin / 86_400_000) * 86_400_000 + 86_340_000;
        const iso = (ms: number) => new Date(ms).toISOString().replace(".000Z", "Z");
        const sketch = {
          school: { timeZone: "UTC" },
          enrollment: { enrolledAt: "2027-06-01T09:00:00Z", timeZone: "UTC" },
        };
        const events = [
          { type: "paused", at: iso(begin) },
          { type: "resumed", at: iso(Math.min(begin + length * 60_000, dayEnd)) },
        ];
        const moment = { from: "enrolled", add: "P20D" };
        const still = opening(moment, sketch, "2027-12-01T00:00:00Z").opens;
        expect(opening(moment, { ...sketch, events }, "2027-12-01T00:00:00Z").opens).toBe(still);
      }),
      runs,
    );
  });
});

describe("what holds for every plan", () => {
  test("it answers, and the last step of each why is the result", () => {
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        const { items, access } = whole(plan, at);
        expect(access.fromWhy.at(-1)).toMatchObject({ kind: "begins", instant: access.from });
        expect(access.untilWhy.at(-1)).toMatchObject({ kind: "ends", instant: access.until });
        for (const item of items) {
          expect(item.why.at(-1)).toMatchObject({ kind: "opens", instant: item.opens });
          expect(item.closesWhy.at(-1)).toMatchObject({ kind: "shuts", instant: item.closes });
          for (const step of item.why)
            if (step.kind === "gate")
              for (const moment of step.moments) {
                const last = moment.steps.at(-1);
                if (moment.instant !== null && last && "instant" in last && last.instant !== null)
                  expect(last.instant).toBe(moment.instant);
              }
          if (item.dueWhy) expect(item.dueWhy.instant).toBe(item.due);
        }
      }),
      runs,
    );
  });
  test("an item has a date or waits for something, never both and never neither", () => {
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        for (const item of whole(plan, at).items) {
          expect(item.waitsFor.length > 0).toBe(item.opens === null);
          expect(item.notBefore !== null).toBe(item.opens === null);
          const names = item.waitsFor.map((anchor) => JSON.stringify(anchor));
          expect(new Set(names).size).toBe(names.length);
          const sample = item.why[0]?.kind === "sample";
          if (item.state === "open" && !sample)
            expect(item.reachable && (item.opens as number) <= instant(at)).toBe(true);
        }
      }),
      runs,
    );
  });
  test("no lesson but a sample or one opened by staff opens before its module, and nothing before access", () => {
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        const { items, access } = whole(plan, at);
        let module = items[0];
        for (const item of items) {
          if (item.kind === "module") module = item;
          const decidedBy = (item.why.at(-1) as { decidedBy: string }).decidedBy;
          if (item.opens === null || decidedBy === "sample") continue;
          expect(item.opens).toBeGreaterThanOrEqual(access.from as number);
          if (decidedBy !== "staff" && item.kind === "lesson")
            expect(item.opens).toBeGreaterThanOrEqual(module?.opens as number);
        }
      }),
      runs,
    );
  });
  test("shuffling events changes nothing", () => {
    fc.assert(
      fc.property(plans, instants, fc.infiniteStream(fc.nat()), (plan, at, random) => {
        const [enrollment] = plan.enrollments;
        const events = [...(enrollment?.events ?? [])]
          .map((event) => ({ event, key: random.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ event }) => event);
        const shuffled = { ...plan, enrollments: [{ ...enrollment, events }] };
        expect(writeExplainedTimeline(whole(shuffled, at))).toEqual(
          writeExplainedTimeline(whole(plan, at)),
        );
      }),
      runs,
    );
  });
  test("events after now, and payments and first lessons after now, change nothing", () => {
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        const [enrollment] = plan.enrollments;
        if (!enrollment) return;
        const past = (text: string | null) => (text !== null && text <= at ? text : null);
        const known = {
          ...enrollment,
          paidAt: past(enrollment.paidAt),
          startedAt: past(enrollment.startedAt),
          events: enrollment.events.filter((event) => event.at <= at),
        };
        const cut = { ...plan, enrollments: [known] };
        expect(writeExplainedTimeline(whole(cut, at))).toEqual(
          writeExplainedTimeline(whole(plan, at)),
        );
      }),
      runs,
    );
  });
  test("adding a moment to an all gate never opens earlier", () => {
    fc.assert(
      fc.property(plans, instants, fc.integer({ min: 0, max: 400 }), (plan, at, day) => {
        const before = whole(plan, at);
        const [course] = plan.courses;
        if (!course) return;
        const date = new Date(Date.UTC(2027, 0, 1) + day * 86_400_000).toISOString().slice(0, 10);
        const [first, ...others] = course.modules;
        const gate = {
          need: "all",
          when: [
            ...(first.gate?.need === "any" && first.gate.when.length > 1
              ? []
              : (first.gate?.when ?? [])),
            { from: "date", date },
          ],
        };
        if (first.gate?.need === "any" && first.gate.when.length > 1) return;
        const more = {
          ...plan,
          courses: [{ ...course, modules: [{ ...first, gate }, ...others] }],
        };
        const after = whole(more, at);
        const [a, b] = [before.items[0], after.items[0]];
        if (a?.id !== "m0" || !b) return;
        if (a.opens === null) expect(b.opens).toBeNull();
        else if (b.opens !== null) expect(b.opens).toBeGreaterThanOrEqual(a.opens);
      }),
      runs,
    );
  });
  test("every why can be put into words", () => {
    const speaker = {
      zone: zoneOf("Europe/Lisbon"),
      titleOf: (id: string) => id,
      person: "they" as const,
    };
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        const { items, access } = writeExplainedTimeline(whole(plan, at));
        const said = [explainStart(access.fromWhy, speaker), explainEnd(access.untilWhy, speaker)];
        for (const item of items)
          said.push(explainOpening(item.why, speaker), explainClosing(item.closesWhy, speaker));
        for (const { sentence, groups } of said) {
          expect(sentence).toMatch(/^[A-Z].*\.$/s);
          for (const text of [
            sentence,
            ...groups.flatMap((group) => group.lines.map((line) => line.text)),
          ])
            expect(text).not.toMatch(/undefined|null|NaN|\[object|, ,| {2}|: \.|: ,/);
        }
      }),
      runs,
    );
  });
  test("writing a timeline and reading it as JSON loses nothing", () => {
    fc.assert(
      fc.property(plans, instants, (plan, at) => {
        const written = writeTimeline(whole(plan, at));
        expect(JSON.parse(JSON.stringify(written))).toEqual(written);
      }),
      { numRuns: 50 },
    );
  });
});
