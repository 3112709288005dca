/** Who asks, in which school, and as what. */
import type { Role } from "@dawngate/contract";
import type { Database, SchoolId } from "../db/connection";
import type { Identity } from "../http/kit";
import { notFound } from "../http/problem";
import type { Account } from "./auth";
import { linkPerson, readPersonOf } from "./store";

export interface Actor {
  school: SchoolId;
  slug: string;
  account: Account | null;
  role: Role;
  /** The person they are as an enrollee; staff may be one too. */
  person: string | null;
  /** The cohorts whose people they may see and act for; null: all of the school's. */
  cohorts: string[] | null;
}

/**
 * Finds out what somebody is in a school. Whoever signs in with an address that staff have enrolled becomes that
 * person here: the address was proven when the account was made.
 */
export async function findActor(
  { db, identity }: { db: Database; identity: Pick<Identity, "actorIn"> },
  slug: string,
  headers: Headers,
): Promise<Actor> {
  const found = await identity.actorIn(slug, headers);
  if (!found) throw notFound(`There is no school at the address "${slug}".`);
  const { account, actor } = found;
  const { school, role, linkable, cohorts } = actor;
  const nobody = { school, slug, account, person: null, cohorts: [] };
  if (!account) return { ...nobody, role: "nobody" };
  const person = linkable
    ? await db.withSchool(
        school,
        async (tx) =>
          (await linkPerson(tx, account.id, account.email)) ??
          // Another request of theirs was quicker.
          (await readPersonOf(tx, account.id)),
      )
    : actor.person;
  if (role !== null) return { ...nobody, person, role, cohorts: role === "owner" ? null : cohorts };
  return { ...nobody, person, role: person === null ? "visitor" : "enrollee" };
}

/** Whether staff may see and act for somebody of this cohort. */
export function isTheirs({ cohorts }: Actor, cohort: string | null): boolean {
  return cohorts === null || (cohort !== null && cohorts.includes(cohort));
}
