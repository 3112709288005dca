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
  "uncounted",
] as const;

type Counting = Readonly<Partial<Record<(typeof COUNTING)[number], unknown>>>;

/** Whether two states of a quiz count attempts alike. */
export const countsAlike = (a: Counting, b: Counting): boolean =>
  COUNTING.every((name) => said(a[name]) === said(b[name]));

/** A setting as a text; an empty list is none. */
const said = (value: unknown) =>
  JSON.stringify(Array.isArray(value) && value.length === 0 ? undefined : value);
