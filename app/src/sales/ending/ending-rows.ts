/** What ends, by month: of everything, or of what was bought alike. */
import type { Ending, EndingMonth } from "@dawngate/contract/sales";

type Row = Ending["rows"][number];

export interface EndingPart {
  id: string;
  name: string;
  row: Row;
}

/** What the people of a row have in common, as it is pressed; the most people first. */
export const partsOf = ({ rows }: Pick<Ending, "rows">): EndingPart[] =>
  rows
    .map((row) => ({ id: partId(row), name: partName(row), row }))
    .sort((a, b) => peopleOf(b.row.months) - peopleOf(a.row.months));

const partId = ({ listing, cancelled }: Row) => JSON.stringify([listing?.id ?? "", cancelled]);

const partName = ({ listing, cancelled }: Row) =>
  listing === null ? "Not bought" : cancelled ? `${listing.title}, cancelled` : listing.title;

export const peopleOf = (months: readonly EndingMonth[]) =>
  months.reduce((all, { people }) => all + people, 0);
export const hangsOn = (months: readonly EndingMonth[]) =>
  months.reduce((all, { hangs }) => all + hangs, 0);

/** Every month there is, of these rows together; whoever is in by two of them counts with each. */
export function byMonth(
  { months }: Pick<Ending, "months">,
  rows: readonly Row[],
): (EndingMonth & { cancelled: number })[] {
  return months.map((month) => {
    const found = rows.flatMap((row) =>
      row.months
        .filter((one) => one.month === month)
        .map((one) => ({ ...one, cancelled: row.cancelled })),
    );
    return {
      month,
      people: peopleOf(found),
      hangs: hangsOn(found.filter(({ cancelled }) => !cancelled)),
      cancelled: hangsOn(found.filter(({ cancelled }) => cancelled)),
    };
  });
}
