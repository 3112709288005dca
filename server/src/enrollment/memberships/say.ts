/** What somebody reads who has a membership: how much it opens. */
import { sayList } from "@dawngate/core/notices";
import type { Membership } from "@dawngate/core/sales";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import { coursesOpenBy } from "./member";

/** As it is said of a course that somebody is in. */
export async function sayMembership(
  tx: SchoolTransaction,
  { title, terms }: { title: string; terms: Membership },
) {
  const { length } = await coursesOpenBy(tx, terms);
  const of = terms.subjects.length === 0 ? "" : ` of ${inMail(sayList(terms.subjects))}`;
  const named = inMail(title);
  return {
    title: named,
    says: [
      `You have “${named}”: ${length === 1 ? "one course is" : `${length} courses are`} open to you, and those${of} to come. You take each one up when you like.`,
    ],
    dates: [],
    small: [],
  };
}
