/** The one context of a request: who asks, in which school, as what, at which instant, and what they may reach. */
import { type Permission, permissionsOf, type Role } from "@dawngate/contract/permissions";
import type { Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { ActorRow, Database, Scope } from "../db/connection";
import type { Account } from "./account";
import { linkPerson, readPersonOf } from "./store";

/**
 * Made once, by the guard of the route; what is below asks neither the clock nor the session again. As a scope it opens
 * transactions, whose rows then bear its author.
 *
 * @example await db.withSchool(context, (tx) => insertCohorts(tx, context.school, [cohort], () => name));
 */
export interface Context extends Scope {
  slug: string;
  account: Account | null;
  role: Role;
  /** The instant at which everything in this request happens. */
  now: Instant;
  /** What they read, the dearest first, by their browser (RFC 9110, 12.5.4). */
  languages: readonly string[];
  /** The person they are as an enrollee; staff may be one too. */
  person: string | null;
  /** The cohorts whose people they may see and act for; null: all of the school's. */
  cohorts: string[] | null;
  /** The courses they may read and edit; null: all of the school's. */
  courses: string[] | null;
  /** Since when it waits to be removed; null: it does not. Nothing but bringing it back can be done then. */
  deletedAt: string | null;
  permissions: ReadonlySet<Permission>;
  may(permission: Permission): boolean;
  /** Whether a course is among those they may read and edit. */
  reaches(course: string): boolean;
  /** They are staff of a school that asks for a second step, and came without one. */
  needsSecondStep: boolean;
}

/** Where contexts come from: sign-in, and the database. */
interface Finding {
  db: Database;
  identity: {
    actorIn(
      address: string,
      headers: Headers,
    ): Promise<{ account: Account | null; actor: ActorRow } | null>;
  };
}

/**
 * Finds out what somebody is in a school. Whoever signs in with an address that staff have enrolled becomes that
 * person here: the address was proven when the account was made.
 */
export async function findContext(
  { db, identity }: Finding,
  slug: string,
  headers: Headers,
  now: Instant,
): Promise<Context> {
  const found = await identity.actorIn(slug, headers);
  if (!found) throw notFound(`There is no school at the address "${slug}".`);
  const { account, actor } = found;
  const { school, linkable } = actor;
  const who = account
    ? ({ kind: "account", id: account.id, name: account.name } as const)
    : ({ kind: "system", id: "visitor", name: "a visitor" } as const);
  const person =
    account && linkable
      ? await db.withSchool(
          { school, who },
          async (tx) =>
            (await linkPerson(tx, account.id, account.email)) ??
            // Another request of theirs was quicker.
            (await readPersonOf(tx, account.id)),
        )
      : account
        ? actor.person
        : null;
  const role = roleOf(account, actor, person);
  return contextOf({
    ...actor,
    school,
    slug,
    account,
    who,
    role,
    now,
    person,
    languages: languagesOf(headers),
  });
}

/** So much of what a browser says is read. */
const SAID_MOST = 200;

/**
 * The languages of an Accept-Language field, the dearest first.
 *
 * @example languagesOf(new Headers({ "accept-language": "en;q=0.7, de-AT, *;q=0.1" })) // ["de-AT", "en"]
 */
export function languagesOf(headers: Headers): string[] {
  const said = (headers.get("accept-language") ?? "").slice(0, SAID_MOST).split(",");
  return said
    .map((one) =>
      /^\s*([a-z]{2,8}(?:-[a-z\d]{1,8})*)\s*(?:;\s*q=([01](?:\.\d{0,3})?))?\s*$/i.exec(one),
    )
    .flatMap((found) => (found ? [{ tag: found[1] ?? "", weight: Number(found[2] ?? 1) }] : []))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .map(({ tag }) => tag);
}

function roleOf(account: Account | null, actor: ActorRow, person: string | null): Role {
  if (!account) return "nobody";
  return actor.role ?? (person === null ? "visitor" : "enrollee");
}

function contextOf({
  cohorts,
  courses,
  two_factor,
  deleted_at,
  ...known
}: Pick<Context, "school" | "slug" | "account" | "who" | "role" | "now" | "person" | "languages"> &
  Pick<ActorRow, "cohorts" | "courses" | "two_factor" | "deleted_at"> & { role: Role }): Context {
  const { role, account } = known;
  const permissions = new Set(permissionsOf(role));
  const isStaff = permissions.has("courses.read");
  return {
    school: known.school,
    slug: known.slug,
    account,
    who: known.who,
    role,
    now: known.now,
    person: known.person,
    languages: known.languages,
    cohorts: role === "owner" || role === "manager" ? null : role === "instructor" ? cohorts : [],
    courses: role === "author" ? courses : isStaff ? null : [],
    deletedAt: deleted_at,
    permissions,
    may: (permission) => permissions.has(permission),
    reaches: (course) =>
      isStaff && (role !== "author" || courses === null || courses.includes(course)),
    needsSecondStep: isStaff && two_factor && !account?.strong,
  };
}

/** Who somebody is here as an enrollee; refused where they are none. */
export function personOf({ person }: Pick<Context, "person">): string {
  if (person === null) throw notFound("You are in no course of this school.");
  return person;
}

/** Whether staff may see and act for somebody of this cohort. */
export function isTheirs({ cohorts }: Pick<Reach, "cohorts">, cohort: string | null): boolean {
  return cohorts === null || (cohort !== null && cohorts.includes(cohort));
}

/** Whose questions and hand-ins somebody looks after. */
export interface Reach {
  /** The cohorts whose people; null: all. */
  cohorts: readonly string[] | null;
  /** The courses; null: all. */
  courses: readonly string[] | null;
}

/** Authors look after everybody in their courses, instructors after the people of their cohorts, wherever they learn. */
export const reachOf = ({ role, cohorts, courses }: Context): Reach =>
  role === "author" ? { cohorts: null, courses } : { cohorts, courses: null };
