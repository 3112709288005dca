/** The school: what may be seen of it, its settings, its staff and their invitations. */
import { createHash, randomBytes } from "node:crypto";
import type {
  Acceptance,
  Invitation,
  Me,
  Members,
  NewSchool,
  School,
  SchoolChange,
} from "@dawngate/contract";
import {
  formatInstant,
  type Instant,
  type LocalDate,
  localDateAt,
  zoneOf,
} from "@dawngate/core/time";
import type { Database, SchoolTransaction } from "../db/connection";
import { unproject } from "../enrollment/lot-store";
import type { Identity, Services } from "../http/kit";
import { conflict, notFound, ProblemError } from "../http/problem";
import type { Mailer } from "../stand-ins/mail/mail";
import type { Actor } from "./actor";
import type { Account } from "./auth";
import {
  acceptInvitation,
  cohortIds,
  insertInvitation,
  insertMember,
  linkPerson,
  listInvitations,
  listMembers,
  publishedCourses,
  readSchool,
  replaceCohorts,
  updateSchool,
} from "./store";

/** Reads something of the actor's school; everything in `work` sees the same state. */
export function reading<T>(
  db: Database,
  actor: Actor,
  work: (tx: SchoolTransaction) => Promise<T>,
): Promise<T> {
  return db.readSchool(actor.school, work);
}

export async function showSchool(db: Database, actor: Actor): Promise<School> {
  return reading(db, actor, async (tx) => {
    const row = await readSchool(tx);
    return {
      slug: actor.slug,
      name: row.name,
      timeZone: row.time_zone,
      currency: row.currency,
      calendar: { weekend: row.weekend, closed: row.closed },
      contact: row.contact,
      color: row.color,
      releaseHour: row.release_hour,
      words: row.words,
      role: actor.role,
    };
  });
}

export async function changeSchool(
  { db, jobs }: Pick<Services, "db" | "jobs">,
  actor: Actor,
  change: SchoolChange,
) {
  const { name, timeZone, currency, contact, color, releaseHour, words, calendar } = change;
  const set = {
    name,
    time_zone: timeZone,
    currency,
    contact,
    color,
    release_hour: releaseHour,
    words,
    weekend: calendar && [...new Set(calendar.weekend)].sort(),
    closed: calendar && [...new Set(calendar.closed)].sort(),
  };
  const given = Object.entries(set).filter(([, value]) => value !== undefined);
  const courses = await db.withSchool(actor.school, async (tx) => {
    await updateSchool(tx, Object.fromEntries(given));
    const touched = calendar || timeZone ? await publishedCourses(tx) : [];
    for (const course of touched) await unproject(tx, course);
    return touched;
  });
  // Everybody's dates follow the calendar and the zone.
  for (const course of courses) await jobs.projectCourse(actor.school, course);
  return showSchool(db, actor);
}

/** A school from nothing; whoever makes it owns it. */
export async function createSchool(
  db: Database,
  account: Account,
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

export async function showMe(
  { db, tray }: Pick<Services, "db" | "tray">,
  account: Account | null,
): Promise<Me> {
  return {
    account,
    schools: account ? await db.schoolsOf(account.id, account.email) : [],
    mailTray: tray !== null,
  };
}

export async function showMembers(db: Database, actor: Actor): Promise<Members> {
  return reading(db, actor, async (tx) => ({
    members: await listMembers(tx),
    invited: (await listInvitations(tx)).map(({ email, role, expires_at }) => ({
      email,
      role,
      expiresAt: expires_at,
    })),
  }));
}

/** Sets the cohorts that an instructor leads, and whose people they see. */
export async function assignCohorts(
  db: Database,
  actor: Actor,
  account: string,
  cohorts: string[],
): Promise<void> {
  await db.withSchool(actor.school, async (tx) => {
    const member = (await listMembers(tx)).find(({ id }) => id === account);
    if (!member) throw notFound("There is no such member of staff.");
    if (member.role === "owner") throw conflict("An owner sees every cohort.");
    const known = await cohortIds(tx);
    const missing = cohorts.find((cohort) => !known.includes(cohort));
    if (missing !== undefined) throw notFound(`There is no cohort "${missing}" in this school.`);
    await replaceCohorts(tx, actor.school, account, cohorts);
  });
}

/** How long an invitation can be used. */
const INVITED_FOR = 14 * 86_400_000;

/** Invites somebody by mail; the link proves the address, and is good for two weeks and one use. */
export async function invite(
  services: { db: Database; mailer: Mailer; baseUrl: string; now(): Instant },
  actor: Actor,
  email: string,
  role: "instructor" | "enrollee",
): Promise<void> {
  const { db, mailer, baseUrl, now } = services;
  const token = randomBytes(24).toString("base64url");
  const school = await db.withSchool(actor.school, async (tx) => {
    await insertInvitation(tx, actor.school, {
      email: email.toLowerCase(),
      role,
      token_hash: hashOf(token),
      invited_by: actor.account?.id ?? "",
      expires_at: formatInstant((now() + INVITED_FOR) as Instant),
    });
    return readSchool(tx);
  });
  await mailer.send({
    to: email,
    subject:
      role === "instructor" ? `Teach at ${school.name}` : `You are enrolled at ${school.name}`,
    text: `${school.name} invites you${role === "instructor" ? " to teach" : ""}.\n\nCome in here, within two weeks:\n${baseUrl}/welcome?token=${token}\n`,
  });
}

function hashOf(token: string): string {
  return createHash("sha256").update(token).digest("hex");
}

async function findInvitation(db: Database, token: string) {
  const invitation = await db.findInvitation(hashOf(token));
  if (!invitation)
    throw notFound("This invitation was used, or has run out. Ask the school for another.");
  return invitation;
}

export async function showInvitation(db: Database, token: string): Promise<Invitation> {
  const { slug, school_name, email, role } = await findInvitation(db, token);
  return { school: slug, schoolName: school_name, email, role };
}

/**
 * Takes an invitation. Somebody new gets an account and is signed in; somebody who has one must be signed in with
 * that address. Answers the school's address, with cookies where there are new ones.
 */
export async function accept(
  services: { db: Database; identity: Identity },
  account: Account | null,
  { token, name, password }: Acceptance,
): Promise<{ school: string; role: string; cookies: string[] }> {
  const { db, identity } = services;
  const invitation = await findInvitation(db, token);
  let cookies: string[] = [];
  let who = account?.email === invitation.email ? account : null;
  if (!who) {
    if (name === undefined || password === undefined)
      throw new ProblemError(422, "Choose a name and a password.", [
        ...(name === undefined ? [{ path: "name", reason: "A name is needed" }] : []),
        ...(password === undefined ? [{ path: "password", reason: "A password is needed" }] : []),
      ]);
    const response = await identity.welcome(invitation.email, name, password);
    if (!response)
      throw conflict(
        `${invitation.email} has an account already. Sign in with it, and open this link again.`,
      );
    cookies = response.headers.getSetCookie();
    who = await identity.accountOf(
      new Headers({ cookie: cookies.map((c) => c.split(";")[0]).join("; ") }),
    );
    if (!who) throw new Error("A new account could not sign in");
  }
  const { id, email } = who;
  const member = { user_id: id, name: who.name, email };
  await db.withSchool(invitation.school, async (tx) => {
    if (!(await acceptInvitation(tx, invitation.id))) throw conflict("This invitation was used.");
    if (invitation.role === "instructor")
      await insertMember(tx, invitation.school, { ...member, role: "instructor" });
    else await linkPerson(tx, id, email);
  });
  return { school: invitation.slug, role: invitation.role, cookies };
}

/** The date it is in the school. */
export async function todayIn(db: Database, actor: Actor, now: Instant): Promise<LocalDate> {
  const { time_zone } = await db.withSchool(actor.school, readSchool);
  return localDateAt(zoneOf(time_zone), now);
}
