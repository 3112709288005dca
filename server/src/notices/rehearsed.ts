/** What somebody would be told in a course by and by: enrolled or imagined, before anything is sent. */
import type { NoticesRehearsed } from "@dawngate/contract/notices";
import type { TimelineQuery } from "@dawngate/contract/schedule";
import { noticesBetween } from "@dawngate/core/notices";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { versionsReady, workOut } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { caseAsked } from "../schedule/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { madeOf } from "./notify";
import { readParts } from "./parts";
import type { ToPerson } from "./person";

/** So far one looks from the beginning on, and so many are listed. */
const FAR = 800 * DAY;
const MOST = 200;

export function showRehearsed(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  query: TimelineQuery,
): Promise<NoticesRehearsed> {
  return reading(db, context, async (tx) => {
    const found = await caseAsked(tx, context, course, query);
    const parts = await readParts(tx, context.school, baseUrl);
    const { enrollment, cohort, plan, school } = found;
    const { id, timeZone } = enrollment;
    const named = (await readCohorts(tx, course)).find((one) => one.cohort.id === cohort?.id);
    const { hour, quiet, kinds } = parts.settings;
    const asked: ToPerson["asked"] = {
      plan: {
        dawnGatePlan: 1,
        school,
        courses: [plan],
        cohorts: cohort ? [cohort] : [],
        enrollments: [enrollment],
      },
      settings: {
        dawnGateNotices: 1,
        hour,
        quiet,
        kinds,
        people: [{ id, timeZone, enrollments: [{ id }] }],
      },
      sent: [],
      versionsOf: () => versionsReady(found),
    };
    const to: ToPerson = {
      who: { person: id, key: "", name: "", email: "", timeZone, language: null, lookedAt: "" },
      language: "en",
      cases: new Map([[id, found]]),
      cohorts: new Map(named ? [[id, named.name]] : []),
      acted: new Map(),
      announced: new Map(),
      own: {},
      standIns: [],
      asked,
      timeline: (_, now) => workOut(found, now),
    };
    const from = Date.parse(enrollment.enrolledAt) as Instant;
    const { notices } = noticesBetween({ ...asked, sent: null, from, to: (from + FAR) as Instant });
    return {
      notices: notices.slice(0, MOST).map((notice) => ({
        at: formatInstant(notice.at),
        kind: notice.kind,
        subject: madeOf(notice, to, parts).letter.subject,
        items: notice.about.flatMap(({ item, named }) => (named && item !== null ? [item] : [])),
      })),
    };
  });
}
