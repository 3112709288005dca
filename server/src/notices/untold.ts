/** Whether somebody was told that something is open for them, by what the mail server said; and if not, by which rule. */
import type { WhyTold } from "@dawngate/contract/notices";
import { inKey, whyTold } from "@dawngate/core/notices";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { readCase } from "../schedule/case";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readLooked } from "./look-store";
import { readParts } from "./parts";
import { readPersons } from "./person";
import { stateOfKey } from "./sent-store";

export function showWhyTold(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  { enrollment, item }: { enrollment: string; item: string },
): Promise<WhyTold> {
  return reading(db, context, async (tx) => {
    const found = await readCase(tx, context.school, enrollment);
    if (found?.course !== course || !isTheirs(context, found.enrollment.cohort))
      throw notFound(`There is no enrollment "${enrollment}" in this course.`);
    const who = await readLooked(tx, found.person);
    const parts = await readParts(tx, context.school, baseUrl);
    const [to] = who ? await readPersons(tx, parts, [who], context.now) : [];
    const nobody = { kind: null, at: null, by: null, state: null, fault: null };
    // Whoever was enrolled a moment ago was looked at by nobody yet.
    if (!to?.cases.has(enrollment)) return { ...nobody, why: "soon" };
    const answer = whyTold(to.asked, enrollment, item, context.now);
    const written = (at: Instant | null) => (at === null ? null : formatInstant(at));
    const sent =
      answer.why === "told"
        ? await stateOfKey(tx, found.person, `${answer.kind}:${inKey(enrollment)}:${inKey(item)}`)
        : null;
    return {
      why: answer.why,
      kind: answer.why === "told" ? answer.kind : null,
      at: "at" in answer ? written(answer.at) : null,
      by: "by" in answer ? answer.by : null,
      state: sent?.state ?? null,
      fault: sent?.fault ?? null,
    };
  });
}
