/** What somebody reads who has a membership: how much it opens. */
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import { coursesOpenBy } from "./member";

/** As it is said of a course that somebody is in. */
export async function sayMembership(
  tx: SchoolTransaction,
  { title, leftOut }: { title: string; leftOut: readonly string[] },
) {
  const { length } = await coursesOpenBy(tx, leftOut);
  const named = inMail(title);
  return {
    title: named,
    says: [
      `You have “${named}”: ${length === 1 ? "one course is" : `${length} courses are`} open to you, and those to come. You take each one up when you like.`,
    ],
    dates: [],
    small: [],
  };
}
