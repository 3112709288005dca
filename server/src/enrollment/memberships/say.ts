/** What somebody reads who has a membership: how much it opens. */
import { type Language, sayList, spokenIn } from "@dawngate/core/notices";
import type { Membership } from "@dawngate/core/sales";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { CameInto } from "../../school/staff";
import { coursesOpenBy } from "./member";

/** As it is said of a course that somebody is in. */
export async function sayMembership(
  tx: SchoolTransaction,
  { title, terms }: { title: string; terms: Membership },
  language: Language,
): Promise<CameInto> {
  const { length } = await coursesOpenBy(tx, terms);
  const spoken = spokenIn(language);
  const { member } = spoken.letters;
  const named = inMail(title);
  const { subjects } = terms;
  const of = subjects.length === 0 ? "" : sayList(subjects.map(inMail), spoken);
  return {
    language,
    title: named,
    subject: member.subject(named),
    says: [member.has(named, length, of)],
    dates: [],
    small: [],
  };
}
