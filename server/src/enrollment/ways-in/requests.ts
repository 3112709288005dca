/** The approval queue: people ask to come in, staff decide, and either way they are told. */
import { randomUUID } from "node:crypto";
import { MAY_OVERRULE } from "@dawngate/contract/enrollment";
import type {
  askEntry as askEntryBody,
  EntryDecided,
  EntryDecision,
  EntryRequests,
} from "@dawngate/contract/ways-in";
import { spokenIn } from "@dawngate/core/notices";
import { sayAnswer } from "@dawngate/core/people";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { writeLetter } from "../../base/letter";
import { conflict, notFound, ProblemError } from "../../base/problem";
import { published } from "../../courses/service";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { readListed, takeAnswers } from "../../people/fields/answers";
import { languageRead } from "../../people/store";
import { type Context, isTheirs } from "../../school/context";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { byStaff, enter, standsAtDoor } from "../enroll";
import { type First, tellEnrolled } from "../tell-enrolled";
import { ownPerson } from "../who-enters";
import {
  countAsking,
  decide,
  holdRequest,
  insertRequest,
  pageOfRequests,
  waitlistsOf,
} from "./queue-store";

type Db = Pick<Services, "db">;

const PAGE = 50;
const pageEnd = z.tuple([z.string().max(40), z.string().max(60)]);

/** Asks to come in. Refused where something else keeps one out as well: what is asked for could not be given. */
export async function askEntry(
  { db }: Db,
  context: Context,
  course: string,
  asked: z.infer<typeof askEntryBody>,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const { person, email } = await ownPerson(tx, context, asked.timeZone);
    const self = { email, code: "" };
    await takeAnswers(tx, context, "entering", person, asked.answers);
    const door = await standsAtDoor(tx, context, course, { person, cohort: asked.cohort, self });
    const others = door.faults.filter(
      ({ kind }) => kind !== "needs-approval" && kind !== "refused" && kind !== "full",
    );
    if (others.length > 0) door.refuse(others);
    if (door.way.entry !== "approval")
      throw conflict("Nobody has to be asked here: enroll by yourself.");
    if (door.way.question !== null && asked.words === "")
      throw new ProblemError(422, "The school asks a question first.", [
        { path: "words", reason: "Answer what is asked" },
      ]);
    await insertRequest(tx, {
      school_id: context.school,
      id: randomUUID(),
      course_id: course,
      cohort_id: asked.cohort,
      person_id: person,
      words: asked.words,
      time_zone: asked.timeZone,
      asked_at: formatInstant(context.now),
      state: "waiting",
      reason: null,
      decided_at: null,
    });
  });
}

export async function showRequests(
  { db }: Db,
  context: Context,
  course: string,
  { state, after }: { state: "waiting" | "decided"; after?: string | undefined },
): Promise<EntryRequests> {
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return db.readSchool(context, async (tx) => {
    const { cohorts } = context;
    const rows = await pageOfRequests(tx, {
      course,
      decided: state === "decided",
      cohorts,
      after: place,
      most: PAGE + 1,
    });
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    const answers = await readListed(
      tx,
      context,
      page.map(({ person }) => person),
    );
    return {
      requests: page.map(({ cohort, cohortName, person, ...one }) => ({
        ...one,
        answers: answers
          .answersOf(person)
          .map(([field, value]) => ({ name: field.name, says: sayAnswer(field, value) })),
        cohort: cohort === null ? null : { id: cohort, name: cohortName ?? cohort },
      })),
      waiting: await countAsking(tx, course, cohorts),
      waitlists: await waitlistsOf(tx, course, cohorts),
      next: rows.length > PAGE && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

/** Decides, each in a transaction of its own: one that cannot be let in keeps nobody else waiting. */
export async function decideRequests(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  { requests, approve, reason, overrule }: EntryDecision,
): Promise<EntryDecided> {
  const refused: EntryDecided["refused"] = [];
  let done = 0;
  // In one order, so that two who decide about the same people take turns.
  for (const id of [...new Set(requests)].sort()) {
    let name = id;
    try {
      await db.withSchool(context, async (tx) => {
        const row = await holdRequest(tx, course, id);
        if (!row || !isTheirs(context, row.cohort)) throw notFound("There is no such request.");
        name = row.name;
        if (row.state !== "waiting")
          throw conflict(
            `It was decided meanwhile: ${row.state === "approved" ? "let in" : "refused"}.`,
          );
        const state = approve ? "approved" : "refused";
        const told = reason === "" ? null : reason;
        const decided_at = formatInstant(context.now);
        await decide(tx, id, { state, reason: told, decided_at });
        if (!approve) return tellRefused(tx, { baseUrl }, context, course, row, reason);
        const entry = {
          person: row.person,
          cohort: row.cohort,
          timeZone: row.timeZone,
          self: null,
          asked: true,
          ...byStaff(`Let in by ${context.who.name}`, overrule),
        };
        const { enrollment } = await enter(tx, context, course, entry);
        const first: First = ({ came }) => [came.asked, ...(told ? [inMail(told)] : [])];
        await tellEnrolled(tx, { baseUrl }, context, enrollment, {
          email: row.email,
          known: row,
          first,
        });
      });
      done += 1;
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      const mayOverrule = error.type === MAY_OVERRULE;
      refused.push({ id, name, reason: error.message, mayOverrule });
    }
  }
  return { done, refused };
}

async function tellRefused(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  context: Context,
  course: string,
  { email, name, person }: { email: string; name: string; person: string },
  reason: string,
): Promise<void> {
  const { plan } = await published(tx, context.school, course);
  const title = inMail(plan.title);
  const language = await languageRead(tx, person);
  const { hello, letters } = spokenIn(language);
  await follow(tx, context.school, "mail", {
    to: email,
    ...writeLetter({
      language,
      subject: letters.notIn.subject(title),
      from: await schoolInMail(tx),
      greeting: hello(inMail(name)),
      says: [letters.notIn.says(title), ...reason.split(/\n{2,}/).map(inMail)],
      button: { label: letters.seeCourse, url: `${baseUrl}/${context.slug}/c/${course}` },
    }),
  });
}
