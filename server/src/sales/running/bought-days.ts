/**
 * Which of somebody's days in a course are an order's. Whoever stays longer by another order has the days up to then by
 * the first one, and those after by the other: neither is earned, or given back, for what the other has sold.
 */
import type { Order } from "@dawngate/core/sales/orders";
import type { Timeline } from "@dawngate/core/schedule";
import { formatDate, type Instant, type LocalDate, localDateAt, zoneOf } from "@dawngate/core/time";
import { type Case, clockOf, workOut } from "../../schedule/case";
import { addedUp, isEndMoved, type KeptEvent } from "../../schedule/events";

type Access = Order["courses"][number]["access"];

/** An event by which an order has moved an end. */
export interface BoughtEnd {
  sequence: number;
  order: string;
}

/** An end that the course itself has moved, though nothing happened: its plan, a cohort's dates, the calendar. */
export interface EndMove {
  at: string;
  was: string;
  until: string;
}

/**
 * `bought`: all such events of the enrollment, and `moves`, in their order; `stands`: its access as it is. In the course's
 * clock.
 */
export function daysOfOrder(
  found: Case,
  {
    order,
    bought,
    moves,
    stands,
  }: {
    order: string;
    bought: readonly BoughtEnd[];
    moves: readonly EndMove[];
    stands: Timeline["access"];
  },
  now: Instant,
): Access {
  const zone = zoneOf(clockOf(found));
  const dayAt = (instant: Instant) => localDateAt(zone, instant);
  const dayOf = ({ at }: KeptEvent) => dayAt(Date.parse(at) as Instant);
  const accessBy = (events: readonly KeptEvent[]) =>
    // As a rule nothing was moved, and it was worked out already.
    events.length === found.events.length
      ? stands
      : workOut({ ...found, enrollment: addedUp(found.enrollment.id, found.course, events) }, now)
          .access;
  const lastIn = (until: string) => dayAt((Date.parse(until) - 1) as Instant);
  const lastBy = (events: readonly KeptEvent[]) => lastDay(accessBy(events).until, dayAt);
  /** All that has happened, but for what has moved the end after an event. */
  const upTo = (sequence: number) =>
    found.events.filter((one) => !isEndMoved(one) || one.sequence <= sequence);

  const own = bought.filter((one) => one.order === order);
  const last = own.at(-1)?.sequence ?? 0;
  // From there on the days are another order's.
  const next =
    bought.find((one) => one.order !== order && one.sequence > last)?.sequence ?? Infinity;
  const base = accessBy(upTo(last));
  const endAt = (sequence: number, otherwise: number) => {
    const event = found.events.find((one) => one.sequence === sequence);
    return event ? Date.parse(event.at) : otherwise;
  };
  // What the course has moved while the days were this order's, each move by so many days. What is worked out now has them.
  const [since, before] = [endAt(last, -Infinity), endAt(next, Infinity)];
  const byCourse = moves
    .map(({ at, was, until }) => ({
      at: Date.parse(at),
      days: lastIn(until) - lastIn(was),
    }))
    .filter(({ at, days }) => days !== 0 && at > since && at < before);
  const later = (than: number) =>
    byCourse.reduce((all, { at, days }) => all + (at > than ? days : 0), 0);
  const less = (day: LocalDate | null, days: number) =>
    day === null ? null : ((day - days) as LocalDate);
  const through = less(lastDay(base.until, dayAt), later(since));
  const moved: Access["moved"] = [];
  let ends = through;
  const turns: { at: number; ends(): LocalDate | null }[] = [
    ...found.events
      .filter((one) => isEndMoved(one) && one.sequence > last && one.sequence < next)
      .map((event) => {
        const at = Date.parse(event.at);
        return { at, ends: () => less(lastBy(upTo(event.sequence)), later(at)) };
      }),
    ...byCourse.map(({ at, days }) => ({ at, ends: () => less(ends, -days) })),
  ];
  for (const turn of turns.sort((a, b) => a.at - b.at)) {
    const after = turn.ends();
    if (after !== null && after !== ends)
      moved.push({ on: formatDate(dayAt(turn.at as Instant)), through: formatDate(after) });
    ends = after;
  }
  const whole = upTo(next - 1);
  const unpaused = lastBy(whole.filter(({ kind }) => kind !== "paused" && kind !== "resumed"));
  const begins = own[0] ? beginning(own[0].sequence) : base.from === null ? null : dayAt(base.from);

  /** Whoever renews has the days after the end they had; what is bought otherwise begins at once. */
  function beginning(sequence: number): LocalDate {
    const event = found.events.find((one) => one.sequence === sequence) as KeptEvent;
    const before = event.kind === "renewed" ? lastBy(upTo(sequence - 1)) : null;
    const day = dayOf(event);
    return before !== null && before >= day ? ((before + 1) as LocalDate) : day;
  }

  // What was given back at once has the day on which it began, be that at its first instant.
  const throughOne = begins === null || through === null ? null : Math.max(begins, through);
  return {
    from: begins === null ? null : formatDate(begins),
    // Access that has not begun, and may never, has no end yet either.
    through: throughOne === null ? null : formatDate(throughOne as LocalDate),
    moved: begins === null ? [] : moved,
    paused: ends === null || unpaused === null ? 0 : Math.max(0, ends - unpaused),
  };
}

/** The day of the last millisecond before an end. */
const lastDay = (until: Instant | null, dayAt: (instant: Instant) => LocalDate) =>
  until === null ? null : dayAt((until - 1) as Instant);
