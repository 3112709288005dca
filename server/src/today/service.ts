/** Today: what happens in the courses one may see, and what needs somebody. */
import type { Need, Today } from "@dawngate/contract/today";
import { NEEDS_COUNTED, QUIET_DAYS } from "@dawngate/core/enrollment";
import { formatDate, formatInstant, localDateAt, zoneOf } from "@dawngate/core/time";
import { LRUCache } from "lru-cache";
import { countWaiting } from "../checks/reviewing-store";
import type { SchoolTransaction } from "../db/connection";
import { readHeads } from "../schedule/headcount-store";
import { type Context, isTheirs, reachOf } from "../school/context";
import { readFailed } from "../school/failed-work-store";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import {
  beginnings,
  needyIn,
  openMoney,
  openNotices,
  openQuestions,
  openRemarks,
  openRequests,
} from "./store";
import { type Counted, TODAY } from "./tasks";

/** It is counted once in so long, whatever people do meanwhile; the answer says of when it is. */
const KEPT_FOR = 60_000;
const kept = new LRUCache<string, Counted & { at: string }>({ max: 500, ttl: KEPT_FOR });
const underWay = new Map<string, Promise<Counted & { at: string }>>();

/** Counted in a thread, once for all who ask at the same time and may see the same. */
async function counted({ threads }: Pick<Services, "threads">, context: Context, day: string) {
  const { school, courses, cohorts, now } = context;
  const key = JSON.stringify([school, courses, cohorts, day]);
  const found = kept.get(key);
  // A clock that was set back, as tests do, knows nothing of later.
  if (found && found.at <= formatInstant(now)) return found;
  const made =
    underWay.get(key) ??
    threads
      .run(TODAY, { school, courses, cohorts, now })
      .then((answer) => ({ ...answer, at: formatInstant(now) }))
      .finally(() => underWay.delete(key));
  underWay.set(key, made);
  const answer = await made;
  kept.set(key, answer);
  return answer;
}

export async function showToday(
  services: Pick<Services, "db" | "threads">,
  context: Context,
): Promise<Today> {
  const school = await reading(services.db, context, readSchool);
  const day = formatDate(localDateAt(zoneOf(school.time_zone), context.now));
  const { needs, ...agenda } = await counted(services, context, day);
  return reading(services.db, context, async (tx) => {
    const begun = await beginnings(tx);
    return {
      ...agenda,
      timeZone: school.time_zone,
      day,
      needs: [...(await needsNow(tx, context)), ...needs],
      launch: begun.people ? begun.launch : null,
      first: begun.people
        ? null
        : {
            contact: school.contact !== "",
            calendar: school.closed.length > 0,
            course: begun.made,
            published: begun.published,
            people: begun.people,
          },
    };
  });
}

const howMany = (number: number) =>
  number > NEEDS_COUNTED ? `Over ${NEEDS_COUNTED}` : number === 1 ? "One" : `${number}`;
const sayMany = (number: number) => `${howMany(number)} ${number === 1 ? "is" : "are"}`;

/** What needs somebody by what stands in the database at this moment, for those who may do something about it. */
async function needsNow(tx: SchoolTransaction, context: Context): Promise<Need[]> {
  const needs: Need[] = [];
  if (context.may("jobs.see")) {
    const failed = await readFailed(tx);
    if (failed.length > 0)
      needs.push({
        kind: "work",
        course: null,
        title:
          failed.length === 1
            ? "One piece of work failed"
            : `${failed.length} pieces of work failed`,
        says: failed[0]?.fault.slice(0, 200) ?? "",
        number: failed.length,
      });
  }
  if (context.may("people.act")) {
    const heads = await readHeads(tx, context.courses ?? undefined);
    const suspended = new Map<string, number>();
    for (const { course, cohort, standing, people } of heads)
      if (standing === "suspended" && isTheirs(context, cohort))
        suspended.set(course, (suspended.get(course) ?? 0) + people);
    for (const [course, number] of suspended)
      if (number > 0)
        needs.push({
          kind: "suspended",
          course,
          title: number === 1 ? "One person is suspended" : `${number} people are suspended`,
          says: "They can open nothing until the suspension is lifted.",
          number,
        });
  }
  if (context.may("people.see"))
    for (const { course, title, late, quiet } of await needyIn(
      tx,
      context.courses,
      context.cohorts,
      formatInstant(context.now),
    )) {
      if (late > 0)
        needs.push({
          kind: "late",
          course,
          title: `${sayMany(late)} late in ${title}`,
          says: "Something was due and is not done.",
          number: late,
        });
      if (quiet > 0)
        needs.push({
          kind: "quiet",
          course,
          title: `${sayMany(quiet)} quiet in ${title}`,
          says: `Something is open for them, and they were not here for ${QUIET_DAYS} days.`,
          number: quiet,
        });
    }
  if (context.may("sales.see")) {
    const { unpaid, disputed, transfers, excess } = await openMoney(
      tx,
      NEEDS_COUNTED,
      formatInstant(context.now),
    );
    if (disputed > 0)
      needs.push({
        kind: "disputed",
        course: null,
        title: `${howMany(disputed)} ${disputed === 1 ? "order has" : "orders have"} a disputed payment`,
        says: "Its access is shut until the bank has settled it. Answer the bank with what you have.",
        number: disputed,
      });
    if (transfers > 0)
      needs.push({
        kind: "transfers",
        course: null,
        title: `${howMany(transfers)} ${transfers === 1 ? "transfer has" : "transfers have"} not come by its day`,
        says: "Each buyer was reminded once. Mark as paid what has come.",
        number: transfers,
      });
    if (unpaid > 0)
      needs.push({
        kind: "unpaid",
        course: null,
        title: `${howMany(unpaid)} ${unpaid === 1 ? "order has" : "orders have"} an unpaid part`,
        says: "Each buyer was written to; it is tried again as agreed.",
        number: unpaid,
      });
    if (excess > 0)
      needs.push({
        kind: "excess",
        course: null,
        title: `${howMany(excess)} ${excess === 1 ? "payment" : "payments"} paid nothing`,
        says: "It came twice, or too late: give it back from its order.",
        number: excess,
      });
  }
  if (context.may("notices.see")) {
    const { wrong, failed, refused } = await openNotices(tx, NEEDS_COUNTED);
    if (wrong > 0)
      needs.push({
        kind: "told-wrong",
        course: null,
        title:
          wrong === 1
            ? "One person was told a date that does not hold"
            : `${howMany(wrong)} people were told dates that do not hold`,
        says: "Something has moved since; one press tells them.",
        number: wrong,
      });
    if (refused > 0)
      needs.push({
        kind: "refused",
        course: null,
        title:
          refused === 1
            ? "One address is refused by its mail server"
            : `${howMany(refused)} addresses are refused by their mail servers`,
        says: "Nothing more is mailed there. Ask for another address, or send one again.",
        number: refused,
      });
    if (failed > 0)
      needs.push({
        kind: "not-taken",
        course: null,
        title: `${howMany(failed)} ${failed === 1 ? "notice was" : "notices were"} not taken by the mail server`,
        says: "It is tried again; what the server said stands beside each.",
        number: failed,
      });
  }
  if (context.may("people.enroll"))
    for (const { course, title, number } of await openRequests(tx, context.cohorts))
      needs.push({
        kind: "at-the-door",
        course,
        title: `${number === 1 ? "One person asks" : `${howMany(number)} people ask`} to come into ${title}`,
        says: "They wait for an answer.",
        number,
      });
  if (context.may("questions.answer"))
    for (const { course, title, number } of await openQuestions(
      tx,
      context.courses,
      reachOf(context).cohorts,
    ))
      needs.push({
        kind: "asked",
        course,
        title: number === 1 ? `One question in ${title}` : `${number} questions in ${title}`,
        says: "Nobody of the school has answered yet.",
        number,
      });
  if (context.may("submissions.review")) {
    const waits = await countWaiting(tx, reachOf(context), context.account?.id ?? "");
    if (waits > 0)
      needs.push({
        kind: "handed-in",
        course: null,
        title: `${howMany(waits)} ${waits === 1 ? "assignment waits" : "assignments wait"} to be looked at`,
        says: "Handed in, and nobody has said anything of it yet.",
        number: waits,
      });
  }
  if (context.may("courses.edit") || context.may("remarks.write"))
    for (const { course, title, number } of await openRemarks(tx, context.courses))
      needs.push({
        kind: "remarks",
        course,
        title: number === 1 ? `One remark on ${title}` : `${number} remarks on ${title}`,
        says: "Not settled yet.",
        number,
      });
  return needs;
}
