/** What a school sets about notices, and whom they can reach: one document, checked against the plan. */
import { z } from "zod";
import { type Fault, type Plan, planFields, type Read, readValue } from "../plan";
import { parseInstant, parseOffset } from "../time";
import { ALWAYS, isKind, KINDS, type Kind, OFFSETS, STAFF_ACTS } from "./kinds";
import { faultsOfText } from "./template";

const { id, instant, localDate, timeOfDay, timeZone } = planFields;
const optional = <T extends z.ZodType>(schema: T) => schema.nullable().optional();
const many = <T extends z.ZodType>(schema: T, most = 1_000_000) =>
  z.array(schema).max(most, `At most ${most}`).optional();
const text = z.string().max(100_000, "A text has at most 100,000 characters");
const name = z.string().max(10_000, "A name has at most 10,000 characters");

export const settingsSchema = z
  .strictObject({
    dawnGateNotices: z.literal(1, 'Settings say "dawnGateNotices": 1'),
    hour: timeOfDay,
    quiet: optional(z.strictObject({ from: timeOfDay, to: timeOfDay })),
    kinds: z
      .record(
        z.string(),
        z.strictObject({
          on: z.boolean().optional(),
          offsets: z.array(z.string().max(100)).max(100, "At most 100 offsets").optional(),
        }),
      )
      .optional(),
    people: z
      .array(
        z.strictObject({
          id,
          name: name.optional(),
          timeZone,
          off: many(z.string().max(100), 100),
          enrollments: many(
            z.strictObject({ id, off: many(z.string().max(100), 100), since: optional(instant) }),
            10_000,
          ),
        }),
      )
      .max(1_000_000, "At most 1,000,000 people"),
    watching: many(
      z.strictObject({
        id,
        person: id,
        course: optional(id),
        cohort: optional(id),
        since: instant,
        until: optional(instant),
      }),
    ),
    offers: many(z.strictObject({ id, person: id, cohort: id, at: instant, lapses: instant })),
    payments: many(
      z.strictObject({
        id,
        enrollment: id,
        due: localDate,
        paidAt: optional(instant),
        failures: many(instant, 10_000),
      }),
    ),
    credentials: many(
      z.strictObject({
        number: id,
        person: id,
        earnedAt: instant,
        expires: instant,
        endedAt: optional(instant),
      }),
    ),
    announcements: many(
      z.strictObject({ id, at: instant, course: optional(id), cohort: optional(id) }),
    ),
    byStaff: many(z.strictObject({ id, enrollment: id, what: z.string().max(100), at: instant })),
    templates: many(
      z.strictObject({ kind: z.string().max(100), course: optional(id), subject: text, text }),
      10_000,
    ),
  })
  .meta({ id: "NoticeSettings" });

export type NoticeSettings = z.infer<typeof settingsSchema>;

/** Reads the settings beside their plan; refused with every fault, its path beginning with `settings.`. */
export function parseSettings(value: unknown, plan: Plan): Read<NoticeSettings> {
  const read = readValue(settingsSchema, value, (settings) => checkSettings(settings, plan));
  return read.ok ? read : { ok: false, faults: within("settings", read.faults) };
}

/** Faults of a document within another. */
export function within(name: string, faults: readonly Fault[]): Fault[] {
  return faults.map(({ path, reason }) => ({
    path: path === "(plan)" ? name : path.startsWith("[") ? `${name}${path}` : `${name}.${path}`,
    reason,
  }));
}

type Say = (path: string, reason: string) => void;

function checkSettings(settings: NoticeSettings, plan: Plan): Fault[] {
  const faults: Fault[] = [];
  const say: Say = (path, reason) => faults.push({ path, reason });
  if (settings.quiet && settings.quiet.from === settings.quiet.to)
    say("quiet.to", "Quiet hours that begin and end at one time are none, or all: leave them out");
  checkKinds(settings, say);
  checkPeople(settings, plan, say);
  checkNames(settings, plan, say);
  checkOrder(settings, say);
  checkTexts(settings, plan, say);
  return faults;
}

const quoted = (kind: string) =>
  /^[A-Za-z_$][\w$]*$/.test(kind) ? `.${kind}` : `[${JSON.stringify(kind)}]`;

function checkKinds({ kinds }: NoticeSettings, say: Say): void {
  for (const [kind, { offsets }] of Object.entries(kinds ?? {})) {
    const path = `kinds${quoted(kind)}`;
    if (!isKind(kind)) {
      say(path, `There is no such kind; there are ${KINDS.join(", ")}`);
      continue;
    }
    if (!offsets) continue;
    for (const { at, reason } of offsetFaults(kind, offsets))
      say(at === null ? `${path}.offsets` : `${path}.offsets[${at}]`, reason);
  }
}

/** What is wrong with the offsets of a kind: with one of them, by its place, or (null) with there being any. */
export function offsetFaults(
  kind: Kind,
  offsets: readonly string[],
): { at: number | null; reason: string }[] {
  const counts = OFFSETS[kind];
  if (!counts) return [{ at: null, reason: `${kind} counts no days` }];
  const faults: { at: number; reason: string }[] = [];
  const seen = new Set<string>();
  offsets.forEach((offset, at) => {
    const parsed = parseOffset(offset);
    const say = (reason: string) => faults.push({ at, reason });
    if (!parsed.ok || parsed.value.kind !== "date")
      say(`"${offset}" is not a duration of days, weeks, months or years, such as -P2D`);
    else if (seen.has(offset)) say(`"${offset}" stands there twice`);
    else {
      const isAfter = parsed.value.months > 0 || parsed.value.days > 0;
      if (counts.side === "before" && isAfter) say(`${kind} comes before the day, not after`);
      if (counts.side === "after" && !isAfter) say(`${kind} comes after the day, not before`);
    }
    seen.add(offset);
  });
  return faults;
}

function checkPeople({ people }: NoticeSettings, plan: Plan, say: Say): void {
  const enrollments = new Set(plan.enrollments.map((one) => one.id));
  const taken = new Set<string>();
  const seen = new Set<string>();
  const checkOff = (off: readonly string[] | undefined, path: string) =>
    off?.forEach((kind, i) => {
      if (!isKind(kind)) say(`${path}.off[${i}]`, `There is no kind "${kind}"`);
      else if (ALWAYS.has(kind)) say(`${path}.off[${i}]`, `${kind} cannot be turned off`);
    });
  people.forEach((person, i) => {
    if (seen.has(person.id)) say(`people[${i}].id`, `"${person.id}" stands there twice`);
    seen.add(person.id);
    checkOff(person.off, `people[${i}]`);
    person.enrollments?.forEach((one, j) => {
      const path = `people[${i}].enrollments[${j}]`;
      if (!enrollments.has(one.id)) say(`${path}.id`, `The plan has no enrollment "${one.id}"`);
      else if (taken.has(one.id)) say(`${path}.id`, `"${one.id}" is listed before`);
      taken.add(one.id);
      checkOff(one.off, path);
    });
  });
}

/** Identifiers that stand twice, and names of what is not there. */
function checkNames(settings: NoticeSettings, plan: Plan, say: Say): void {
  const known = {
    person: new Set(settings.people.map((one) => one.id)),
    enrollment: new Set(plan.enrollments.map((one) => one.id)),
    course: new Set(plan.courses.map((one) => one.id)),
    cohort: new Set(plan.cohorts.map((one) => one.id)),
  };
  const lists = {
    watching: settings.watching,
    offers: settings.offers,
    payments: settings.payments,
    credentials: settings.credentials,
    announcements: settings.announcements,
    byStaff: settings.byStaff,
  };
  for (const [list, rows] of Object.entries(lists)) {
    const seen = new Set<string>();
    rows?.forEach((row, i) => {
      const key = "number" in row ? "number" : "id";
      const own = "number" in row ? row.number : row.id;
      if (seen.has(own)) say(`${list}[${i}].${key}`, `"${own}" stands there twice`);
      seen.add(own);
      for (const [name, names] of Object.entries(known)) {
        const value = (row as Record<string, unknown>)[name];
        if (typeof value === "string" && !names.has(value))
          say(`${list}[${i}].${name}`, `There is no ${name} "${value}"`);
      }
    });
  }
  settings.watching?.forEach(({ course, cohort }, i) => {
    if ((course == null) === (cohort == null))
      say(`watching[${i}]`, 'One watches either a "course" or a "cohort"');
  });
  settings.announcements?.forEach(({ course, cohort }, i) => {
    if (course != null && cohort != null)
      say(`announcements[${i}]`, 'It is for a "course" or a "cohort", not for both');
  });
}

function checkOrder({ offers, credentials, byStaff }: NoticeSettings, say: Say): void {
  const read = (text: string) => {
    const parsed = parseInstant(text);
    return parsed.ok ? parsed.value : 0;
  };
  offers?.forEach(({ at, lapses }, i) => {
    if (read(lapses) <= read(at)) say(`offers[${i}].lapses`, "It lapses before it is made");
  });
  credentials?.forEach(({ earnedAt, expires }, i) => {
    if (read(expires) <= read(earnedAt))
      say(`credentials[${i}].expires`, "It expires before it is earned");
  });
  byStaff?.forEach(({ what }, i) => {
    if (!(STAFF_ACTS as readonly string[]).includes(what))
      say(`byStaff[${i}].what`, `It is one of ${STAFF_ACTS.join(", ")}`);
  });
}

function checkTexts({ templates }: NoticeSettings, plan: Plan, say: Say): void {
  const courses = new Set(plan.courses.map((one) => one.id));
  const seen = new Set<string>();
  templates?.forEach(({ kind, course, subject, text }, i) => {
    const path = `templates[${i}]`;
    if (!isKind(kind)) say(`${path}.kind`, `There is no kind "${kind}"`);
    if (course != null && !courses.has(course))
      say(`${path}.course`, `There is no course "${course}"`);
    const of = JSON.stringify([kind, course ?? null]);
    if (seen.has(of)) say(path, "A second one of the same kind and course");
    seen.add(of);
    if (!isKind(kind)) return;
    for (const [name, written] of Object.entries({ subject, text }))
      for (const fault of faultsOfText(kind as Kind, written)) say(`${path}.${name}`, fault);
  });
}
