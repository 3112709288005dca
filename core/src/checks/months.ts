/** How a quiz went over time: the same figures by the month in which people handed their first attempt in. */
import { formatDate, instantIn, localDateAt, type Zone } from "../time";
import { DECIMALS, meanOf, type Sat, satOf } from "./analysis";
import type { Quiz } from "./schema";

export interface MonthOfQuiz {
  /** "2027-05" */
  month: string;
  enrollees: number;
  /** The mean share of the points, from 0 to 1, to three decimals. */
  mean: number;
  /** How many knew each question, in the file's order, from 0 to 1; null: nobody was asked it. */
  difficulty: (number | null)[];
}

/**
 * The last months in which somebody handed a first attempt in, in order; months in which nobody did are left out.
 * `zone`: in which the months are counted. `most`: so many months.
 */
export function monthsOfQuiz(quiz: Quiz, zone: Zone, most: number): MonthOfQuiz[] {
  const months = new Map<string, Sat[]>();
  for (const one of satOf(quiz)) {
    const at = instantIn(one.attempt.submittedAt as string);
    const month = formatDate(localDateAt(zone, at)).slice(0, 7);
    const known = months.get(month);
    if (known) known.push(one);
    else months.set(month, [one]);
  }
  return [...months]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .slice(-most)
    .map(([month, sat]) => ({
      month,
      enrollees: sat.length,
      mean: meanOf(sat.map(({ total }) => total))?.rounded(DECIMALS) ?? 0,
      difficulty: quiz.questions.map(({ id }) => {
        const shares = sat.flatMap(({ lines }) => lines.get(id)?.share ?? []);
        return meanOf(shares)?.rounded(DECIMALS) ?? null;
      }),
    }));
}
