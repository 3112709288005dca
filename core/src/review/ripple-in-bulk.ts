/** The ripple of many people at once: what differs between two sets of columns, an object only for who is touched. */
import type { Answered } from "../schedule/bulk";
import { STATES } from "../schedule/bulk";
import type { Instant } from "../time";
import { isTouched, type Move, type PersonRipple } from "./ripple";

const OPEN = STATES.indexOf("open");

/**
 * Who of some people is touched where `before` becomes `after`, both asked about the same people at the same instant
 * with states, closings and dues. `ids` are the enrollments.
 */
export function compareAll(
  ids: readonly string[],
  before: Answered,
  after: Answered,
): PersonRipple[] {
  const places = new Map(after.items.map(({ id }, number) => [id, number]));
  const becomes = before.items.map(({ id }) => places.get(id) ?? -1);
  const known = new Set(before.items.map(({ id }) => id));
  const appears = after.items.flatMap(({ id }, number) => (known.has(id) ? [] : [number]));
  const goes = before.items.filter((_, i) => becomes[i] === -1).map(({ id }) => id);
  const touched: PersonRipple[] = [];
  for (let p = 0; p < ids.length; p++) {
    if (appears.length + goes.length === 0 && !differs(p, before, after, becomes)) continue;
    const person = compareOne(p, ids[p] as string, before, after, becomes, appears, goes);
    if (isTouched(person)) touched.push(person);
  }
  return touched;
}

/** Two instants of columns differ; not a number equals itself here. */
const apart = (a: number | undefined, b: number | undefined) =>
  a !== b && !(Number.isNaN(a) && Number.isNaN(b));

function differs(
  p: number,
  { items, answer: old }: Answered,
  { items: fresh, answer }: Answered,
  becomes: readonly number[],
): boolean {
  if (apart(old.accessUntil[p], answer.accessUntil[p])) return true;
  const [row, freshRow] = [p * items.length, p * fresh.length];
  for (let i = 0; i < items.length; i++) {
    const [a, b] = [row + i, freshRow + (becomes[i] as number)];
    if (apart(old.opens[a], answer.opens[b]) || apart(old.closes[a], answer.closes[b])) return true;
    if (apart(old.due[a], answer.due[b]) || old.state[a] !== answer.state[b]) return true;
  }
  return false;
}

function compareOne(
  p: number,
  id: string,
  { items, answer: old }: Answered,
  { items: fresh, answer }: Answered,
  becomes: readonly number[],
  appears: readonly number[],
  goes: readonly string[],
): PersonRipple {
  const person: PersonRipple = {
    id,
    gains: [],
    loses: [],
    moves: [],
    appears: appears.map((i) => fresh[i]?.id as string),
    goes: [...goes],
    end: null,
  };
  const [row, freshRow] = [p * items.length, p * fresh.length];
  items.forEach(({ id: item }, i) => {
    const a = row + i;
    const b = becomes[i] === -1 ? -1 : freshRow + (becomes[i] as number);
    const [was, is] = [old.state[a] === OPEN, b !== -1 && answer.state[b] === OPEN];
    if (was && !is) person.loses.push(item);
    if (!was && is) person.gains.push(item);
    if (b === -1) return;
    for (const what of ["opens", "closes", "due"] as const)
      if (apart(old[what][a], answer[what][b]))
        person.moves.push({ item, what, ...fromTo(old[what][a], answer[what][b]) });
  });
  for (const i of appears)
    if (answer.state[freshRow + i] === OPEN) person.gains.push(fresh[i]?.id as string);
  if (apart(old.accessUntil[p], answer.accessUntil[p]))
    person.end = fromTo(old.accessUntil[p], answer.accessUntil[p]);
  return person;
}

function fromTo(
  before: number | undefined,
  after: number | undefined,
): Omit<Move, "item" | "what"> {
  const instant = (at: number | undefined) =>
    at === undefined || Number.isNaN(at) ? null : (at as Instant);
  return { before: instant(before), after: instant(after) };
}
