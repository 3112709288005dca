import fc from "fast-check";
import {
  CHECKS,
  type Comer,
  codeFault,
  type EnrollingPlace,
  endsIn,
  enrollingFaults,
  type JoinCode,
  mayWait,
  plainCode,
  sayCode,
  takesWaiters,
} from "../../src/enrollment";
import { zoneOf } from "../../src/time";
import { instant } from "../helpers";

const lisbon = zoneOf("Europe/Lisbon");
const now = instant("2027-07-01T12:00:00Z");
const place: EnrollingPlace = { published: true, window: null, seatsLeft: 3, ends: null };
const faults = (change: Partial<EnrollingPlace>, comer: Partial<Comer> = {}) =>
  enrollingFaults({ ...place, ...change }, { isIn: false, ...comer }, lisbon, now);
const kinds = (change: Partial<EnrollingPlace>, comer: Partial<Comer> = {}) =>
  faults(change, comer).map(({ kind }) => kind);

describe("how one comes in (calculations.md 6)", () => {
  test.each<[string, Partial<EnrollingPlace>, Partial<Comer>, string[]]>([
    ["by oneself", { entry: "anyone" }, {}, []],
    ["as a member, being none", { entry: "members" }, {}, ["needs-membership"]],
    ["as a member, being one", { entry: "members" }, { isMember: true }, []],
    ["what is sold, as a member", { sold: true }, { isMember: true }, []],
    [
      "what is sold and by staff alone, as a member",
      { sold: true, entry: "staff" },
      { isMember: true },
      ["by-staff"],
    ],
    [
      "a member meets window and seats as everybody",
      { sold: true, seatsLeft: 0, window: { opens: "2027-08-01", closes: "2027-08-02" } },
      { isMember: true },
      ["not-yet", "full"],
    ],
    ["with a code, without one", { entry: "code" }, {}, ["needs-code"]],
    ["with a code that holds", { entry: "code" }, { code: "holds" }, []],
    ["with a code that does not", { entry: "code" }, { code: "used-up" }, ["code"]],
    ["approval, not asked", { entry: "approval" }, {}, ["needs-approval"]],
    ["approval, asked", { entry: "approval" }, { asked: "waiting" }, ["asked"]],
    ["approval, refused", { entry: "approval" }, { asked: "refused" }, ["refused"]],
    ["approval, let in", { entry: "approval" }, { asked: "approved" }, []],
    ["approval, but one has a code", { entry: "approval" }, { code: "holds" }, []],
    ["by staff alone", { entry: "staff" }, {}, ["by-staff"]],
    ["by staff alone, with a code", { entry: "staff" }, { code: "holds" }, []],
    ["it is sold, whatever the door", { entry: "code", sold: true }, { code: "holds" }, ["sold"]],
  ])("%s", (_, change, comer, expected) => expect(kinds(change, comer)).toEqual(expected));
});

describe("who may come in", () => {
  test("who is kept out is told so, whatever they bring", () =>
    expect(kinds({ entry: "code" }, { blocked: true, code: "holds" })).toEqual(["blocked"]));
  test("an address of another domain, and one nobody knows yet", () => {
    const domains = ["example.org"];
    expect(kinds({ domains }, { email: "a@elsewhere.example" })).toEqual(["other-address"]);
    expect(kinds({ domains }, { email: "a@Kitchen.EXAMPLE.org" })).toEqual([]);
    expect(kinds({ domains }, { email: null })).toEqual([]);
  });
  test("what an own field does not say keeps out, with what it should say", () => {
    const unfit = [{ field: "Bakery", says: ["Mill Lane", "The Oven"], known: true }];
    expect(faults({}, { unfit })).toEqual([{ kind: "other-answer", ...unfit[0] }]);
    expect(
      kinds({ domains: ["example.org"] }, { email: "a@b.example", unfit, blocked: true }),
    ).toEqual(["blocked", "other-address", "other-answer"]);
  });
  test("each course that is missing is named", () => {
    const missing = ["Bread", "Ovens"].map((title) => ({ course: title.toLowerCase(), title }));
    expect(faults({}, { missing })).toEqual([
      { kind: "needs-course", course: "bread", title: "Bread" },
      { kind: "needs-course", course: "ovens", title: "Ovens" },
    ]);
  });
  test("all that fail are told, in the order of the rules", () => {
    const all = kinds(
      {
        published: false,
        domains: ["example.org"],
        window: { opens: "2027-01-01", closes: "2027-02-01" },
        entry: "code",
        seatsLeft: 0,
      },
      { blocked: true, email: "a@b.example", missing: [{ course: "b", title: "B" }] },
    );
    const order: string[] = Object.values(CHECKS).flat();
    expect(all).toHaveLength(7);
    expect([...all].sort((a, b) => order.indexOf(a) - order.indexOf(b))).toEqual(all);
  });
});

describe("the waitlist", () => {
  const waitlist = { until: "2027-07-01", offerHours: 24 };
  test("takes whom nothing but the seats keeps out", () => {
    expect(mayWait(faults({ seatsLeft: 0, waitlist }))).toBe(true);
    expect(mayWait(faults({ seatsLeft: 0 }))).toBe(false);
    expect(mayWait(faults({ seatsLeft: 0, waitlist }, { blocked: true }))).toBe(false);
    expect(mayWait(faults({ waitlist }))).toBe(false);
  });
  test("until its last day is over, in the school's zone", () => {
    expect(takesWaiters(waitlist, lisbon, instant("2027-07-01T22:59:59Z"))).toBe(true);
    expect(takesWaiters(waitlist, lisbon, instant("2027-07-01T23:00:00Z"))).toBe(false);
  });
  test("a place that is offered is theirs: full, its window closed meanwhile, by approval", () => {
    const window = { opens: "2027-01-01", closes: "2027-06-30" };
    expect(kinds({ window, seatsLeft: 0, entry: "approval" }, { offered: true })).toEqual([]);
    expect(kinds({ seatsLeft: 0 }, { offered: true, blocked: true })).toEqual(["blocked"]);
  });
});

describe("join codes", () => {
  const code: JoinCode = { most: 2, used: 1, until: "2027-07-01", domain: null, ended: false };
  test.each<[string, Partial<JoinCode>, string | null]>([
    ["holds", {}, null],
    ["is ended", { ended: true }, "ended"],
    ["has let in as many as it may", { used: 2 }, "used-up"],
    ["was for days that are over", { until: "2027-06-30" }, "over"],
    ["is for other addresses", { domain: "bakery.example" }, "other-address"],
  ])("one that %s", (_, change, fault) =>
    expect(codeFault({ ...code, ...change }, "a@example.org", lisbon, now)).toBe(fault),
  );
  test("one that nobody made", () => expect(codeFault(null, null, lisbon, now)).toBe("unknown"));
  test("is the same however it is typed, and read in groups of four", () => {
    expect(plainCode(" k7pq–2mxd ")).toBe("K7PQ2MXD");
    expect(sayCode("K7PQ2MXD")).toBe("K7PQ-2MXD");
    expect(sayCode("RYEBAKERS")).toBe("RYEBAKERS");
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Z0-9]{1,40}$/), (plain) => {
        expect(plainCode(sayCode(plain).toLowerCase())).toBe(plain);
      }),
    );
  });
});

test("a domain is compared without regard to case, label by label (RFC 4343; RFC 1034, section 3.1)", () => {
  expect(endsIn("a@EXAMPLE.org", ["example.ORG"])).toBe(true);
  expect(endsIn("a@mail.example.org", ["example.org"])).toBe(true);
  expect(endsIn("a@badexample.org", ["example.org"])).toBe(false);
  expect(endsIn('"x@example.org"@evil.example', ["example.org"])).toBe(false);
  expect(endsIn("example.org", ["example.org"])).toBe(false);
});
