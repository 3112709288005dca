/** An attempt whose time is up, whoever looks: what it came to is put on record by a job. */
import type { Instant } from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { standing } from "../enrollment/mine";
import { readCase } from "../schedule/case";
import { readAttempt } from "./attempt-store";
import { quizIn } from "./file";
import { settle, theirQuiz } from "./standing";

/** Looks at an attempt; where it runs on (somebody was given more time) it is looked at again at its new end. */
export const attemptEnder =
  ({ db, now }: { db: Database; now(): Instant }) =>
  async (school: string, id: string): Promise<void> => {
    const scope = { school: school as SchoolId, who: system("end-attempt") };
    await db.withSchool(scope, async (tx) => {
      const attempt = await readAttempt(tx, id);
      if (!attempt) return;
      await settlePerson(tx, scope.school, attempt.enrollment, attempt.item, now());
    });
  };

/** Puts on record what somebody's attempts at a lesson come to; nothing, where the quiz is not there any more. */
export async function settlePerson(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  item: string,
  now: Instant,
): Promise<void> {
  const found = await readCase(tx, school, enrollment, true);
  if (!found) return;
  const own = standing(found, now);
  if (!(await quizIn(tx, own.plan, own.version, item))) return;
  await settle(tx, school, own, await theirQuiz(tx, own, item, now), now);
}
