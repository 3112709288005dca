/** The practice till's cards: numbers that no bank gives out, each with what becomes of a payment by it. */

export type Outcome =
  /** Paid at once. */
  | "paid"
  /** Refused at once. */
  | "refused"
  /** Paid after a second step on a page of its own. */
  | "second-step"
  /** Paid, but told only after a while. */
  | "late"
  /** Paid, and told twice. */
  | "twice"
  /** Refused, then paid, and told the other way round. */
  | "out-of-order"
  /** Paid while its holder is there, refused later. */
  | "once"
  /** Paid, and never told: it has to be asked for. */
  | "silent";

/** Where the bank of a practice card is, where the card says nothing else. */
const HOME = "PT";

export const CARDS: readonly {
  number: string;
  outcome: Outcome;
  says: string;
  /** Of its bank. */
  country?: string;
  /** So many months after that of today it is good for; left out: for three years. */
  months?: number;
}[] = [
  { number: "9000 0000 0000 0001", outcome: "paid", says: "is paid at once" },
  {
    number: "9000 0000 0000 0009",
    outcome: "paid",
    says: "is paid at once, from a bank in Germany",
    country: "DE",
  },
  { number: "9000 0000 0000 0002", outcome: "second-step", says: "asks for a second step" },
  { number: "9000 0000 0000 0003", outcome: "refused", says: "is refused" },
  { number: "9000 0000 0000 0004", outcome: "late", says: "is paid after two minutes" },
  { number: "9000 0000 0000 0005", outcome: "twice", says: "is paid once and told twice" },
  {
    number: "9000 0000 0000 0006",
    outcome: "out-of-order",
    says: "is refused, then paid, told the wrong way round",
  },
  { number: "9000 0000 0000 0008", outcome: "once", says: "is paid now, and refused later" },
  {
    number: "9000 0000 0000 0010",
    outcome: "paid",
    says: "is paid at once, and ends with this month",
    months: 0,
  },
  { number: "9000 0000 0000 0007", outcome: "silent", says: "is paid, and the till tells nobody" },
];

const cardOf = (number: string) => {
  const digits = number.replaceAll(/\D/g, "");
  return CARDS.find((card) => card.number.replaceAll(" ", "") === digits);
};

/** What becomes of a card; another number is refused. */
export const outcomeOf = (number: string): Outcome => cardOf(number)?.outcome ?? "refused";

/** Where the bank is that gave it out; null: it is no practice card. */
export const countryOf = (number: string): string | null => {
  const card = cardOf(number);
  return card ? (card.country ?? HOME) : null;
};

/** Where a card says nothing else. */
const GOOD_MONTHS = 36;

/** The last month in which a card is good that is put in now, "2027-03"; null: it is no practice card. */
export function expiryOf(number: string, now: Date): string | null {
  const card = cardOf(number);
  if (!card) return null;
  const month = now.getUTCFullYear() * 12 + now.getUTCMonth() + (card.months ?? GOOD_MONTHS);
  return `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, "0")}`;
}

/** Whether a card of such a last month is none any more. */
export const isOver = (expires: string | null, now: Date): boolean =>
  expires !== null && expires < now.toISOString().slice(0, 7);

/** Its last digits, as they are shown to its holder; null: there are not so many. */
export const endOf = (number: string): string | null =>
  /(\d{4})\s*$/.exec(number.replaceAll(/\D/g, ""))?.[1] ?? null;
