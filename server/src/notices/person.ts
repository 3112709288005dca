/** What notices to somebody follow from: what they hold, what they do not want, what they were told. */
import {
  inKey,
  type Notice,
  type NoticeSettings,
  type Values,
  type VersionsOf,
} from "@dawngate/core/notices";
import { type Language, writtenIn } from "@dawngate/core/notices/languages";
import type { Plan, PlanSchool } from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { openingsTold } from "../enrollment/say-enrolled";
import { type Case, readCases, versionsReady, workOut } from "../schedule/case";
import { devicesOf } from "./devices/store";
import type { Looked } from "./look-store";
import { ownValues } from "./own-fields";
import { type HeldRow, type Off, readHeld, readOff, readSent } from "./person-store";
import type { KeptSettings } from "./settings-store";
import { offWholly } from "./ways";

export interface Asked {
  plan: Plan;
  settings: NoticeSettings;
  sent: Notice[];
  versionsOf: VersionsOf;
}

export interface ToPerson {
  who: Looked;
  /** In which they are written to. */
  language: Language;
  cases: Map<string, Pick<Case, "enrollment" | "course" | "plan" | "held">>;
  cohorts: ReadonlyMap<string, string>;
  /** Titles and texts of what is announced to them. */
  announced: ReadonlyMap<string, { title: string; text: string; course: string }>;
  /** What staff have done: why, and in which words it is told. */
  acted: ReadonlyMap<string, Pick<HeldRow["acts"][number], "what" | "reason" | "words">>;
  asked: Asked;
  /** What they answered the school, by the field of a text. */
  own: Values;
  /** Welcomes that a mail of its own has been, and that are not on record yet. */
  standIns: Notice[];
  timeline(enrollment: string, now: Instant): Timeline | null;
}

interface Reading {
  languages: readonly Language[];
  school: SchoolId;
  /** As its plan has it. */
  plan: PlanSchool;
  settings: KeptSettings;
}

/** Reads all that is needed to say what some people are told, and when: of each, in their order. */
export async function readPersons(
  tx: SchoolTransaction,
  parts: Reading,
  people: readonly Looked[],
  now: Instant,
  /** Left out: a plan holds for somebody from when it began to. */
  fromTheBeginning = false,
): Promise<ToPerson[]> {
  const ids = people.map(({ person }) => person);
  const held = await readHeld(tx, ids, now);
  const found = await readCases(
    tx,
    parts.school,
    held.map(({ id }) => id),
  );
  const cases = new Map(found.map((one) => [one.enrollment.id, one]));
  const off = await readOff(tx, ids);
  const devices = await devicesOf(tx, ids);
  const sent = await readSent(tx, parts.school, ids);
  const own = await ownValues(tx, ids);
  return people.map((who) => {
    const isTheirs = ({ person }: { person: string }) => person === who.person;
    return toPerson(
      who,
      parts,
      {
        held: held.filter((one) => isTheirs(one) && cases.has(one.id)),
        cases,
        off: off.filter(isTheirs),
        hasDevices: devices.has(who.person),
        sent: sent.filter(isTheirs),
        own: own.get(who.person) ?? {},
      },
      fromTheBeginning,
    );
  });
}

interface Found {
  held: HeldRow[];
  cases: ReadonlyMap<string, Case>;
  off: Off[];
  hasDevices: boolean;
  sent: Notice[];
  own: Values;
}

function toPerson(
  who: Looked,
  { plan: school, settings: kept, languages }: Reading,
  { held: own, cases: all, off, hasDevices, sent, own: answers }: Found,
  fromTheBeginning: boolean,
): ToPerson {
  const cases = new Map(own.map(({ id }) => [id, all.get(id) as Case]));
  const found = [...cases.values()];
  const offOf = (enrollment: string | null) => offWholly(off, hasDevices, enrollment);
  const announced = own.flatMap(({ announced }) => announced);
  const plan: Plan = {
    dawnGatePlan: 1,
    school,
    courses: [...new Map(found.map(({ plan }) => [plan.id, plan])).values()],
    cohorts: [
      ...new Map(found.flatMap(({ cohort }) => (cohort ? [[cohort.id, cohort]] : []))).values(),
    ],
    enrollments: found.map(({ enrollment }) => enrollment),
  };
  const settings: NoticeSettings = {
    dawnGateNotices: 1,
    hour: kept.hour,
    quiet: kept.quiet,
    kinds: kept.kinds,
    people: [
      {
        id: who.person,
        timeZone: who.timeZone,
        off: offOf(null),
        enrollments: own.map(({ id, since }) => ({
          id,
          off: offOf(id),
          since: fromTheBeginning ? null : since,
        })),
      },
    ],
    byStaff: own.flatMap(({ id: enrollment, acts }) =>
      acts.map(({ id, what, at }) => ({ id, what, at, enrollment })),
    ),
    announcements: [
      ...new Map(
        announced.map(({ id, at, course, cohort }) => [
          id,
          { id, at, ...(cohort === null ? { course } : { cohort }) },
        ]),
      ).values(),
    ],
  };
  const known = new Set(sent.flatMap(({ about }) => about.map(({ key }) => key)));
  const standIns = own
    .flatMap(standIn(who.person, cases))
    .filter(({ about: [first] }) => first && !known.has(first.key));
  return {
    who,
    language: writtenIn(languages, who.language),
    cases,
    own: answers,
    standIns,
    cohorts: new Map(own.flatMap(({ id, cohort }) => (cohort === null ? [] : [[id, cohort]]))),
    announced: new Map(announced.map((one) => [one.id, one])),
    acted: new Map(own.flatMap(({ acts }) => acts.map((act) => [act.id, act] as const))),
    asked: {
      plan,
      settings,
      sent: [...sent, ...standIns],
      versionsOf: ({ id }) => versionsReady(cases.get(id) as Case),
    },
    timeline: (enrollment, now) => {
      const one = cases.get(enrollment);
      return one ? workOut(one, now) : null;
    },
  };
}

/**
 * Whoever was told by a mail of its own that they are in has had their welcome: the list of what went out says so, by
 * the welcome's own key, and which dates that mail told.
 */
const standIn =
  (person: string, cases: ReadonlyMap<string, Case>) =>
  ({ id, toldAt }: HeldRow): Notice[] => {
    if (toldAt === null) return [];
    const at = Date.parse(toldAt) as Instant;
    const key = `welcome:${inKey(id)}`;
    const entry = { enrollment: id, named: true };
    const one = cases.get(id);
    const told = one ? openingsTold(one.plan, workOut(one, at)) : [];
    return [
      {
        kind: "welcome",
        person,
        at,
        about: [
          { ...entry, key, item: null, instant: null },
          ...told.map(({ item, at: opens }) => ({
            ...entry,
            key: `${key}:${inKey(item)}`,
            item,
            instant: opens,
          })),
        ],
      },
    ];
  };
