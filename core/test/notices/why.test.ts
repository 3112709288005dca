/** For generated lives: whoever was not told that something is open was not by a rule, and that rule is named. */
import {
  type Notice,
  noticesBetween,
  parseSettings,
  type WhyTold,
  whyTold,
} from "@dawngate/core/notices";
import fc from "fast-check";
import { evaluate, preparer } from "../../src/schedule";
import { type Instant, instantIn } from "../../src/time";
import { instant } from "../helpers";
import { lives, modules } from "./lives";
import { E, planOf, settingsOf } from "./sketch";

const ITEMS = ["m1", "l1", "s", "m2", "l2", "m3", "l3"];

/** What goes out up to an instant, and why of an item at it. */
function asking(plan: ReturnType<typeof planOf>, given: object, now: Instant) {
  const read = parseSettings(settingsOf(given as never), plan);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const settings = read.value;
  const from = 0 as Instant;
  const to = (now + 1) as Instant;
  const { notices } = noticesBetween({ plan, settings, sent: null, from, to });
  return {
    notices,
    why: (item: string, sent: readonly Notice[] = notices): WhyTold =>
      whyTold({ plan, settings, sent }, "e1", item, now),
  };
}

/** Whether a notice has said of an item that it is open, since it is. */
const isTold = (notices: readonly Notice[], item: string, opens: Instant) =>
  notices.some(
    ({ at, kind, about }) =>
      ["opened", "welcome", "by-staff"].includes(kind) &&
      at >= opens &&
      about.some(
        (one) =>
          one.enrollment === "e1" && one.item === item && one.instant !== null && one.instant <= at,
      ),
  );

test("what went out says told; of what did not, a rule is named, and never that it is on its way", () => {
  const named = new Set<string>();
  fc.assert(
    fc.property(lives, fc.nat(5), ({ events, clock, zone, since, paidAt, cuts }, cut) => {
      const plan = planOf({
        course: { clock },
        modules,
        enrollments: [E({ events, timeZone: zone, needsPayment: paidAt !== null, paidAt })],
      });
      const now = instantIn(cuts[cut % cuts.length] as string);
      const people = [{ id: "p1", timeZone: zone, enrollments: [{ id: "e1", since }] }];
      const { notices, why } = asking(plan, { people }, now);
      const [enrollment] = plan.enrollments;
      if (!enrollment) throw new Error("nobody");
      const timeline = evaluate(preparer(plan)(enrollment), enrollment, now);
      for (const item of ITEMS) {
        const answer = why(item);
        named.add(answer.why);
        const { state, opens } = timeline.items.find(({ id }) => id === item) ?? {};
        const told = state === "open" && opens != null && isTold(notices, item, opens);
        // It may have been told, and opened once more while it was open.
        if (answer.why === "told" && state === "open") continue;
        if (told && item !== "s") expect([item, answer.why]).toEqual([item, "told"]);
        else expect([item, ["told", "soon", "missed"].includes(answer.why)]).toEqual([item, false]);
      }
    }),
    { numRuns: 150 },
  );
  // The rules that are met often; each stands below by itself.
  for (const rule of ["told", "sample", "unpaid", "ahead", "shut"])
    expect([rule, named.has(rule)]).toEqual([rule, true]);
});

// By hand, from the rules of notices.md, "Opened".
const NOW = instant("2027-03-21T12:00:00Z");
const of = (more: Record<string, unknown>, given: object = {}, now = NOW) =>
  asking(planOf({ enrollments: [E(more)] }), given, now);

test("told: by the welcome, or by a notice of its own", () => {
  expect(of({}).why("m1")).toEqual({
    why: "told",
    kind: "welcome",
    at: instant("2027-03-05T14:20:00Z"),
  });
  expect(of({}).why("m2")).toEqual({
    why: "told",
    kind: "opened",
    at: instant("2027-03-12T07:00:00Z"),
  });
});

test("off in the school, or for the person; of the welcome's own nothing is said twice", () => {
  expect(of({}, { kinds: { opened: { on: false } } }).why("m2")).toEqual({
    why: "off",
    by: "school",
  });
  const off = [
    { id: "p1", timeZone: "Europe/Lisbon", off: ["opened"], enrollments: [{ id: "e1" }] },
  ];
  expect(of({}, { people: off }).why("m2")).toEqual({ why: "off", by: "person" });
  const quietly = of({}, { kinds: { welcome: { on: false } } });
  expect(quietly.why("m1")).toEqual({ why: "welcome", at: instant("2027-03-05T14:20:00Z") });
});

test("ahead, shut by a pause or for good, not paid, not there", () => {
  const before = instant("2027-03-10T12:00:00Z");
  expect(of({}, {}, before).why("m3")).toEqual({
    why: "ahead",
    at: instant("2027-03-20T07:00:00Z"),
  });
  const paused = [{ type: "paused", at: "2027-03-19T10:00:00Z" }];
  expect(of({ events: paused }).why("m3")).toEqual({ why: "shut", by: "pause" });
  const revoked = [{ type: "revoked", at: "2027-03-19T10:00:00Z" }];
  expect(of({ events: revoked }).why("m2")).toEqual({ why: "shut", by: null });
  expect(of({ needsPayment: true, paidAt: null }).why("m1")).toEqual({ why: "unpaid" });
  expect(of({}).why("m9")).toEqual({ why: "gone" });
});

test("in quiet hours it waits for their end; once looked at by nobody, it is about to go out", () => {
  const people = [{ id: "p1", timeZone: "America/New_York", enrollments: [{ id: "e1" }] }];
  const night = of({}, { people }, instant("2027-03-12T08:00:00Z"));
  expect(night.why("m2")).toEqual({ why: "waits", at: instant("2027-03-12T11:30:00Z") });
  const due = instant("2027-03-12T07:00:00Z");
  const after = (hours: number) => of({}, {}, (due + hours * 3_600_000) as Instant).why("m2", []);
  expect(after(47)).toEqual({ why: "soon" });
  // Who comes to send it two days later drops it (notices.md, "When").
  expect(after(48)).toEqual({ why: "missed", at: due });
});

test("a plan that came later tells nothing that had opened more than two days before", () => {
  const since = "2027-03-18T00:00:00Z";
  const people = [{ id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1", since }] }];
  expect(of({}, { people }).why("m2")).toEqual({ why: "late", at: instant(since) });
});

test("whoever's own step opened it was there; what was done before it could be told is not", () => {
  const at = (item: string, when: string) => ({ type: "completed", item, at: when });
  const plan = planOf({
    modules,
    enrollments: [
      E({ events: [at("l1", "2027-03-14T10:00:00Z"), at("l3", "2027-03-10T10:00:00Z")] }),
    ],
  });
  const { why } = asking(plan, {}, NOW);
  expect(why("l2")).toEqual({ why: "there" });
  expect(why("l3")).toEqual({ why: "done" });
});

test("of an enrollment that is nobody's it is not asked", () => {
  const plan = planOf();
  const read = parseSettings(settingsOf(), plan);
  if (!read.ok) throw new Error("settings");
  expect(() => whyTold({ plan, settings: read.value, sent: [] }, "e9", "m1", NOW)).toThrow(
    RangeError,
  );
});
