/** The school's staff: inviting, changing and removing them, handing the school over. */
import type { StaffRole } from "@dawngate/contract/permissions";
import type { Acceptance, Invitation } from "@dawngate/contract/school";
import type { MemberChange, Members } from "@dawngate/contract/staff";
import { spokenIn } from "@dawngate/core/notices";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { type Letter, writeLetter } from "../base/letter";
import { conflict, notFound, ProblemError } from "../base/problem";
import { digestOf, newSecret } from "../base/secret";
import type { Database, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { Account } from "./account";
import type { Context } from "./context";
import { inMail, schoolInMail } from "./in-mail";
import type { Identity, Services } from "./kit";
import { reading } from "./service";
import {
  acceptInvitation,
  deleteInvitation,
  endHandover,
  holdMember,
  holdOwners,
  insertInvitation,
  insertMember,
  listInvitations,
  listMembers,
  missingOf,
  offerHandover,
  readHandover,
  removeMember,
  replaceCohorts,
  setCourses,
  setRole,
} from "./staff-store";
import { linkPerson, readSchool } from "./store";

export async function showMembers(db: Database, context: Context): Promise<Members> {
  return reading(db, context, async (tx) => ({
    members: await listMembers(tx),
    invited: (await listInvitations(tx)).map(({ expires_at, ...one }) => ({
      ...one,
      expiresAt: expires_at,
    })),
    handover: await readHandover(tx),
  }));
}

const noMember = () =>
  notFound("There is no such member of staff; somebody may have removed them.");

/** Sets the cohorts that an instructor leads, and whose people they see. */
export async function assignCohorts(
  db: Database,
  context: Context,
  account: string,
  cohorts: string[],
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const member = await holdMember(tx, account);
    if (!member) throw noMember();
    if (member.role === "owner" || member.role === "manager")
      throw conflict("Owners and managers see every cohort.");
    const [missing] = await missingOf(tx, "cohort", cohorts);
    if (missing !== undefined) throw notFound(`There is no cohort "${missing}" in this school.`);
    await replaceCohorts(tx, context.school, account, cohorts);
  });
}

/** Gives somebody another role, or an author other courses. An owner's role changes by handing the school over. */
export async function changeMember(
  db: Database,
  context: Context,
  account: string,
  { role, courses }: MemberChange,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const owners = await holdOwners(tx);
    const member = await holdMember(tx, account);
    if (!member) throw noMember();
    if (role !== undefined && role !== member.role) {
      if (member.role === "owner" && owners.length === 1)
        throw conflict("A school has at least one owner; hand it over first.");
      if (role === "owner")
        throw conflict("Somebody becomes an owner by taking the school over; offer it to them.");
      await setRole(tx, account, role);
      if (role !== "instructor") await replaceCohorts(tx, context.school, account, []);
    }
    if (courses !== undefined) {
      const [missing] = await missingOf(tx, "course", courses ?? []);
      if (missing !== undefined) throw notFound(`There is no course "${missing}" in this school.`);
      await setCourses(tx, context.school, account, courses);
    }
  });
}

/** Takes somebody off the staff. What they did keeps their name; their sessions find nothing here any more. */
export async function dismiss(db: Database, context: Context, account: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const owners = await holdOwners(tx);
    const member = await holdMember(tx, account);
    if (!member) throw noMember();
    if (member.role === "owner" && owners.length === 1)
      throw conflict("A school has at least one owner; hand it over first.");
    await removeMember(tx, account);
    const school = await readSchool(tx);
    await follow(tx, context.school, "mail", {
      to: member.email,
      subject: `You are no longer on the staff of ${inMail(school.name)}`,
      text: `${inMail(context.who.name)} has taken you off the staff of ${inMail(school.name)}. What you did there keeps your name.\n`,
    });
  });
}

/** How long an invitation can be used. */
const INVITED_FOR = 14 * DAY;

const AS: Record<StaffRole | "enrollee", string> = {
  owner: "to own it",
  manager: "to manage its people",
  author: "to write its courses",
  instructor: "to teach",
  reviewer: "to review its courses",
  enrollee: "",
};

/** What somebody has come into, with its first dates. */
export type CameInto = Pick<Letter, "says" | "dates" | "small" | "language"> & {
  title: string;
  /** Left out: that they are enrolled in it. */
  subject?: string;
};

/** Invites somebody by mail; the link proves the address, and is good for two weeks and one use. */
export async function inviteWithin(
  tx: SchoolTransaction,
  { baseUrl }: { baseUrl: string },
  context: Pick<Context, "school" | "who" | "now">,
  email: string,
  role: StaffRole | "enrollee",
  enrolled?: CameInto,
): Promise<void> {
  const token = newSecret();
  await insertInvitation(tx, context.school, {
    email: email.toLowerCase(),
    role,
    token_hash: digestOf(token),
    invited_by: context.who.id,
    expires_at: formatInstant((context.now + INVITED_FOR) as Instant),
  });
  const school = await schoolInMail(tx);
  const { name } = school;
  const { entering } = spokenIn(enrolled?.language ?? "en");
  await follow(tx, context.school, "mail", {
    to: email,
    ...writeLetter({
      subject: enrolled
        ? (enrolled.subject ?? entering.subject(enrolled.title))
        : role === "enrollee"
          ? `You are enrolled at ${name}`
          : `Join the staff of ${name}`,
      from: school,
      ...(enrolled?.language && { language: enrolled.language }),
      says: [
        AS[role] ? `${name} invites you ${AS[role]}.` : entering.invites(name),
        ...(enrolled?.says ?? []),
      ],
      ...(enrolled?.dates && { dates: enrolled.dates }),
      button: { label: entering.comeIn, url: `${baseUrl}/welcome?token=${token}` },
      small: [...(enrolled?.small ?? []), entering.link],
    }),
  });
}

export async function invite(
  services: Pick<Services, "db" | "baseUrl">,
  context: Context,
  email: string,
  role: StaffRole,
): Promise<void> {
  if (role === "owner")
    throw conflict("Invite them in another role first; then hand the school over to them.");
  await services.db.withSchool(context, (tx) => inviteWithin(tx, services, context, email, role));
}

export async function withdrawInvitation(
  db: Database,
  context: Context,
  id: string,
): Promise<void> {
  const gone = await db.withSchool(context, (tx) => deleteInvitation(tx, id));
  if (!gone) throw notFound("This invitation was used, or taken back already.");
}

/** The invitation of a link that can still be used. */
export async function findInvitation(db: Database, token: string) {
  const invitation = await db.findInvitation(digestOf(token));
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
  const { id, email, name: called } = who;
  const role = invitation.role;
  await db.withSchool(
    { school: invitation.school, who: { kind: "account", id, name: called } },
    async (tx) => {
      if (!(await acceptInvitation(tx, invitation.id))) throw conflict("This invitation was used.");
      if (role === "enrollee") await linkPerson(tx, id, email);
      else {
        const member = await holdMember(tx, id);
        // Who is on the staff already changes their role by it, but for owners, who keep theirs.
        if (member && member.role !== "owner") await setRole(tx, id, role);
        else await insertMember(tx, invitation.school, { user_id: id, name: called, email, role });
      }
    },
  );
  return { school: invitation.slug, role, cookies };
}

/** Offers the school to another member of staff. Both are told; nothing changes until they take it. */
export async function offerSchool(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  to: string,
): Promise<void> {
  const { account } = context;
  if (!account) throw new ProblemError(401, "Sign in first.");
  await db.withSchool(context, async (tx) => {
    const member = await holdMember(tx, to);
    if (!member) throw noMember();
    if (to === account.id) throw conflict("It is yours already.");
    await offerHandover(tx, context.school, {
      from: account.id,
      to,
      at: formatInstant(context.now),
    });
    const name = inMail((await readSchool(tx)).name);
    const [giver, taker] = [inMail(account.name), inMail(member.name)];
    await follow(tx, context.school, "mail", {
      to: member.email,
      subject: `${giver} offers you the school ${name}`,
      text: `${giver} offers you to take over ${name}: its settings, its staff, everything. You become its owner, and ${giver} a manager of its people.\n\nTake it, or say no, here:\n${baseUrl}/${context.slug}/staff\n`,
    });
    await follow(tx, context.school, "mail", {
      to: account.email,
      subject: `You offered the school ${name} to ${taker}`,
      text: `Until ${taker} takes it, it stays yours, and you can take the offer back:\n${baseUrl}/${context.slug}/staff\n\nIf you did not do this, somebody else uses your account: change your password at once, and end all other sessions.\n`,
    });
  });
}

/** Takes back what one offered. */
export async function withdrawOffer(db: Database, context: Context): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!(await readHandover(tx, true))) throw notFound("Nothing is offered.");
    await endHandover(tx);
  });
}

/** Takes the school that was offered, or says no; both are told. */
export async function answerOffer(db: Database, context: Context, take: boolean): Promise<void> {
  const { account } = context;
  await db.withSchool(context, async (tx) => {
    await holdOwners(tx);
    const offer = await readHandover(tx, true);
    if (!offer || offer.to !== account?.id)
      throw notFound("This school is not offered to you; the offer may have been taken back.");
    const giver = await holdMember(tx, offer.from);
    await endHandover(tx);
    const name = inMail((await readSchool(tx)).name);
    const taker = inMail(account.name);
    if (take) {
      if (giver?.role !== "owner") throw conflict("Who offered it does not own it any more.");
      await setRole(tx, account.id, "owner");
      await setRole(tx, offer.from, "manager");
      await replaceCohorts(tx, context.school, account.id, []);
      await setCourses(tx, context.school, account.id, null);
    }
    for (const [to, whose] of [
      [giver?.email, take ? `${taker} has taken over` : `${taker} has said no to`],
      [account.email, take ? "You have taken over" : "You have said no to"],
    ])
      if (to)
        await follow(tx, context.school, "mail", {
          to,
          subject: `${whose} the school ${name}`,
          text: take
            ? `${name} belongs to ${taker} now.\n`
            : `${name} stays with whoever owned it.\n`,
        });
  });
}
