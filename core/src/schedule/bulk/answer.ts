/** What the bulk evaluator answers: columns, a row of items for each person. Not a number stands for "none". */
import type { State } from "../timeline";

/** The states as they stand in the columns. */
export const STATES: readonly State[] = ["closed", "waiting", "scheduled", "open"];
export const CLOSED = 0;
const WAITING = 1;
export const SCHEDULED = 2;
export const OPEN = 3;

/** Which columns are filled beside the openings. */
export interface Wanted {
  /** The end of access, its state, progress and completion; `closes` and `states` bring them along. */
  access?: boolean;
  /** When items have no date: the latest instant that is known. */
  notBefore?: boolean;
  closes?: boolean;
  due?: boolean;
  /** States and ticks; they need `closes`. */
  states?: boolean;
}

const NOTHING = new Float64Array(0);

export class BulkAnswer {
  /** Of person p and item i at `p * items + i`: instants; not a number: no date, or no end. */
  readonly opens: Float64Array;
  readonly notBefore: Float64Array;
  readonly closes: Float64Array;
  readonly due: Float64Array;
  /** The place of each state in {@link STATES}. */
  readonly state: Uint8Array;
  readonly done: Uint8Array;
  readonly accessFrom: Float64Array;
  readonly accessKnownFrom: Float64Array;
  readonly accessUntil: Float64Array;
  readonly accessState: Uint8Array;
  /** 1 a pause, 2 a suspension, 0 neither. */
  readonly shutBy: Uint8Array;
  readonly progressDone: Int32Array;
  readonly completedAt: Float64Array;
  /** Required lessons, the same for everybody. */
  required = 0;

  constructor(
    readonly people: number,
    readonly items: number,
    readonly wanted: Wanted,
  ) {
    const size = people * items;
    const column = (is: boolean | undefined) => (is ? new Float64Array(size) : NOTHING);
    const closes = wanted.closes === true || wanted.states === true;
    const access = closes || wanted.access === true ? people : 0;
    this.opens = new Float64Array(size);
    this.notBefore = column(wanted.notBefore);
    this.closes = column(closes);
    this.due = column(wanted.due);
    this.state = new Uint8Array(wanted.states ? size : 0);
    this.done = new Uint8Array(wanted.states ? size : 0);
    this.accessFrom = new Float64Array(people);
    this.accessKnownFrom = new Float64Array(people);
    this.accessUntil = new Float64Array(access);
    this.accessState = new Uint8Array(access);
    this.shutBy = new Uint8Array(access);
    this.progressDone = new Int32Array(access);
    this.completedAt = new Float64Array(access);
  }
}

/** The twin of state.ts. Where an instant is not a number, no comparison with it holds. */
export function stateIn(now: number, opens: number, closes: number, shut: boolean): number {
  if (shut || closes <= now || opens >= closes) return CLOSED;
  if (Number.isNaN(opens)) return WAITING;
  return opens > now ? SCHEDULED : OPEN;
}
