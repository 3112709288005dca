/**
 * What of the parts that fell due after the purchase was not paid: what usually fails, as a share by amount over a year
 * (common practice). Those of the last month are left out: they are still tried again.
 */
import { addDays, type LocalDate } from "../../time";
import type { Usual } from "../usual";
import type { Life } from "./life";

/** In days before today: the oldest part that counts, and the youngest. */
const OLDEST = 395;
const YOUNGEST = 30;

/** What of a part counts once its day lies far enough back. */
export interface LaterPart {
  day: LocalDate;
  /** Net of tax, in minor units. */
  due: number;
  unpaid: number;
}

/** The parts of an order that fall due after its purchase, as it is at the instant it has been moved to. */
export const laterParts = ({ parts, ended }: Life): LaterPart[] =>
  parts.flatMap((part) => {
    // What is paid on the day of purchase has not failed, or there was no order. What nobody asks for any more has failed
    // where that is since something was not paid, and not where it was given back.
    if (part.number === 1 || (part.gone === "dropped" && ended?.by !== "unpaid")) return [];
    const due = part.amount - part.tax;
    const isPaid = part.paidAt !== null || part.payment !== null;
    return due === 0 ? [] : [{ day: part.due, due, unpaid: isPaid ? 0 : due }];
  });

/** The days, both included, whose parts count on a day. */
export const usualDays = (today: LocalDate): { from: LocalDate; through: LocalDate } => ({
  from: addDays(today, -OLDEST),
  through: addDays(today, -YOUNGEST),
});

/** Adds an order, as it is at the instant it has been moved to. */
export function addUsual(sum: Usual, life: Life): void {
  const { from, through } = usualDays(life.day(life.now));
  for (const { day, due, unpaid } of laterParts(life)) {
    if (day < from || day > through) continue;
    sum.due += due;
    sum.unpaid += unpaid;
  }
}
