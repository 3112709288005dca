/** What stands on the page of a join code: what it lets one into, until when and whom, and where. */
import { sayCode } from "@dawngate/core/enrollment/ways-in";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { conflict, notFound } from "../../base/problem";
import { findPublished } from "../../courses/service";
import { readCohorts } from "../../schedule/cohort-store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import type { JoinPage } from "./print-join-page";
import { readCode } from "./store";
import { JOIN_PAGE } from "./tasks";

export async function joinPage(
  { db, threads, baseUrl }: Pick<Services, "db" | "threads" | "baseUrl">,
  context: Context,
  course: string,
  id: string,
): Promise<Uint8Array> {
  const page = await db.readSchool(context, async (tx): Promise<JoinPage> => {
    const code = await readCode(tx, course, id);
    if (!code) throw notFound("There is no such join code in this course.");
    if (code.ended_at !== null) throw conflict("This join code has ended: it lets nobody in.");
    const [school, published, cohorts] = await Promise.all([
      readSchool(tx),
      findPublished(tx, context.school, course),
      readCohorts(tx, course),
    ]);
    if (!published) throw conflict("The course was never published: nobody can come in yet.");
    const named = cohorts.find(({ cohort }) => cohort.id === code.cohort);
    return {
      school: school.name,
      color: school.color,
      title: published.plan.title,
      says: [
        ...(named
          ? [
              `${named.name}, ${sayWrittenDate(named.cohort.starts)} to ${sayWrittenDate(named.cohort.ends)}`,
            ]
          : []),
        ...(code.until === null ? [] : [`Join until ${sayWrittenDate(code.until)}`]),
        ...(code.domain === null ? [] : [`For mail addresses that end in ${code.domain}`]),
      ],
      word: sayCode(code.code),
      link: `${baseUrl}/${context.slug}/c/${course}?join=${encodeURIComponent(code.code)}`,
    };
  });
  return threads.run(JOIN_PAGE, page);
}
