/** Days as they are written, counted with. */
import { addDays, formatDate, type LocalDate, parseDate } from "@dawngate/core/time";

/** A written day. What is typed halfway is the first day there is: it is said elsewhere that it is none. */
export const read = (text: string): LocalDate => {
  const date = parseDate(text);
  return date.ok ? date.value : (0 as LocalDate);
};

/** The day so many after another, as it is written. */
export const dayAfter = (day: string, days: number) => formatDate(addDays(read(day), days));
