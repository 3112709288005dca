/** Faults of an offer, found as it is written (calculations.md 9): each with its weight and the figures in it. */

import type { PlanMoment } from "../plan";
import {
  addToDate,
  type DateOffset,
  formatDate,
  type LocalDate,
  parseDate,
  parseOffset,
  seriesDate,
} from "../time";
import { plainMoney } from "./currency";
import { type Code, type Listing, normalCode, type PriceOption } from "./listing";
import type { Membership } from "./membership";
import { sumOfSeats, unitOn } from "./unit";

export interface SalesSnag {
  weight: "stops" | "likely" | "look";
  reason: string;
}

/** What an offer says beside its prices. */
export interface Offering {
  window: { opens: string; closes: string } | null;
  seatLimit: number | null;
  /** When access ends: at the earliest of these; null: as the course says. */
  validity: readonly PlanMoment[] | null;
  /** It is a membership, with what is left out of it; null, or left out: it is courses. */
  membership?: Membership | null;
}

const snag =
  (weight: SalesSnag["weight"]) =>
  (reason: string): SalesSnag => ({ weight, reason });
const [stops, likely, look] = [snag("stops"), snag("likely"), snag("look")];

type Priced = Exclude<PriceOption, { kind: "free" }>;
const isPriced = (option: PriceOption): option is Priced => option.kind !== "free";

/** All of them, those that stop selling first; `today` is a local date in the listing's zone. */
export function salesSnags(listing: Listing, offering: Offering, today: string): SalesSnag[] {
  const found = [
    ...nothingToBuy(listing, offering),
    ...membershipWithoutEnd(listing, offering),
    ...salesThatAreNone(listing),
    ...salesBeyond(listing, offering),
    ...partsAfterAccess(listing, offering, today),
    ...idleCodes(listing, offering, today),
    ...dearBundle(listing, today),
    ...cheaperByMore(listing, today),
  ];
  const order = { stops: 0, likely: 1, look: 2 };
  return found.sort((a, b) => order[a.weight] - order[b.weight]);
}

function nothingToBuy({ options, courses }: Listing, { membership = null }: Offering): SalesSnag[] {
  return [
    ...(courses.length === 0 && membership === null
      ? [stops("Nothing is in it: choose a course.")]
      : []),
    ...(options.every(({ renewal }) => renewal)
      ? [stops("There is no way to pay for somebody new.")]
      : []),
  ];
}

/** Whoever pays once has all that will ever come. */
function membershipWithoutEnd(
  { options }: Listing,
  { membership = null, validity }: Offering,
): SalesSnag[] {
  const isForEver = membership !== null && (validity ?? []).length === 0;
  return isForEver && options.some(({ kind, renewal }) => kind !== "subscription" && !renewal)
    ? [
        look(
          "A membership that is not paid period by period, and has no end, opens every course to come for ever: say when it ends, or sell it by subscription.",
        ),
      ]
    : [];
}

/** A new price that is not below the one it stands beside. */
function salesThatAreNone({ dated, options, currency }: Listing): SalesSnag[] {
  return dated.flatMap((one) => {
    if (one.kind === "late" || one.amount === undefined) return [];
    const { amount } = one;
    return options
      .filter((option) => isPriced(option) && one.options?.includes(option.id))
      .flatMap((option) =>
        isPriced(option) && amount >= option.amount
          ? [
              likely(
                `The ${one.kind} price ${plainMoney(amount, currency)} is not below ${plainMoney(option.amount, currency)}, so it never counts.`,
              ),
            ]
          : [],
      );
  });
}

/** A sale that is on when nobody can buy. */
function salesBeyond({ dated }: Listing, { window }: Offering): SalesSnag[] {
  if (!window) return [];
  return dated.flatMap((one) => {
    if (one.kind === "late")
      return one.from > window.closes
        ? [
            likely(
              `The late fee begins on ${one.from}, after the window has closed (${window.closes}).`,
            ),
          ]
        : [];
    const { through } = one;
    if (through !== null && through < window.opens)
      return [
        likely(
          `The ${one.kind} price ends on ${through}, before the window opens (${window.opens}).`,
        ),
      ];
    if (one.kind === "sale" && one.from !== null && one.from > window.closes)
      return [
        likely(`The sale begins on ${one.from}, after the window has closed (${window.closes}).`),
      ];
    return through !== null && through > window.closes
      ? [
          look(
            `The ${one.kind} price holds until ${through}, longer than the window (${window.closes}).`,
          ),
        ]
      : [];
  });
}

const stepOf = (text: string): DateOffset | null => {
  const parsed = parseOffset(text);
  return parsed.ok && parsed.value.kind === "date" ? parsed.value : null;
};
const dayOf = (text: string): LocalDate | null => {
  const parsed = parseDate(text);
  return parsed.ok ? parsed.value : null;
};

/** What somebody does at once who buys today and has been asked for nothing else first. */
const AT_ONCE: readonly string[] = ["enrolled", "paid", "access"];

/** The last day of access by one of its ends, for whoever buys on a day; null: it hangs on what nobody knows yet. */
function lastDay(end: PlanMoment, day: LocalDate): LocalDate | null {
  if (end.from === "staff" || (end.from === "paid" && end.part !== undefined)) return null;
  const from = end.from === "date" ? dayOf(end.date) : AT_ONCE.includes(end.from) ? day : null;
  const step = end.add === undefined ? null : stepOf(end.add);
  if (from === null || (end.add !== undefined && step === null)) return null;
  return step === null ? from : addToDate(from, step);
}

/** Parts that fall due after access has ended, for somebody who buys today. */
function partsAfterAccess(
  { options }: Listing,
  { validity }: Offering,
  today: string,
): SalesSnag[] {
  const day = dayOf(today);
  if (day === null) return [];
  const known = (validity ?? []).flatMap((end) => lastDay(end, day) ?? []);
  if (known.length === 0) return [];
  const ends = known.reduce((earliest, one) => (one < earliest ? one : earliest));
  return options.flatMap((option) => {
    const step = option.kind === "installments" ? stepOf(option.every) : null;
    if (option.kind !== "installments" || !step) return [];
    const falls = seriesDate(day, step, option.deposit ? option.count : option.count - 1);
    return falls > ends
      ? [
          likely(
            `Who buys today pays the last part on ${formatDate(falls)}, after access has ended on ${formatDate(ends)}.`,
          ),
        ]
      : [];
  });
}

/** A code that nobody can ever use. */
function idleCodes(
  { codes, id }: Listing,
  { window, seatLimit }: Offering,
  today: string,
): SalesSnag[] {
  const why = (code: Code): string | null => {
    if (code.uses === 0 || code.perPerson === 0) return "it may be used no time at all";
    if (code.through !== null && code.from !== null && code.through < code.from)
      return "it ends before it begins";
    if (code.through !== null && code.through < today) return `it ended on ${code.through}`;
    if (code.through !== null && window && code.through < window.opens)
      return `it ends on ${code.through}, before the window opens`;
    if (code.from !== null && window && code.from > window.closes)
      return `it begins on ${code.from}, after the window has closed`;
    if (code.leastSeats !== null && seatLimit !== null && code.leastSeats > seatLimit)
      return `it asks for ${code.leastSeats} seats, and there are ${seatLimit}`;
    if (code.listings !== null && !code.listings.includes(id)) return "it is for other listings";
    return null;
  };
  return codes.flatMap((code) => {
    const reason = why(code);
    return reason === null
      ? []
      : [look(`The code ${normalCode(code.code)} never counts: ${reason}.`)];
  });
}

/** A bundle that costs more than its parts by themselves. */
function dearBundle(listing: Listing, today: string): SalesSnag[] {
  const { courses, options, currency } = listing;
  if (courses.length < 2 || courses.some(({ price }) => price === null)) return [];
  const singles = courses.reduce((sum, { price }) => sum + (price ?? 0), 0);
  return options.flatMap((option) => {
    if (option.kind !== "once") return [];
    const { unit } = unitOn(listing, option, today);
    return unit > singles
      ? [
          likely(
            `The bundle costs ${plainMoney(unit, currency)}, its parts by themselves ${plainMoney(singles, currency)}.`,
          ),
        ]
      : [];
  });
}

/** More seats that cost less in all than fewer. */
function cheaperByMore(listing: Listing, today: string): SalesSnag[] {
  const { seats, options, currency } = listing;
  if (!seats) return [];
  return options.filter(isPriced).flatMap((option) => {
    const { unit } = unitOn(listing, option, today);
    const at = (number: number) => sumOfSeats(listing, option, unit, number);
    return seats.tiers
      .filter(({ from }) => from > 1 && at(from) < at(from - 1))
      .slice(0, 3)
      .map(({ from }) =>
        look(
          `${from} seats cost ${plainMoney(at(from), currency)}, ${from - 1} cost ${plainMoney(at(from - 1), currency)}: more for less.`,
        ),
      );
  });
}
