/** Which share of a course's access has gone by at the end of a day, exactly (orders.md, "Earned"). */
import { addDays, addMonths, dateIn, type LocalDate } from "../../time";
import type { Order } from "./schema";

/** A fraction; of an end that was never moved it fits in plain numbers. */
export interface Fraction {
  over: number | bigint;
  of: number | bigint;
}

const NONE: Fraction = { over: 0, of: 1 };
const ALL: Fraction = { over: 1, of: 1 };

/** From `begins` on what lacked then spreads evenly through `ends`. */
interface Stretch {
  begins: LocalDate;
  ends: LocalDate;
  before: Fraction;
}

/** The share of a course by day. */
export class ShareOfAccess {
  /** The first day of access; null while it is not known. */
  readonly first: LocalDate | null;
  private readonly stretches: Stretch[] = [];

  /** `today` is the day of "now": what was moved after it has not happened. */
  constructor(access: Order["courses"][number]["access"], foreverMonths: number, today: LocalDate) {
    const first = access.from === null ? null : dateIn(access.from);
    this.first = first;
    if (first === null) return;
    const ends =
      access.through === null
        ? addDays(addMonths(first, foreverMonths), -1)
        : dateIn(access.through);
    this.stretches.push({ begins: first, ends, before: NONE });
    const moved = access.moved
      .map(({ on, through }) => ({ on: dateIn(on), through: dateIn(through) }))
      .filter(({ on }) => on <= today)
      .sort((a, b) => a.on - b.on);
    for (const { on, through } of moved)
      this.stretches.push({
        begins: Math.max(on, first) as LocalDate,
        ends: through,
        before: this.on(addDays(on, -1)),
      });
  }

  /** At the end of a day; 0 before access, or while its beginning is not known. */
  on(day: LocalDate): Fraction {
    for (let i = this.stretches.length - 1; i >= 0; i--) {
      const stretch = this.stretches[i] as Stretch;
      if (stretch.begins <= day) return within(stretch, day);
    }
    return NONE;
  }
}

function within({ begins, ends, before }: Stretch, day: LocalDate): Fraction {
  if (day >= ends) return ALL;
  const [gone, days] = [day - begins + 1, ends - begins + 1];
  if (before.over === 0) return { over: gone, of: days };
  const [over, of, n, d] = [before.over, before.of, gone, days].map(BigInt) as [
    bigint,
    bigint,
    bigint,
    bigint,
  ];
  return reduced(over * d + (of - over) * n, of * d);
}

function reduced(over: bigint, of: bigint): Fraction {
  let [a, b] = [over, of];
  while (b > 0n) [a, b] = [b, a % b];
  return { over: over / a, of: of / a };
}

/** The share of a period [begins, next) at the end of a day, for whom access began on `first`. */
export function shareOfPeriod(
  { due, next, cutOn }: { due: LocalDate; next: LocalDate; cutOn: LocalDate | null },
  first: LocalDate | null,
  day: LocalDate,
): Fraction {
  if (cutOn !== null && cutOn <= day) return ALL;
  if (first === null) return NONE;
  if (first > next - 1) return day >= first ? ALL : NONE;
  const begins = Math.max(due, first);
  if (day < begins) return NONE;
  return day >= next - 1 ? ALL : { over: day - begins + 1, of: next - begins };
}
