/** The demo school, read from its folder, moved to today, and let in through the import's door. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { ImportRequest } from "@dawngate/contract/import";
import { staffRole } from "@dawngate/contract/permissions";
import { language } from "@dawngate/contract/text";
import { type Plan, parsePlanText, shiftPlan } from "@dawngate/core/plan";
import {
  addDays,
  DAY,
  formatDate,
  type Instant,
  type LocalDate,
  localDateAt,
  parseDate,
  zoneOf,
} from "@dawngate/core/time";
import { z } from "zod";
import type { KeptFiles } from "../base/kept-files";
import type { Database } from "../db/connection";
import { system } from "../db/who";
import { tellPast } from "../notices/past";
import { setLanguageOf } from "../people/store";
import { readersHere } from "../readers";
import { insertMember, replaceCohorts, setCourses } from "../school/staff-store";
import { updateSchool } from "../school/store";
import { loadDemoAssignments } from "./demo-assignments";
import { demoDoors } from "./demo-doors";
import { demoFields } from "./demo-fields";
import { loadDemoMedia, withPictures } from "./demo-media";
import { demoOrders } from "./demo-orders";
import { loadDemoQuizzes } from "./demo-quizzes";
import { importSchool } from "./import";

const demoNote = z.strictObject({
  languages: z.array(language).min(1),
  /** In which some of its people read what they are told. */
  reads: z.record(z.string(), language),
  /** The Monday on which the demo's plan file stands still; it is moved from there by whole weeks. */
  basedOn: z.string(),
  /** What everybody of the demo signs in with. */
  password: z.string(),
  staff: z.array(
    z.strictObject({
      name: z.string(),
      email: z.string(),
      role: staffRole,
      cohorts: z.array(z.string()).default([]),
      /** The courses of an author; left out: all. */
      courses: z.array(z.string()).optional(),
    }),
  ),
  /** People of the demo who can sign in. */
  enrollees: z.array(z.strictObject({ name: z.string(), email: z.string() })),
});

type DemoNote = z.infer<typeof demoNote>;

/**
 * Reads the demo's folder as a request to import. Its dates are moved by the whole weeks that have passed between
 * the plan's own Monday and `now`, so that weekdays stay and the demo is always in the middle of things.
 */
export function readDemo(folder: string, now: Instant): ImportRequest {
  const text = (...names: string[]) => readFileSync(join(folder, ...names), "utf8");
  const parsed = parsePlanText(text("plan.json"));
  if (!parsed.ok) throw new Error(`The demo's plan is refused: ${JSON.stringify(parsed.faults)}`);
  const days = daysMoved(folder, parsed.plan.school.timeZone, now);
  const plan = shiftPlan(parsed.plan, days);
  const texts: Record<string, string> = {};
  for (const course of plan.courses)
    for (const file of readdirSync(join(folder, "texts", course.id)))
      texts[`${course.id}/${file.replace(/\.md$/, "")}`] = withPictures(
        text("texts", course.id, file).trim(),
        folder,
      );
  const extras = JSON.parse(text("extras.json")) as { listings?: Listed[] };
  const listings = extras.listings?.map((one) => moved(one, days));
  return { plan, extras: { ...extras, ...(listings && { listings }) }, texts };
}

/** By so many days the demo is moved, for it to be in the middle of things. */
function daysMoved(folder: string, timeZone: string, now: Instant): number {
  const monday = parseDate(readNote(folder).basedOn);
  if (!monday.ok) throw new Error(`demo.json: ${monday.reason}`);
  return wholeWeeks(monday.value, localDateAt(zoneOf(timeZone), (now - WEEK_BEGINS) as Instant));
}

interface Listed {
  offer: { dated?: Record<string, unknown>[] };
}

/** A listing whose dated prices stand as far from today as they did from the demo's Monday. */
function moved(listed: Listed, days: number): Listed {
  const shift = (text: unknown) => {
    const date = typeof text === "string" ? parseDate(text) : null;
    return date?.ok ? formatDate(addDays(date.value, days)) : text;
  };
  const dated = listed.offer.dated?.map((one) => ({
    ...one,
    ...("from" in one && { from: shift(one.from) }),
    ...("through" in one && { through: shift(one.through) }),
  }));
  return { ...listed, offer: { ...listed.offer, ...(dated && { dated }) } };
}

function readNote(folder: string): DemoNote {
  return demoNote.parse(JSON.parse(readFileSync(join(folder, "demo.json"), "utf8")));
}

/**
 * From Thursday noon on it is the next week's demo. At the beginning of its own week little of it is open yet, and nobody
 * has anything to go on with.
 */
const WEEK_BEGINS = 3.5 * DAY;

function wholeWeeks(from: LocalDate, to: LocalDate): number {
  return Math.floor((to - from) / 7) * 7;
}

/** So many days before it begins the demo has told people what they were told. */
const PAST = 30;

export interface DemoSignIn {
  email: string;
  as: string;
}

/** Loads the demo, unless it is there. Answers the school's address, and who can sign in with what. */
export async function loadDemo(
  db: Database,
  folder: string,
  now: Instant,
  ensureAccount: (email: string, name: string, password: string) => Promise<string>,
  /** Where the application is served; null: no orders and notices of the time before are put on record. */
  baseUrl: string | null = null,
  /** Where its files are kept; null: its lessons show text alone. */
  kept: KeptFiles | null = null,
): Promise<{ slug: string; loaded: boolean; password: string; signIns: DemoSignIn[] }> {
  const request = readDemo(folder, now);
  const { password, staff, enrollees, languages, reads } = readNote(folder);
  const { slug } = (request.extras as { school: { slug: string } }).school;
  const signIns = [
    ...staff.map(({ email, role, name }) => ({ email, as: `${role}, ${name}` })),
    ...enrollees.map(({ email, name }) => ({ email, as: `enrollee, ${name}` })),
  ];
  if (await db.findSchool(slug)) return { slug, loaded: false, password, signIns };
  const accounts = new Map<string, string>();
  for (const { email, name } of [...staff, ...enrollees])
    accounts.set(email, await ensureAccount(email, name, password));
  const school = await importSchool(db, request, now);
  const zone = (request.plan as Plan).school.timeZone;
  await db.withSchool({ school, who: system("demo") }, async (tx) => {
    for (const { email, name, role, cohorts, courses } of staff) {
      const user_id = accounts.get(email) as string;
      await insertMember(tx, school, { user_id, role, name, email });
      if (role === "instructor") await replaceCohorts(tx, school, user_id, cohorts);
      if (courses) await setCourses(tx, school, user_id, courses);
    }
    await updateSchool(tx, { languages });
    for (const [person, one] of Object.entries(reads)) await setLanguageOf(tx, person, one);
    if (baseUrl === null) return;
    await demoDoors(tx, school, daysMoved(folder, zone, now), now);
    await demoFields(tx, school);
    await loadDemoQuizzes(tx, school, folder, now);
    await demoOrders(tx, school, now);
    await tellPast(tx, school, baseUrl, (now - PAST * DAY) as Instant, now);
  });
  if (kept) {
    await loadDemoMedia(
      db,
      { kept, readers: readersHere },
      school,
      folder,
      daysMoved(folder, zone, now),
      now,
    );
  }
  // What people handed in shows files that are kept by now.
  if (baseUrl !== null)
    await db.withSchool({ school, who: system("demo") }, (tx) =>
      loadDemoAssignments(tx, school, folder, now),
    );
  return { slug, loaded: true, password, signIns };
}
