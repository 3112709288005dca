/** Why a price is what it is, in sentences: from the steps that made it. */
import type { QuoteStep } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { sayCountry } from "./country-field";
import { perStep } from "./say-way";

type Refused = Extract<QuoteStep, { kind: "code" }>["because"];

/** Why a code does not count, after its name. */
export const CODE_REASONS: Record<Exclude<Refused, "counts">, string> = {
  unknown: "There is no such code here.",
  "not-yet": "It does not count yet.",
  over: "It does not count any more.",
  "used-up": "It was used as often as it may be.",
  "used-by-you": "You have used it as often as one may.",
  "too-few-seats": "It asks for more seats.",
  "not-for-this": "It is for something else.",
  beaten: "Another gives more, and the two do not go together.",
};

/** Why the tax of a country counts, or none does. */
const PLACES: Record<
  Extract<QuoteStep, { kind: "place" }>["treatment"],
  (country: string) => string
> = {
  domestic: (country) => `Buyer and school are in ${country}: its tax counts.`,
  origin: (country) => `The school sells little abroad: the tax of ${country} counts.`,
  destination: (country) => `The buyer is in ${country}: its tax counts.`,
  "reverse-charge": (country) =>
    `A company in ${country} with a registered number owes the tax itself: the price has none in it.`,
  outside: (country) => `The buyer is in ${country}: no tax is added.`,
};

/** One sentence a step; none for a step that says nothing beyond its line. */
export function sayWhyPrice(steps: readonly QuoteStep[], currency: string): string[] {
  const money = (amount: number) => sayMoney(amount, currency);
  return steps.flatMap((step): string[] => {
    switch (step.kind) {
      case "option":
        return [`This way to pay asks for ${money(step.amount)}.`];
      case "dated": {
        const name = step.of === "sale" ? "The sale price" : "The early price";
        const price = step.price === null ? "" : ` of ${money(step.price)}`;
        switch (step.because) {
          case "counts":
            return [
              `${name}${price} counts${step.through ? `, until ${sayWrittenDate(step.through)}` : ""}.`,
            ];
          case "not-yet":
            return [`${name}${price} begins on ${sayWrittenDate(step.from ?? "")}.`];
          case "over":
            return [`${name}${price} ended with ${sayWrittenDate(step.through ?? "")}.`];
          case "not-lowest":
            return [`${name}${price} does not count: another is lower.`];
          case "not-lower":
            return [`${name}${price} does not count: it is not below the price itself.`];
          default:
            return [];
        }
      }
      case "late":
        return step.because === "counts"
          ? [`A late fee of ${money(step.add)} counts since ${sayWrittenDate(step.from)}.`]
          : step.because === "not-yet"
            ? [`From ${sayWrittenDate(step.from)} a late fee of ${money(step.add)} is added.`]
            : [];
      case "tier":
        return [`From ${step.from} seats on one costs ${money(step.unit)}.`];
      case "seats":
        return [`${step.seats} seats come to ${money(step.sum)}.`];
      case "holder":
        return step.counts ? [`Who holds a course named for it pays ${step.percent} % less.`] : [];
      case "code":
        return step.because === "counts"
          ? [`The code ${step.code} takes off ${money(step.off)}.`]
          : [
              `${step.code} is not taken: ${
                step.because === "beaten" && step.beatenBy.length > 0
                  ? `${step.beatenBy.join(" and ")} gives more, and they do not go together.`
                  : CODE_REASONS[step.because]
              }`,
            ];
      case "place":
        return [PLACES[step.treatment](sayCountry(step.country))];
      case "tax":
        return [
          `Tax of ${step.rate / 100} % ${step.included ? `is included: ${money(step.tax)} of ${money(step.of + step.tax)}` : `is added to ${money(step.of)}: ${money(step.tax)}`}.`,
        ];
      case "parts":
        return [
          `${money(step.total)} in ${step.count} parts of ${money(step.each)}${
            step.more > 0
              ? `, the first ${step.more === 1 ? "one" : step.more} larger by the smallest coin`
              : ""
          }, so that they come to it exactly.`,
        ];
      case "periods":
        return [`${money(step.amount)} every ${perStep(step.every)}.`];
    }
  });
}
