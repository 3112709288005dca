/** What a command leaves behind. */

/** What a command leaves: exit 0 done, 1 the input is refused, 2 the call's words are off. */
export interface Outcome {
  code: 0 | 1 | 2;
  output: string;
  errors: string;
}

/** The call's words are off. */
export class WordsError extends Error {}
