/** What whoever takes an invitation is in already: said before they are asked for anything. */
import type { InvitedTo } from "@dawngate/contract/enrollment";
import type { Instant } from "@dawngate/core/time";
import { formatInstant } from "@dawngate/core/time";
import type { Database } from "../db/connection";
import { findPersonByEmail } from "../people/store";
import { type CameInto, findInvitation } from "../school/staff";
import { sayMembership } from "./memberships/say";
import { membershipsOf } from "./memberships/store";
import { sayEnrolled } from "./say-enrolled";
import { linesOf } from "./store";

/** So many of the newest are named. */
const MOST = 5;

/** In the language of the page on which it stands. */
const PAGE_LANGUAGE = "en";
const onPage = ({ title, says, dates = [], small = [] }: CameInto) => ({
  title,
  says: [...says],
  dates: [...dates],
  small: [...small],
});

export async function showInvitedTo(
  { db, now }: { db: Database; now: Instant },
  token: string,
): Promise<InvitedTo> {
  const { school, email, role } = await findInvitation(db, token);
  if (role !== "enrollee") return { courses: [] };
  return db.readSchool(school, async (tx) => {
    const person = await findPersonByEmail(tx, email);
    if (!person) return { courses: [] };
    const held = await linesOf(tx, person.id, formatInstant(now));
    const courses: InvitedTo["courses"] = [];
    for (const one of (await membershipsOf(tx, person.id, formatInstant(now))).slice(0, MOST))
      courses.push(
        onPage(await sayMembership(tx, { title: one.title, terms: one.agreed }, PAGE_LANGUAGE)),
      );
    for (const { id } of held.slice(0, MOST)) {
      courses.push(onPage(await sayEnrolled(tx, { school, now }, id, PAGE_LANGUAGE)));
    }
    return { courses };
  });
}
