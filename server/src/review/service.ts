/** Publishing: a draft is frozen into a version, once it is a plan that can be answered. */
import { circularItems } from "@dawngate/core/courses";
import { parsePlan } from "@dawngate/core/plan";
import { findSnags } from "@dawngate/core/review";
import type { Instant } from "@dawngate/core/time";
import { readDraft } from "../courses/store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readCohorts } from "../enrollment/store";
import { conflict, notFound, refusal } from "../http/problem";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { insertVersion, lockCourse, pinEnrollments } from "./store";

interface Publishing {
  note: string;
  /** Null: what is taken over from a plan file stands as it stood there. */
  now: Instant | null;
  /** People in it keep the version they have. */
  keep?: boolean;
  /** The version that has to be in force still. */
  over?: number | undefined;
}

/**
 * Makes the next version of a course from its draft. Answers its number; refuses with every fault and its place: snags
 * that stop publishing among them.
 */
export async function publish(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { note, now, keep = false, over }: Publishing,
): Promise<number> {
  const current = await lockCourse(tx, course);
  if (over !== undefined && current !== over)
    throw conflict(
      `Somebody published version ${current} meanwhile. Look again at what yours would do now.`,
    );
  const draft = await readDraft(tx, course);
  if (!draft) throw notFound(`There is no course "${course}" in this school.`);
  const settings = planSchool(await readSchool(tx));
  const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
  const checked = parsePlan({ dawnGatePlan: 1, school: settings, courses: [draft], cohorts });
  const faults = checked.ok ? [] : checked.faults;
  if (checked.ok) {
    const snags = now === null ? [] : findSnags(settings, draft, cohorts, now);
    const stops = snags.filter(({ weight }) => weight === "stops");
    for (const { item, reason } of stops) faults.push({ path: item ?? course, reason });
    for (const cohort of cohorts)
      for (const item of circularItems(settings, draft, cohort).filter(
        (id) => !faults.some(({ path }) => path === id),
      ))
        faults.push({
          path: item,
          reason:
            "It waits for its own opening, in a circle; count one of them from something else",
        });
  }
  if (faults.length > 0)
    throw refusal(
      `This cannot be published: ${faults.length === 1 ? "one fault" : `${faults.length} faults`}.`,
      faults,
    );
  if (keep && current !== null) await pinEnrollments(tx, course, current);
  return insertVersion(tx, school, draft, note);
}
