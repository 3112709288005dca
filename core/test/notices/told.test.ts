/** What a change makes wrong of what was told, said beforehand from what differs, is what is found afterwards. */
import { compare, madeWrong, type Told, type ToldOf } from "@dawngate/core/review";
import { timelines } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import fc from "fast-check";
import type { WrittenNotice, WrittenWrong } from "../../src/notices";
import { instant } from "../helpers";
import { ask, E, L, M, planOf, settingsOf, when } from "./sketch";

const days = (most: number) => fc.integer({ min: 1, max: most });
const shapes = fc.record({
  second: days(30),
  third: fc.constantFrom("2027-03-12", "2027-03-20", "2027-04-02"),
  due: days(20),
  ends: days(60),
  hasThird: fc.constantFrom(true, true, true, false),
});
type Shape = typeof shapes extends fc.Arbitrary<infer S> ? S : never;

const planWith = ({ second, third, due, ends, hasThird }: Shape) =>
  planOf({
    course: { validity: [{ from: "enrolled", add: `P${ends}D`, edge: "end" }] },
    modules: [
      M("m1", [L("l1", { due: { from: "enrolled", add: `P${due}D`, edge: "end" } })]),
      M("m2", [L("l2")], when({ from: "enrolled", add: `P${second}D` })),
      ...(hasThird ? [M("m3", [L("l3")], when({ from: "date", date: third }))] : []),
    ],
    enrollments: [E(), E({ id: "e2", enrolledAt: "2027-03-09T08:00:00Z" })],
  });
const settings = settingsOf({
  kinds: { "opens-soon": { on: true, offsets: ["-P2D", "P0D"] } },
  people: [{ id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }, { id: "e2" }] }],
});

/** As the server keeps it: the latest of each thing, by enrollment. */
function toldBy(sent: readonly WrittenNotice[]): Map<string, Map<string, Told>> {
  const told = new Map<string, Map<string, Told>>();
  for (const { kind, about } of sent)
    for (const { enrollment, item, instant: at, named } of about) {
      if (!named || at === null || enrollment === null) continue;
      const of = (["access-ends", "due-soon", "overdue"].includes(kind) ? kind : "opens") as ToldOf;
      const own = told.get(enrollment) ?? new Map<string, Told>();
      own.set(`${of} ${item}`, { of, item, instant: instant(at) });
      told.set(enrollment, own);
    }
  return told;
}

const written = ({ key, old, new: holds }: WrittenWrong) => {
  const [kind, enrollment, item] = key.split(":");
  const of = ["access-ends", "due-soon", "overdue"].includes(kind ?? "") ? kind : "opens";
  return `${of} ${enrollment} ${of === "access-ends" ? null : item} ${old} ${holds}`;
};

test("foretold is found", () => {
  let wrong = 0;
  fc.assert(
    fc.property(shapes, shapes, fc.nat(45 * 24), (was, becomes, hours) => {
      const now = (instant("2027-03-06T10:00:00Z") + hours * 3_600_000) as Instant;
      const at = formatInstant(now);
      const [before, after] = [planWith(was), planWith(becomes)];
      const { notices: sent } = ask(before, settings, { from: "2027-03-01T00:00:00Z", to: at });
      const told = toldBy(sent);
      const [old, fresh] = [timelines(before, now), timelines(after, now)];
      const foretold = old.flatMap((timeline, i) => {
        const own = [...(told.get(timeline.id)?.values() ?? [])];
        return madeWrong(own, compare(timeline, fresh[i] ?? null), now).map(
          ({ of, item, instant: said, holds }) =>
            `${of} ${timeline.id} ${item} ${formatInstant(said)} ${holds === null ? null : formatInstant(holds)}`,
        );
      });
      const span = { from: at, to: at, sent };
      const already = ask(before, settings, span).wrong.map(written);
      const found = ask(after, settings, span).wrong.map(written);
      wrong += found.length;
      // What was wrong before the change and stays so is not its doing.
      expect(foretold.sort()).toEqual(found.filter((one) => !already.includes(one)).sort());
    }),
    { numRuns: 150 },
  );
  expect(wrong).toBeGreaterThan(100);
});
