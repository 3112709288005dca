/** For generated lives: a span asked in pieces tells what it tells as a whole, with a list of what was sent and without. */
import fc from "fast-check";
import { formatInstant, type Instant } from "../../src/time";
import { instant } from "../helpers";
import { ask, E, L, M, planOf, settingsOf, when } from "./sketch";

const START = instant("2027-03-05T14:20:00Z");
const HOUR = 3_600_000;
const at = fc
  .integer({ min: 0, max: 24 * 60 })
  .map((hours) => formatInstant((START + hours * HOUR) as Instant));
const item = fc.constantFrom("l1", "l2", "l3");
const event = fc.oneof(
  fc.record({ type: fc.constantFrom("paused", "resumed", "suspended", "unsuspended"), at }),
  fc.record({ type: fc.constantFrom("paused", "resumed", "suspended", "unsuspended"), at }),
  fc.record({ type: fc.constantFrom("completed", "uncompleted", "opened-by-staff"), item, at }),
  fc.record({ type: fc.constant("opened-by-staff"), item: fc.constant("m2"), at }),
  fc.record({ type: fc.constant("extended"), add: fc.constantFrom("P7D", "P1M"), at }),
  fc.record({ type: fc.constantFrom("revoked", "restored"), at }),
);
const due = { due: { from: "enrolled", add: "P10D", edge: "end" } };
const modules = [
  M("m1", [L("l1", due), L("s", { sample: true })]),
  M(
    "m2",
    [L("l2", { ...when({ from: "completed", item: "l1" }), ...due })],
    when({ from: "enrolled", add: "P7D" }),
  ),
  M("m3", [L("l3")], {
    ...when({ from: "date", date: "2027-03-20" }),
    closes: { from: "enrolled", add: "P25D" },
  }),
];
const lives = fc.record({
  events: fc.array(event, { maxLength: 10 }),
  clock: fc.constantFrom("school", "enrollee"),
  zone: fc.constantFrom("Europe/Lisbon", "America/New_York", "Asia/Kathmandu"),
  since: fc.option(at, { nil: null }),
  paidAt: fc.option(at, { nil: null }),
  cuts: fc.array(at, { minLength: 1, maxLength: 6 }),
});

test("in pieces as at once", () => {
  fc.assert(
    fc.property(lives, ({ events, clock, zone, since, paidAt, cuts }) => {
      const plan = planOf({
        course: { clock },
        modules,
        enrollments: [
          E({ events, timeZone: zone, needsPayment: paidAt !== null, paidAt }),
          E({ id: "e2", timeZone: zone }),
        ],
      });
      const settings = settingsOf({
        kinds: { "opens-soon": { on: true, offsets: ["-P2D", "P0D"] } },
        people: [{ id: "p1", timeZone: zone, enrollments: [{ id: "e1", since }, { id: "e2" }] }],
        payments: [{ id: "b:1", enrollment: "e1", due: "2027-03-15", paidAt, failures: [cuts[0]] }],
        announcements: cuts.map((one, i) => ({ id: `a${i}`, at: one })),
        byStaff: [{ id: "s1", enrollment: "e1", what: "enrolled", at: cuts[0] }],
      });
      const [begin, end] = ["2027-03-01T00:00:00Z", "2027-06-01T00:00:00Z"];
      const all = ask(plan, settings, { from: begin, to: end }).notices;
      const borders = [begin, ...[...new Set(cuts)].sort(), end];
      const sent: unknown[] = [];
      const without: unknown[] = [];
      for (let i = 1; i < borders.length; i++) {
        const span = { from: borders[i - 1] as string, to: borders[i] as string };
        sent.push(...ask(plan, settings, { ...span, sent: [...sent] }).notices);
        without.push(...ask(plan, settings, span).notices);
      }
      expect(without).toEqual(all);
      expect(sent).toEqual(all);
      // No key twice but for what was taken back in between; nothing in the quiet hours but what does not wait.
      const keys = all.flatMap(({ kind, about }) =>
        kind === "opened" ? [] : about.map(({ key }) => key),
      );
      expect(new Set(keys).size).toBe(keys.length);
      for (const notice of all) {
        if (notice.kind === "welcome" || notice.kind === "by-staff") continue;
        const time = new Intl.DateTimeFormat("en-GB", {
          timeZone: zone,
          hour: "2-digit",
          minute: "2-digit",
        }).format(instant(notice.at));
        expect(time >= "21:00" || time < "06:30").toBe(false);
      }
    }),
    { numRuns: 40, seed: 5 },
  );
});
