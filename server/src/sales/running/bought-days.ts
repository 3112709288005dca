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

/** `bought`: all such events of the enrollment, in their order; `stands`: its access as it is. In the course's clock. */
export function daysOfOrder(
  found: Case,
  {
    order,
    bought,
    stands,
  }: { order: string; bought: readonly BoughtEnd[]; stands: Timeline["access"] },
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
  const through = lastDay(base.until, dayAt);
  const moved: Access["moved"] = [];
  let ends = through;
  for (const event of found.events) {
    if (!isEndMoved(event) || event.sequence <= last || event.sequence >= next) continue;
    const after = lastBy(upTo(event.sequence));
    if (after !== null && after !== ends)
      moved.push({ on: formatDate(dayOf(event)), through: formatDate(after) });
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

  return {
    from: begins === null ? null : formatDate(begins),
    // Access that has not begun, and may never, has no end yet either.
    through: begins === null || through === null ? null : formatDate(through),
    moved: begins === null ? [] : moved,
    paused: ends === null || unpaused === null ? 0 : Math.max(0, ends - unpaused),
  };
}

/** The day of the last millisecond before an end. */
const lastDay = (until: Instant | null, dayAt: (instant: Instant) => LocalDate) =>
  until === null ? null : dayAt((until - 1) as Instant);
