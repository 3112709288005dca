/** The school: what may be seen of it, and its settings. */
import { isForAnybody } from "@dawngate/contract/permissions";
import { USUAL_INVOICING, USUAL_TERMS } from "@dawngate/contract/sales";
import type { NewSchool, School, SchoolChange } from "@dawngate/contract/school";
import { type LocalDate, localDateAt, zoneOf } from "@dawngate/core/time";
import { conflict } from "../base/problem";
import type { Database, SchoolTransaction } from "../db/connection";
import { projectSoon, unproject } from "../jobs/projecting-store";
import type { Context } from "./context";
import type { Services, SignedIn } from "./kit";
import { insertMember } from "./staff-store";
import { publishedCourses, readSchool, updateSchool } from "./store";

/** Reads something of one's school; everything in `work` sees the same state. */
export function reading<T>(
  db: Database,
  context: Context,
  work: (tx: SchoolTransaction) => Promise<T>,
): Promise<T> {
  return db.readSchool(context, work);
}

export async function showSchool(db: Database, context: Context): Promise<School> {
  return reading(db, context, async (tx) => {
    const row = await readSchool(tx);
    return {
      slug: context.slug,
      name: row.name,
      timeZone: row.time_zone,
      currency: row.currency,
      calendar: { weekend: row.weekend, closed: row.closed },
      contact: row.contact,
      color: row.color,
      releaseHour: row.release_hour,
      words: row.words,
      followUpHours: row.follow_up_hours,
      tax: row.tax,
      hosts: row.hosts,
      languages: row.languages,
      paymentTerms: row.payment_terms ?? USUAL_TERMS,
      invoicing: { ...USUAL_INVOICING, ...row.invoicing },
      twoFactor: row.two_factor,
      role: context.role,
      // Whoever has no second step yet is shown what they may do without one.
      may: [...context.permissions].filter((one) => !context.needsSecondStep || isForAnybody(one)),
    };
  });
}

export async function changeSchool(
  { db }: Pick<Services, "db">,
  context: Context,
  change: SchoolChange,
) {
  const {
    name,
    timeZone,
    currency,
    contact,
    color,
    releaseHour,
    words,
    calendar,
    twoFactor,
    followUpHours,
    tax,
    paymentTerms,
    invoicing,
    hosts,
    languages,
  } = change;
  const set = {
    name,
    time_zone: timeZone,
    currency,
    contact,
    color,
    release_hour: releaseHour,
    words,
    two_factor: twoFactor,
    hosts: hosts && [...new Set(hosts)].sort(),
    languages: languages && [...new Set(languages)],
    follow_up_hours: followUpHours,
    payment_terms: paymentTerms && JSON.stringify(paymentTerms),
    invoicing: invoicing && JSON.stringify(invoicing),
    tax: tax === null ? null : tax && JSON.stringify(tax),
    weekend: calendar && [...new Set(calendar.weekend)].sort(),
    closed: calendar && [...new Set(calendar.closed)].sort(),
  };
  const given = Object.entries(set).filter(([, value]) => value !== undefined);
  if (twoFactor && !context.account?.strong)
    throw conflict(
      "You would shut yourself out: set up a second step for yourself first (under Me, Security), and sign in with it.",
    );
  await db.withSchool(context, async (tx) => {
    await updateSchool(tx, Object.fromEntries(given));
    // Everybody's dates follow the calendar and the zone.
    for (const course of calendar || timeZone ? await publishedCourses(tx) : []) {
      await unproject(tx, course);
      await projectSoon(tx, context.school, course);
    }
  });
  return showSchool(db, context);
}

/** A school from nothing; whoever makes it owns it. */
export async function createSchool(
  db: Database,
  { account, who }: SignedIn,
  school: NewSchool,
): Promise<{ id: string }> {
  const taken = () => conflict(`The address "${school.slug}" is taken; choose another.`);
  if (await db.findSchool(school.slug)) throw taken();
  try {
    await db.createSchool(
      {
        slug: school.slug,
        name: school.name,
        time_zone: school.timeZone,
        currency: school.currency,
        weekend: [6, 7],
        closed: [],
      },
      who,
      (tx, id) =>
        insertMember(tx, id, {
          user_id: account.id,
          role: "owner",
          name: account.name,
          email: account.email,
        }),
    );
  } catch (error) {
    // Somebody was quicker, between the question and the writing.
    if ((error as { code?: string }).code === "23505") throw taken();
    throw error;
  }
  return { id: school.slug };
}

/** The date it is in the school. */
export async function todayIn(db: Database, context: Context): Promise<LocalDate> {
  const { time_zone } = await db.readSchool(context, readSchool);
  return localDateAt(zoneOf(time_zone), context.now);
}
