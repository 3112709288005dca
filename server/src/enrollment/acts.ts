/** What staff do for one person or for several: looked at first, then done, each with a reason on the record. */
import type { Acted, ActRequest, StaffAct } from "@dawngate/contract/enrollment";
import { kindOf } from "@dawngate/core/enrollment";
import { itemTitles } from "@dawngate/core/plan";
import { compare, isTouched, type PersonRipple } from "@dawngate/core/review";
import type { Timeline } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { FAULTY_WORDS, faultsAt, faultsOfWords, fieldsInWords } from "../people/fields/in-words";
import { readPeople } from "../people/store";
import { type Case, clockOf, holdCase, readCase, withEvents, workOut } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { write } from "../schedule/moves";
import { madeWrongOf } from "../schedule/told";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { type Happening, keep, numbered } from "./append";
import { nextMatching } from "./roster";
import { holdSeats, seatsLeft } from "./seats";
import { noteUntold, putWords, setCohort } from "./store";

/**
 * Does something for people, now, or says what it would do. Those for whom it makes no sense are named with the reason,
 * and it is done for the rest; where nobody is left it is refused. The same press twice is done once.
 */
export function act(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  request: ActRequest,
): Promise<Acted> {
  return db.withSchool(context, (tx) => actIn(tx, context, course, request));
}

/** The same in the caller's transaction. */
export async function actIn(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  {
    enrollments: named,
    matching,
    after,
    key,
    act: asked,
    look = false,
    tell = true,
    words,
  }: ActRequest,
): Promise<Acted> {
  const at = context.now;
  if (words) {
    const faults = faultsOfWords("by-staff", words, await fieldsInWords(tx));
    if (faults.length > 0) throw refusal(FAULTY_WORDS, faultsAt(faults));
  }
  const { enrollments, next } = matching
    ? await nextMatching(tx, context, course, matching, after)
    : { enrollments: named ?? [], next: null };
  const seats =
    asked.type === "moved" ? await seatsFor(tx, context, course, asked.cohort, at, look) : null;
  const acting = new Acting(tx, context, asked, key, at, look, seats, tell, words ?? null);
  // In one order, so that two who act for the same people take turns.
  for (const id of [...new Set(enrollments)].sort()) await acting.one(course, id);
  const answer = { ...(await acting.answer()), next };
  const [first] = answer.refused;
  // Of many who match some may be refused, and the rest comes after them.
  if (!look && !matching && first && acting.done === 0)
    throw refusal(
      answer.refused.length === 1 ? first.reason : "It can be done for none of them.",
      answer.refused.map(({ name, reason }) => ({ path: name, reason })),
    );
  return answer;
}

/** The cohort somebody is moved to, and how many seats are left in it. */
interface Seats {
  cohort: Case["cohort"];
  left: number;
}

async function seatsFor(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  cohort: string | null,
  at: Instant,
  look: boolean,
): Promise<Seats> {
  if (!isTheirs(context, cohort)) throw notFound("You can move people into the cohorts you lead.");
  if (cohort === null) return { cohort: null, left: Number.POSITIVE_INFINITY };
  const found = (await readCohorts(tx, course)).find((one) => one.cohort.id === cohort)?.cohort;
  if (!found) throw notFound(`There is no cohort "${cohort}" in this course.`);
  const left = look
    ? (await seatsLeft(tx, context.school, course, [found], at)).get(cohort)
    : await holdSeats(tx, context.school, course, found, at);
  return { cohort: found, left: left ?? Number.POSITIVE_INFINITY };
}

/** One act, person by person. */
class Acting {
  private readonly people: { ripple: PersonRipple; course: string; clock: string }[] = [];
  private readonly refused: { enrollment: string; reason: string }[] = [];
  private readonly titles = new Map<string, string>();
  done = 0;

  constructor(
    private readonly tx: SchoolTransaction,
    private readonly context: Context,
    private readonly asked: StaffAct,
    private readonly key: string,
    private readonly at: Instant,
    private readonly look: boolean,
    private readonly seats: Seats | null,
    /** Whom it is about is told of it. */
    private readonly tell: boolean,
    /** In words of its own; null: in the school's. */
    private readonly words: { subject: string; text: string } | null,
  ) {}

  async one(course: string, id: string): Promise<void> {
    const { tx, context, asked, at, look, seats } = this;
    const found = await (look ? readCase : holdCase)(tx, context.school, id);
    if (found?.course !== course || !isTheirs(context, found.enrollment.cohort))
      throw notFound(`There is no enrollment "${id}" in this course.`);
    const { type, reason, ...data } = asked;
    const happening: Happening = {
      kind: type,
      at: formatInstant(at),
      data,
      reason,
      key: this.key,
    };
    const events = numbered(found, [happening]);
    // The same press again: it is done already.
    if (events.length === 0) {
      this.done += 1;
      return;
    }
    const before = workOut(found, at);
    const off = "item" in asked ? itemFault(found, asked.item) : null;
    const no = off ?? whyNot(asked, found, before, seats);
    if (no !== null) {
      this.refused.push({ enrollment: id, reason: no });
      return;
    }
    const after = { ...withEvents(found, events), ...(seats && { cohort: seats.cohort }) };
    const timeline = workOut(after, at);
    const person = compare(before, timeline);
    if (isTouched(person)) this.people.push({ ripple: person, course, clock: clockOf(found) });
    for (const [item, title] of itemTitles(found.plan)) this.titles.set(item, title);
    this.done += 1;
    if (seats) seats.left -= 1;
    if (look) return;
    if (asked.type === "moved") await setCohort(tx, id, asked.cohort);
    if (!this.tell) await noteUntold(tx, context.school, id, this.key);
    else if (this.words) await putWords(tx, context.school, id, this.key, this.words);
    await keep(tx, context.school, after, events, timeline, at, before);
  }

  async answer(): Promise<Omit<Acted, "next">> {
    const { tx, refused } = this;
    const ripples = this.people.map(({ ripple }) => ripple);
    const wrong = await madeWrongOf(tx, ripples, this.at);
    const people = this.people.map(({ ripple, ...where }) => ({
      ...write(ripple, wrong.get(ripple.id) ?? []),
      ...where,
    }));
    const names = await readPeople(tx, [
      ...people.map(({ enrollment }) => enrollment),
      ...refused.map(({ enrollment }) => enrollment),
    ]);
    const named = <T extends { enrollment: string }>(one: T) => ({
      ...one,
      name: names.get(one.enrollment)?.name ?? one.enrollment,
    });
    return {
      people: people.map(named),
      unmoved: this.done - people.length,
      refused: refused.map(named),
      titles: Object.fromEntries(this.titles),
    };
  }
}

/** Why an act makes no sense for somebody, or null: its kind says so. */
function whyNot(
  asked: StaffAct,
  { enrollment }: Case,
  timeline: Timeline,
  seats: Seats | null,
): string | null {
  const seatsLeft = seats === null || seats.left === Number.POSITIVE_INFINITY ? null : seats.left;
  const act = kindOf(asked.type)?.act;
  return act ? act.whyNot(asked, { enrollment, timeline, seatsLeft }) : "Staff cannot do this.";
}

/** Why a module or lesson cannot be meant: asked of the versions that count for the person, not of the draft. */
function itemFault({ plan, held }: Case, item: string): string | null {
  const modules = [plan, ...held].flatMap((one) => one.modules);
  const module = modules.some(({ id }) => id === item);
  const lesson = modules.some(({ lessons }) => lessons.some(({ id }) => id === item));
  return module || lesson ? null : `Their course has no module or lesson "${item}".`;
}
