/** Income as rows of a table and columns of a picture: of everything, or of a part of it. */
import type { Income, IncomeMonth } from "@dawngate/contract/sales";
import { sayMonth } from "@dawngate/core/schedule/words";
import { parseDate } from "@dawngate/core/time";

/** By what it is parted. */
export type Part = "listing" | "course" | "cohort" | "partner" | "renewed";

type Row = Income["rows"][number];

/** To which part a row belongs: its identifier, and its name. */
const WHICH: Record<Part, (row: Row) => [id: string, name: string]> = {
  listing: ({ listing }) => [listing.id, listing.title],
  course: ({ course }) => [course.id, course.title],
  cohort: ({ cohort }) => [cohort?.id ?? "", cohort?.name ?? "In no cohort"],
  partner: ({ partner }) => [partner?.id ?? "", partner?.name ?? "By nobody's link"],
  renewed: ({ renewed }) => (renewed ? ["yes", "Renewed"] : ["no", "Bought anew"]),
};

/** "Mar 2027". */
export function monthWords(month: string): string {
  const day = parseDate(`${month}-01`);
  return day.ok ? sayMonth(day.value) : month;
}

/** "2027-03", so many months further. */
export function monthAfter(month: string, by: number): string {
  const all = Number(month.slice(0, 4)) * 12 + Number(month.slice(5)) - 1 + by;
  return `${String(Math.floor(all / 12)).padStart(4, "0")}-${String((all % 12) + 1).padStart(2, "0")}`;
}

const ZERO = { received: 0, due: 0, earned: 0, deferred: 0 };
type Sums = typeof ZERO;

const plus = (a: Sums, b: Sums): Sums => ({
  received: a.received + b.received,
  due: a.due + b.due,
  earned: a.earned + b.earned,
  deferred: a.deferred + b.deferred,
});

/** What is received, due and earned over all months, and deferred at the end of the last. */
export function overAll(months: readonly IncomeMonth[]): Sums {
  return { ...months.reduce<Sums>(plus, ZERO), deferred: months.at(-1)?.deferred ?? 0 };
}

/** From the first month on in which there is anything. */
export function fromFirst<M extends IncomeMonth>(months: readonly M[]): M[] {
  const first = months.findIndex(
    ({ received, due, earned }) => received !== 0 || due !== 0 || earned !== 0,
  );
  return first < 0 ? [...months] : months.slice(first);
}

export interface PartOf {
  id: string;
  name: string;
  months: IncomeMonth[];
}

/** The same figures by one of these; those without a cohort, or a partner, stand together. */
export function partsOf({ rows }: Income, by: Part): PartOf[] {
  const parts = new Map<string, PartOf>();
  for (const row of rows) {
    const [id, name] = WHICH[by](row);
    const known = parts.get(id);
    if (!known) parts.set(id, { id, name, months: row.months });
    else
      known.months = known.months.map((month, i) => ({
        month: month.month,
        ...plus(month, row.months[i] ?? { ...ZERO }),
      }));
  }
  return [...parts.values()].sort(
    (a, b) => overAll(b.months).received - overAll(a.months).received,
  );
}
