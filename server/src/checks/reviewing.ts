/** Reviewing what people hand in: the queue, one of them with what came before, accepted or given back; once. */
import type {
  ReviewGiven,
  ReviewKept,
  ReviewQueue,
  SubmissionSeen,
} from "@dawngate/contract/assignments";
import { filesInText } from "@dawngate/core/lessons";
import { type AssignmentState, remarksFault } from "@dawngate/core/lessons/assignment";
import { type Marks, markedBy, marksFault, type Rubric } from "@dawngate/core/lessons/rubric";
import { spokenIn } from "@dawngate/core/notices";
import { itemTitles } from "@dawngate/core/plan/titles";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { writeLetter } from "../base/letter";
import { conflict, notFound, refusal } from "../base/problem";
import { versionPlan } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { type Mine, standing } from "../enrollment/mine";
import { readAddress } from "../enrollment/store";
import { keepDone } from "../enrollment/tick";
import { showFiles } from "../files/service";
import { follow } from "../jobs/outbox";
import { languageRead, readPeople } from "../people/store";
import { readCase } from "../schedule/case";
import { type Context, isTheirs, reachOf } from "../school/context";
import { inMail, schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  type AssignmentRow,
  readAssignment,
  readSubmission,
  readSubmissionFiles,
  readSubmissions,
  type SubmissionRow,
  setState,
} from "./assignment-store";
import { assignmentIn, showSubmission } from "./assignments";
import {
  countWaiting,
  memberName,
  nextWaiting,
  pageOfQueue,
  setReview,
  setReviewer,
} from "./reviewing-store";

type Parts = Pick<Services, "db" | "kept">;

const PAGE = 50;
const placeOf = z.tuple([z.iso.datetime(), z.string().max(64)]);
const GONE = "a lesson that was removed";

const accountOf = ({ account }: Context) => account?.id ?? "";

export async function showQueue(
  { db }: Parts,
  context: Context,
  asked: {
    state?: Exclude<AssignmentState, "writing"> | undefined;
    mine?: "yes" | undefined;
    course?: string | undefined;
    lesson?: string | undefined;
    after?: string | undefined;
  },
): Promise<ReviewQueue> {
  return reading(db, context, async (tx) => {
    const place = asked.after === undefined ? null : readCursor(placeOf, asked.after);
    const rows = await pageOfQueue(tx, {
      ...reachOf(context),
      state: asked.state ?? "waiting",
      mine: asked.mine === "yes" ? accountOf(context) : null,
      course: asked.course ?? null,
      lesson: asked.lesson ?? null,
      after: place && { at: place[0], id: place[1] },
      most: PAGE + 1,
    });
    const page = rows.slice(0, PAGE);
    const titles = new Map<string, ReadonlyMap<string, string>>();
    for (const { course, version } of page)
      if (!titles.has(course)) {
        const plan =
          version === null ? null : await versionPlan(tx, context.school, course, version);
        titles.set(course, plan ? itemTitles(plan) : new Map());
      }
    const last = page.at(-1);
    return {
      waiting: await countWaiting(tx, reachOf(context), accountOf(context)),
      submissions: page.map(
        ({
          reviewer,
          reviewerId,
          item,
          enrollment: _,
          since: _since,
          version: _version,
          ...row
        }) => ({
          ...row,
          lesson: item,
          title: titles.get(row.course)?.get(item) ?? GONE,
          reviewer:
            reviewer === null ? null : { name: reviewer, me: reviewerId === accountOf(context) },
        }),
      ),
      next: rows.length > PAGE && last ? writeCursor([last.since, last.id]) : null,
    };
  });
}

interface Found {
  submission: SubmissionRow;
  row: AssignmentRow;
  own: Mine;
}

/** A submission that one may review; what one may not see is not there. */
async function find(
  tx: SchoolTransaction,
  context: Context,
  id: string,
  hold = false,
): Promise<Found> {
  const none = () => notFound("There is no such thing handed in, or not by people of yours.");
  const submission = await readSubmission(tx, id);
  if (!submission) throw none();
  const found = await readCase(tx, context.school, submission.enrollment, hold);
  const reach = reachOf(context);
  if (
    !found ||
    !isTheirs(reach, found.enrollment.cohort) ||
    (reach.courses !== null && !reach.courses.includes(found.course))
  )
    throw none();
  const row = await readAssignment(tx, submission, hold);
  if (!row) throw none();
  // Read again where it is held: somebody else may have said something of it meanwhile.
  const now = hold ? await readSubmission(tx, id) : submission;
  if (!now) throw none();
  return { submission: now, row, own: standing(found, context.now) };
}

export async function showForReview(
  { db, kept }: Parts,
  context: Context,
  id: string,
): Promise<SubmissionSeen> {
  return reading(db, context, async (tx) => {
    const { submission, row, own } = await find(tx, context, id);
    const { enrollment, item } = submission;
    const asked = await assignmentIn(tx, own, item);
    const all = await readSubmissions(tx, submission);
    const names = await readSubmissionFiles(tx, submission);
    const people = await readPeople(tx, [enrollment]);
    const task = asked?.text ?? "";
    const files = await showFiles(tx, kept, context, [...names.keys(), ...filesInText(task)]);
    const reviewer = row.reviewer === null ? null : await memberName(tx, row.reviewer);
    const due = own.timeline.items.find((one) => one.id === item)?.due ?? null;
    return {
      id,
      name: people.get(enrollment)?.name ?? enrollment,
      enrollment: context.may("people.see") ? enrollment : null,
      course: own.plan.id,
      courseTitle: own.plan.title,
      lesson: item,
      title: itemTitles(own.plan).get(item) ?? GONE,
      state: row.state,
      newest: row.submission === id,
      reviewer:
        reviewer === null ? null : { name: reviewer, me: row.reviewer === accountOf(context) },
      due: due === null ? null : formatInstant(due),
      task,
      files,
      rubric: asked?.part.rubric ?? [],
      submissions: all.map((one) => showSubmission(one, files, names)),
      next: await nextWaiting(tx, reachOf(context), accountOf(context), {
        since: row.at,
        id,
      }),
    };
  });
}

/** What the marks come to: all criteria, where it is accepted. */
function pointsOf(criteria: Rubric, marks: Marks, decision: ReviewGiven["decision"]) {
  const fault = marksFault(criteria, marks);
  if (fault)
    throw refusal(fault.reason, [{ path: `marks.${fault.criterion}`, reason: fault.reason }]);
  const { earned, possible, open } = markedBy(criteria, marks);
  if (decision === "accepted" && open.length > 0)
    throw refusal(
      "Mark every criterion of the rubric before you accept it.",
      open.map((id) => ({ path: `marks.${id}`, reason: "Not marked yet" })),
    );
  return criteria.length > 0 && open.length === 0 ? { earned, possible } : NO_POINTS;
}
const NO_POINTS = { earned: null, possible: null };

export async function review(
  { db, baseUrl }: Parts & Pick<Services, "baseUrl">,
  context: Context,
  id: string,
  given: ReviewGiven,
): Promise<ReviewKept> {
  const { now } = context;
  return db.withSchool(context, async (tx) => {
    const { submission, row, own } = await find(tx, context, id, true);
    const { enrollment, item } = submission;
    const place = { since: row.at, id };
    const next = () => nextWaiting(tx, reachOf(context), accountOf(context), place);
    if (submission.decision !== null) {
      if (isSame(submission, given)) return { next: await next(), opened: [] };
      throw conflict(
        `${submission.reviewer ?? "Somebody"} has ${submission.decision === "accepted" ? "accepted it" : "given it back"} already. What you wrote stands here still.`,
      );
    }
    if (row.submission !== id)
      throw conflict(
        "They have handed in once more meanwhile: look at that one. What you wrote stands here still.",
      );
    if (context.person !== null && own.person === context.person)
      throw conflict("Nobody reviews what they have handed in themselves.");
    const fault = remarksFault(submission.text, given.remarks);
    if (fault) throw refusal(fault, [{ path: "remarks", reason: fault }]);
    if (given.decision === "returned" && given.words.trim() === "" && given.remarks.length === 0)
      throw refusal("Say what is to be done before it can be accepted.", [
        { path: "words", reason: "Something has to be said" },
      ]);
    const asked = await assignmentIn(tx, own, item);
    const criteria = asked?.part.rubric ?? [];
    const points = pointsOf(criteria, given.marks, given.decision);
    const at = formatInstant(now);
    await setReview(tx, id, {
      ...given,
      ...points,
      at,
      name: context.who.name,
      account: context.account?.id ?? null,
      criteria,
    });
    await setState(tx, submission, { state: given.decision, at });
    const opened =
      given.decision === "accepted" && asked !== null
        ? await keepAccepted(tx, context, own, item, id, points)
        : [];
    await tellThem(tx, context, baseUrl, own, { enrollment, item }, given, opened);
    return { next: await next(), opened };
  });
}

/** Whether the same was said before: the press whose answer was lost. */
const isSame = (row: SubmissionRow, { decision, words }: ReviewGiven) =>
  row.decision === decision && row.words === words;

interface Points {
  earned: number | null;
  possible: number | null;
}

/** That it was accepted, as it stands on the person's record: a pass, with the rubric's share. */
export const accepted = (
  item: string,
  submission: string,
  at: string,
  { earned, possible }: Points,
) => ({
  kind: "passed",
  at,
  data: { item, score: earned === null || !possible ? null : earned / possible },
  reason: "What was handed in was accepted",
  key: `accepted ${item} ${submission}`,
});

/** What was accepted is passed, with what it opens; somebody may have recorded that by hand before. */
async function keepAccepted(
  tx: SchoolTransaction,
  context: Context,
  own: Mine,
  item: string,
  submission: string,
  points: Points,
): Promise<string[]> {
  if (own.enrollment.events.some((event) => event.type === "passed" && event.item === item))
    return [];
  const happening = accepted(item, submission, formatInstant(context.now), points);
  const { after } = await keepDone(tx, context.school, own, happening, context.now);
  const shut = new Set(
    own.timeline.items.flatMap(({ id, state }) => (state === "open" ? [] : [id])),
  );
  const titles = itemTitles(after.plan);
  return after.timeline.items.flatMap(({ id, state }) =>
    state === "open" && shut.has(id) ? [titles.get(id) ?? id] : [],
  );
}

/** Whoever handed it in is written to: they may not come by for days. */
async function tellThem(
  tx: SchoolTransaction,
  context: Context,
  baseUrl: string,
  own: Mine,
  { enrollment, item }: { enrollment: string; item: string },
  { decision, words, remarks }: ReviewGiven,
  opened: readonly string[],
): Promise<void> {
  const person = await readAddress(tx, enrollment);
  if (!person) return;
  const title = inMail(itemTitles(own.plan).get(item) ?? own.plan.title);
  const accepted = decision === "accepted";
  const language = await languageRead(tx, person.person);
  const { hello, letters } = spokenIn(language);
  const { reviewed } = letters;
  const who = inMail(context.who.name);
  await follow(tx, context.school, "mail", {
    to: person.email,
    ...writeLetter({
      language,
      subject: accepted ? reviewed.accepted(title) : reviewed.back(title),
      from: await schoolInMail(tx),
      greeting: hello(inMail(person.name)),
      says: [
        accepted ? reviewed.acceptedBy(who) : reviewed.backBy(who),
        ...(words.trim() === "" ? [] : words.trim().split(/\n{2,}/)),
        ...(remarks.length === 0 ? [] : [reviewed.remarks(remarks.length)]),
        ...(opened.length === 0 ? [] : [reviewed.opens(opened.slice(0, 5).map(inMail).join(", "))]),
      ],
      button: {
        label: letters.toLesson,
        url: `${baseUrl}/${context.slug}/shelf/${enrollment}/${item}`,
      },
    }),
  });
}

/** Takes a review over, or leaves it to anybody. */
export async function takeOver(
  { db }: Parts,
  context: Context,
  id: string,
  mine: boolean,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const { submission } = await find(tx, context, id, true);
    await setReviewer(tx, submission.enrollment, submission.item, mine ? accountOf(context) : null);
  });
}
