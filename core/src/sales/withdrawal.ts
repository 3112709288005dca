/**
 * The last day on which a consumer in the EU may give a purchase back: the 14th day after the day of purchase, or the
 * first day from there that is neither weekend nor closed (2011/83/EU art. 9; 1182/71 art. 3(4); from memory).
 */
import { addDays, firstAllowed, type LocalDate, type SchoolCalendar } from "../time";
import { EU } from "./tax-by-place";

const DAYS = 14;

/** Null where the calendar leaves no such day in ten years. */
export function lastDayToGiveBack(bought: LocalDate, calendar: SchoolCalendar): LocalDate | null {
  return firstAllowed(addDays(bought, DAYS), { weekdays: 0, workdays: true }, calendar);
}

/** Whether a buyer has this right: a consumer in the Union; who is not asked where they are (null) is taken for one. */
export const mayWithdraw = (buyer: { country: string; company: boolean } | null): boolean =>
  buyer === null || (!buyer.company && EU.has(buyer.country));
