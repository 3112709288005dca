/** The minutes of a limit or a wait. */
import { minutesOf } from "@dawngate/core/checks";

/** Null: there is none. */
export const minutesIn = (text: string | null): number | null =>
  text === null ? null : minutesOf(text);
