/** Enrollments laid out flat: what the bulk evaluator reads, without a text or an object for each person. */
import { type PlanEnrollment, type PlanEvent, readMoment } from "../../plan";
import {
  type LocalDate,
  type Moment,
  type Offset,
  parseOffset,
  type Zone,
  zoneOf,
} from "../../time";
import { inOrder, readInstant } from "../history";
import { readDate } from "../prepare";

/** Numbers for texts or values, each given once. */
export class Numbering<T> {
  readonly values: T[] = [];
  private readonly numbers = new Map<string, number>();

  /** The number of a key; `make` is called for one that is new. */
  of(key: string, make: () => T): number {
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.values.length;
      this.values.push(make());
      this.numbers.set(key, number);
    }
    return number;
  }

  /** The number of a key, or -1. */
  find(key: string): number {
    return this.numbers.get(key) ?? -1;
  }
}

/** The name of a part of the order among items and signals. */
export const partName = (part: number) => `part ${part}`;

/** Some enrollments of one course. Instants and dates are numbers; not a number: none. */
export interface People {
  ids: string[];
  count: number;
  /** The number of the cohort, in `cohorts`. */
  cohort: Int32Array;
  cohorts: (string | null)[];
  zone: Int32Array;
  zones: Zone[];
  enrolledAt: Float64Array;
  /** 1 where the price asks for payment first. */
  needsPayment: Uint8Array;
  paidAt: Float64Array;
  startedAt: Float64Array;
  paidThrough: Float64Array;
  grace: Int32Array;
  /** The number of the enrollment's own validity, in `validities`; -1: the course's. */
  validity: Int32Array;
  validities: Moment[][];
  /** The events of person p stand from `first[p]` to before `first[p + 1]`, in the order in which they count. */
  first: Int32Array;
  /** The place of each event's type in {@link EVENT_TYPES}. */
  type: Uint8Array;
  at: Float64Array;
  /** The number of the item or signal an event names, or of its offset. */
  ref: Int32Array;
  /** What else an event says: when a staff opening opens and closes; through which date; so many days of grace. */
  x: Float64Array;
  y: Float64Array;
  /** Items, signals and parts of the order, by name. */
  names: Numbering<string>;
  offsets: Offset[];
}

/** Lays enrollments out. `names` may be shared, so that items have the same numbers in several lots. */
export function layOut(
  enrollments: readonly PlanEnrollment[],
  names: Numbering<string> = new Numbering(),
): People {
  const count = enrollments.length;
  const events = enrollments.reduce((sum, one) => sum + one.events.length, 0);
  const [cohorts, zones, validities, offsets] = [
    new Numbering<string | null>(),
    new Numbering<Zone>(),
    new Numbering<Moment[]>(),
    new Numbering<Offset>(),
  ];
  const people: People = {
    ids: enrollments.map(({ id }) => id),
    count,
    cohort: new Int32Array(count),
    cohorts: cohorts.values,
    zone: new Int32Array(count),
    zones: zones.values,
    enrolledAt: new Float64Array(count),
    needsPayment: new Uint8Array(count),
    paidAt: new Float64Array(count),
    startedAt: new Float64Array(count),
    paidThrough: new Float64Array(count),
    grace: new Int32Array(count),
    validity: new Int32Array(count),
    validities: validities.values,
    first: new Int32Array(count + 1),
    type: new Uint8Array(events),
    at: new Float64Array(events),
    ref: new Int32Array(events),
    x: new Float64Array(events),
    y: new Float64Array(events),
    names,
    offsets: offsets.values,
  };
  let next = 0;
  enrollments.forEach((one, p) => {
    people.cohort[p] = cohorts.of(JSON.stringify(one.cohort), () => one.cohort);
    people.zone[p] = zones.of(one.timeZone, () => zoneOf(one.timeZone));
    people.enrolledAt[p] = readInstant(one.enrolledAt);
    people.needsPayment[p] = one.needsPayment ? 1 : 0;
    people.paidAt[p] = optional(one.paidAt);
    people.startedAt[p] = optional(one.startedAt);
    people.paidThrough[p] = one.paidThrough === null ? Number.NaN : readDate(one.paidThrough);
    people.grace[p] = one.grace;
    const { validity } = one;
    people.validity[p] =
      validity === null
        ? -1
        : validities.of(JSON.stringify(validity), () => validity.map(readMoment));
    people.first[p] = next;
    for (const { at, rank, event } of inOrder(one.events, Number.POSITIVE_INFINITY)) {
      people.type[next] = rank;
      people.at[next] = at;
      people.ref[next] = refOf(event, names, offsets);
      [people.x[next], people.y[next]] = said(event);
      next += 1;
    }
  });
  people.first[count] = next;
  return people;
}

function refOf(event: PlanEvent, names: Numbering<string>, offsets: Numbering<Offset>): number {
  if ("item" in event) return names.of(`item ${event.item}`, () => event.item);
  if (event.type === "signal") return names.of(`signal ${event.name}`, () => event.name);
  if (event.type === "part-paid") return names.of(partName(event.part), () => "");
  if (event.type !== "extended" && event.type !== "renewed") return -1;
  const { add } = event;
  return add === undefined ? -1 : offsets.of(add, () => readOffset(add));
}

function said(event: PlanEvent): [number, number] {
  switch (event.type) {
    case "opened-by-staff":
      return [optional(event.opens ?? event.at), optional(event.closes ?? null)];
    case "extended":
      return [event.through === undefined ? Number.NaN : readDate(event.through), Number.NaN];
    case "end-set":
      return [readDate(event.through) as LocalDate, Number.NaN];
    case "renewed":
      return [Number.NaN, event.grace];
    default:
      return [Number.NaN, Number.NaN];
  }
}

const optional = (text: string | null) => (text === null ? Number.NaN : readInstant(text));

function readOffset(text: string): Offset {
  const parsed = parseOffset(text);
  if (!parsed.ok) throw new TypeError(`This plan was not checked: ${parsed.reason}`);
  return parsed.value;
}
