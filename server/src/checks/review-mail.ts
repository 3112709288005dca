/** Whoever something is shared out to is told by mail: once, and not again before nothing of theirs waits any more. */
import { writeLetter } from "../base/letter";
import type { SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import { readPeople } from "../people/store";
import type { Context } from "../school/context";
import { inMail, schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { reviewMailOf, setReviewMailOf, toTellOf } from "./reviewing-store";

/** What waits now: an assignment that has just been handed in. */
interface Waiting {
  enrollment: string;
  item: string;
  title: string;
  courseTitle: string;
}

/** Tells whoever is to review it, unless something else waits for them already, or they do not want to be told. */
export async function tellReviewer(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "slug">,
  reviewer: string,
  { enrollment, item, title, courseTitle }: Waiting,
): Promise<void> {
  const told = await toTellOf(tx, reviewer, { enrollment, item });
  if (!told) return;
  const who = (await readPeople(tx, [enrollment])).get(enrollment)?.name ?? "Somebody";
  const at = `${baseUrl}/${context.slug}/handed-in`;
  await follow(tx, context.school, "mail", {
    to: told.email,
    ...writeLetter({
      subject: `To review: ${inMail(title)}`,
      from: await schoolInMail(tx),
      greeting: `Hello ${inMail(told.name)},`,
      says: [
        `${inMail(who)} has handed in “${inMail(title)}”, in “${inMail(courseTitle)}”.`,
        "You are told of the first that waits, and not of each: the next mail comes when you have looked at all of them.",
      ],
      button: { label: "Look at it", url: at },
      below: { label: "Have no more of these mails", url: at },
    }),
  });
}

/** Whether one is written to; null: nothing is shared out to whoever leads no cohort. */
export async function showReviewMail(
  { db }: Pick<Services, "db">,
  context: Context,
): Promise<{ on: boolean | null }> {
  return db.readSchool(context, async (tx) => ({
    on: await reviewMailOf(tx, context.account?.id ?? ""),
  }));
}

export async function setReviewMail(
  { db }: Pick<Services, "db">,
  context: Context,
  on: boolean,
): Promise<void> {
  await db.withSchool(context, (tx) => setReviewMailOf(tx, context.account?.id ?? "", on));
}
