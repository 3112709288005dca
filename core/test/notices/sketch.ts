/** The plan of the worked examples of notices.md, and asking about it. */
import {
  type Notice,
  noticesBetween,
  parseSent,
  parseSettings,
  writeNotice,
  writeWrong,
} from "../../src/notices";
import { type Plan, parsePlan } from "../../src/plan";
import { instant } from "../helpers";

type Loose = Record<string, unknown>;
export const L = (id: string, over: Loose = {}) => ({ id, title: id, kind: "text", ...over });
export const M = (id: string, lessons: Loose[], over: Loose = {}) => ({
  id,
  title: id,
  lessons,
  ...over,
});
export const when = (...moments: Loose[]) => ({ gate: { need: "all", when: moments } });
export const E = (over: Loose = {}) => ({
  id: "e1",
  course: "c",
  timeZone: "Europe/Lisbon",
  enrolledAt: "2027-03-05T14:20:00Z",
  events: [],
  ...over,
});

/** m1 at once, m2 after seven days, m3 on 20 March; thirty days of access. */
export function planOf(
  over: { course?: Loose; modules?: Loose[]; enrollments?: Loose[]; cohorts?: Loose[] } = {},
): Plan {
  const read = parsePlan({
    dawnGatePlan: 1,
    school: {
      timeZone: "Europe/Lisbon",
      currency: "EUR",
      calendar: { weekend: [6, 7], closed: [] },
    },
    courses: [
      {
        id: "c",
        title: "Course",
        releaseHour: "07:00",
        validity: [{ from: "enrolled", add: "P30D", edge: "end" }],
        modules: over.modules ?? [
          M("m1", [L("l1")]),
          M("m2", [L("l2")], when({ from: "enrolled", add: "P7D" })),
          M("m3", [L("l3")], when({ from: "date", date: "2027-03-20" })),
        ],
        ...over.course,
      },
    ],
    cohorts: over.cohorts ?? [],
    enrollments: over.enrollments ?? [E()],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.plan;
}

export const settingsOf = (over: Loose = {}): Loose => ({
  dawnGateNotices: 1,
  hour: "09:00",
  quiet: { from: "21:00", to: "06:30" },
  people: [{ id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }] }],
  ...over,
});

export interface Span {
  from?: string;
  to?: string;
  /** Rows as they came out; left out: none is given. */
  sent?: unknown;
}

export function ask(plan: Plan, settings: Loose, span: Span = {}) {
  const read = parseSettings(settings, plan);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  let sent: Notice[] | null = null;
  if (span.sent !== undefined) {
    const list = parseSent({ notices: span.sent });
    if (!list.ok) throw new Error(JSON.stringify(list.faults));
    sent = list.value;
  }
  const { notices, wrong } = noticesBetween({
    plan,
    settings: read.value,
    sent,
    from: instant(span.from ?? "2027-03-01T00:00:00Z"),
    to: instant(span.to ?? "2027-05-01T00:00:00Z"),
  });
  return { notices: notices.map(writeNotice), wrong: wrong.map(writeWrong) };
}

/** "kind at: keys", those of some kinds. */
export const told = (notices: ReturnType<typeof ask>["notices"], ...kinds: string[]) =>
  notices
    .filter(({ kind }) => kinds.length === 0 || kinds.includes(kind))
    .map(({ kind, at, about }) => `${kind} ${at}: ${about.map(({ key }) => key).join(" ")}`);

export function faultsOf(settings: unknown, plan: Plan = planOf()): string[] {
  const read = parseSettings(settings, plan);
  return read.ok ? [] : read.faults.map(({ path }) => path);
}
