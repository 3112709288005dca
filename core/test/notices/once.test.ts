/** For generated lives: a span asked in pieces tells what it tells as a whole, with a list of what was sent and without. */
import fc from "fast-check";
import { instant } from "../helpers";
import { lives, modules } from "./lives";
import { ask, E, planOf, settingsOf } from "./sketch";

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
    { numRuns: 24, seed: 5 },
  );
});
