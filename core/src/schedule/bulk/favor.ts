/** Several versions held at once, in columns: the compiled twin of favor.ts. */
import type { Instant } from "../../time";
import type { Item } from "../prepare";
import { BulkAnswer, CLOSED, OPEN, stateIn } from "./answer";

/** What one version answers, or several together: columns, and the items that they are of. */
export interface Answered {
  items: readonly Pick<Item, "id" | "kind" | "sample">[];
  answer: BulkAnswer;
}

/** The earlier of two openings: no date is later than any. */
const first = (a: number, b: number) => (Number.isNaN(a) || b < a ? b : a);
/** The later of two ends: no end is later than any. */
const last = (a: number, b: number) => (Number.isNaN(a) || a >= b ? a : b);

/**
 * The answers of each version that some people hold, the newest last, as one: each item opens at the earliest and
 * closes at the latest. All were asked with closings. Items stand in the order of the newest; those
 * that only an older version has come after.
 */
export function holdTogether(versions: readonly Answered[], now: Instant): Answered {
  const [newest, ...older] = versions.toReversed();
  if (!newest) throw new RangeError("People hold at least one version");
  if (older.length === 0) return newest;
  const items = [...newest.items];
  const numbers = new Map(items.map(({ id }, number) => [id, number]));
  for (const version of older)
    for (const item of version.items) {
      const number = numbers.get(item.id);
      if (number === undefined) {
        numbers.set(item.id, items.length);
        items.push(item);
      } else if (item.sample && !items[number]?.sample) items[number] = item;
    }
  const { people, wanted } = newest.answer;
  const answer = new BulkAnswer(people, items.length, wanted);
  answer.required = newest.answer.required;
  answer.progressDone.set(newest.answer.progressDone);
  answer.completedAt.set(newest.answer.completedAt);
  answer.shutBy.set(newest.answer.shutBy);
  // The newest version that has an item lays down its dates; each older one betters them. A sample opens with the
  // enrollment and never shuts, so it wins by its dates.
  const isKnown = new Uint8Array(items.length);
  [newest, ...older].forEach((version, age) => {
    const to = version.items.map(({ id }) => numbers.get(id) as number);
    for (let p = 0; p < people; p++) {
      addAccess(answer, version.answer, p, age === 0);
      for (let i = 0; i < to.length; i++) {
        const number = to[i] as number;
        const at = p * items.length + number;
        addItem(answer, at, version.answer, p * to.length + i, isKnown[number] === 0);
      }
    }
    for (const number of to) isKnown[number] = 1;
  });
  for (let p = 0; p < people; p++) restate(answer, p, items, now);
  return { items, answer };
}

function addAccess(into: BulkAnswer, from: BulkAnswer, p: number, isFirst: boolean): void {
  const [start, known, until] = [from.accessFrom[p], from.accessKnownFrom[p], from.accessUntil[p]];
  if (isFirst || first(into.accessFrom[p] as number, start as number) !== into.accessFrom[p]) {
    into.accessFrom[p] = start as number;
    into.accessKnownFrom[p] = known as number;
  }
  into.accessUntil[p] = isFirst
    ? (until as number)
    : last(into.accessUntil[p] as number, until as number);
}

function addItem(
  into: BulkAnswer,
  at: number,
  from: BulkAnswer,
  i: number,
  isFirst: boolean,
): void {
  const [opens, closes] = [from.opens[i] as number, from.closes[i] as number];
  const [due, done] = [from.due[i] as number, from.done[i] as number];
  into.due[at] = isFirst ? due : last(into.due[at] as number, due);
  into.done[at] = isFirst ? done : (into.done[at] as number) | done;
  into.opens[at] = isFirst ? opens : first(into.opens[at] as number, opens);
  into.closes[at] = isFirst ? closes : last(into.closes[at] as number, closes);
}

function restate(answer: BulkAnswer, p: number, items: Answered["items"], now: Instant): void {
  const access = stateIn(
    now,
    answer.accessFrom[p] as number,
    answer.accessUntil[p] as number,
    answer.shutBy[p] !== 0,
  );
  answer.accessState[p] = access;
  for (let i = 0; i < items.length; i++) {
    const at = p * items.length + i;
    answer.state[at] = items[i]?.sample
      ? OPEN
      : stateIn(now, answer.opens[at] as number, answer.closes[at] as number, access === CLOSED);
  }
}
