/** A field of a school's own: what it is about, what it holds, where it is asked, and what an answer is held to. */

/** What a field is about. People answer for themselves; of all else staff write down what they know. */
export const ABOUT = ["people", "enrollments", "cohorts", "courses"] as const;
export type About = (typeof ABOUT)[number];

/** What a field holds: words, a number, a day, one of some choices, or several of them. */
export const FIELD_KINDS = ["text", "number", "date", "choice", "several"] as const;
export type FieldKind = (typeof FIELD_KINDS)[number];

/** Where somebody is asked: coming in by themselves, buying, or by staff who enroll them. */
export const ASKED_AT = ["entering", "buying", "staff"] as const;
export type AskedAt = (typeof ASKED_AT)[number];

/** Whether it is asked there, and whether it has to be answered. */
export const ASKS = ["no", "may", "must"] as const;
export type Ask = (typeof ASKS)[number];

/** Who sees what is in it: the person and all staff who see them; all those staff; or those who look after all people. */
export const SEEN_BY = ["them", "staff", "managers"] as const;
export type SeenBy = (typeof SEEN_BY)[number];

/** Of which signs a text is: any; figures; or letters from A to Z, figures and hyphens. */
export const SIGNS = ["any", "figures", "plain"] as const;
export type Signs = (typeof SIGNS)[number];

/** A choice; one that is put out of use is offered no more, and stays where it was chosen. */
export interface FieldChoice {
  id: string;
  text: string;
  ended: boolean;
  /** The choice it stands below, by its identifier; null, or left out: it stands on top. */
  within?: string | null | undefined;
}

/** What an answer is held to. What does not concern a field's kind is not looked at; null: no limit. */
export interface FieldCheck {
  /** The most signs of a text, and of which it is. */
  longest: number | null;
  signs: Signs;
  /** The bounds of a number, both included. */
  least: number | null;
  most: number | null;
  /** The bounds of a day, both included: `YYYY-MM-DD`. */
  from: string | null;
  to: string | null;
}

export const NO_CHECK: FieldCheck = {
  longest: null,
  signs: "any",
  least: null,
  most: null,
  from: null,
  to: null,
};

/** What of a field decides what an answer can be. */
export interface AnswerableField {
  kind: FieldKind;
  check: FieldCheck;
  choices: readonly FieldChoice[];
}

/** What stands in a field: words, a number, a day, a choice's identifier, or several of them. */
export type FieldValue = string | number | string[];

/** A text has at most so many signs, whatever a school sets. */
export const LONGEST_TEXT = 500;
