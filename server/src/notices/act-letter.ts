/**
 * The mail that an act for somebody would send, before it is done: the act is done as ever, what follows is read, and
 * all of it is taken back with the transaction.
 */
import type { ActLetter, actLetterRequest } from "@dawngate/contract/notices";
import { type Notice, noticesBetween, valuesOf } from "@dawngate/core/notices";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { notFound } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { actIn } from "../enrollment/acts";
import { faultsOfWords, fieldsInWords } from "../people/fields/in-words";
import { readCase } from "../schedule/case";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { onlyLooking } from "../school/only-looking";
import { composeWith, namedFor } from "./compose";
import { knowAll } from "./letter-store";
import { readLooked } from "./look-store";
import { readParts } from "./parts";
import { readPersons, type ToPerson } from "./person";
import { wordsOf } from "./settings";

type Asked = z.output<typeof actLetterRequest>;

export function tryActLetter(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  asked: Asked,
): Promise<ActLetter> {
  return onlyLooking(db, context, (tx) => answered(tx, baseUrl, context, course, asked));
}

async function answered(
  tx: SchoolTransaction,
  baseUrl: string,
  context: Context,
  course: string,
  { enrollment, act, words }: Asked,
): Promise<ActLetter> {
  const key = "only-looking-at-its-letter";
  await actIn(tx, context, course, { enrollments: [enrollment], key, act });
  const found = await readCase(tx, context.school, enrollment);
  // Whoever has just come in was not looked at yet.
  if (found) await knowAll(tx, context.school, [found.person], context.now);
  const who = found && (await readLooked(tx, found.person));
  const parts = await readParts(tx, context.school, baseUrl);
  const [to] = who ? await readPersons(tx, parts, [who], context.now) : [];
  if (!found || !who || !to)
    throw notFound("They were never in anything here, so nothing is mailed to them.");
  const fields = await fieldsInWords(tx);
  const { cohort } = found.enrollment;
  const kept = wordsOf(
    "by-staff",
    { course, cohort, language: to.language },
    parts.templates,
    fields,
  );
  const faults = words ? faultsOfWords("by-staff", words, fields) : [];
  const answer = { ...kept, faults, letter: null, person: who.name, values: {} };
  const notice = ofTheAct(to, enrollment, context.now);
  if (notice === null) return answer;
  const named = namedFor(notice, to, parts.site, notice.at);
  return {
    ...answer,
    letter: faults.length > 0 ? null : composeWith(notice, words ?? kept, named),
    values: { ...valuesOf(notice, named, notice.at) },
  };
}

/** What goes out by the act; null: the school, or the person, has that off. */
function ofTheAct({ asked }: ToPerson, enrollment: string, now: Instant): Notice | null {
  const until = (now + 1) as Instant;
  const { notices } = noticesBetween({ ...asked, from: now, to: until });
  return (
    notices.findLast(
      ({ kind, about }) =>
        kind === "by-staff" && about.some((entry) => entry.enrollment === enrollment),
    ) ?? null
  );
}
