/** Which of a quiz's settings say what attempts on record come to: a change of these is seen before it is kept. */

/** What one may see, and how it is asked, changes no score: these do. */
export const COUNTING = [
  "passMark",
  "outOf",
  "attemptsAllowed",
  "retake",
  "retakeCost",
  "counts",
  "limit",
  "wait",
] as const;

type Counting = Readonly<Record<(typeof COUNTING)[number], unknown>>;

/** Whether two states of a quiz count attempts alike. */
export const countsAlike = (a: Counting, b: Counting): boolean =>
  COUNTING.every((name) => a[name] === b[name]);
