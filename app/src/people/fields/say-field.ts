/** What a field is, in words. */
import type { OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { About, Ask, AskedAt, FieldKind, SeenBy, Signs } from "@dawngate/core/people";
import { capital } from "../../ui/capital";

/** What a list of those about something is called, and what they are. */
export const ABOUT_SAID: Record<About, { title: string; says: string }> = {
  people: {
    title: "About people",
    says: "Asked in this order. What is known of somebody already is not asked again.",
  },
  enrollments: {
    title: "About enrollments",
    says: "Staff note them, for one person in one course, beside what can be done for them.",
  },
  cohorts: { title: "About cohorts", says: "Staff note them where a cohort is changed." },
  courses: { title: "About courses", says: "Staff note them in a course's settings." },
};

export const KIND_WORDS: Record<FieldKind, string> = {
  text: "a text",
  number: "a number",
  date: "a day",
  choice: "one of some choices",
  several: "several of some choices",
};

export const AT_WORDS: Record<AskedAt, string> = {
  entering: "of whoever comes in by themselves",
  buying: "at the checkout",
  staff: "of staff who enroll somebody",
};

const ASK_WORDS: Record<Ask, string> = {
  no: "not asked",
  may: "asked, can be left out",
  must: "has to be answered",
};

const SEEN_WORDS: Record<SeenBy, string> = {
  them: "they and the staff who look after them",
  staff: "the staff who look after them",
  managers: "owners and managers",
};

/** Whether it is asked at a place. Staff can always write down what they know of people. */
export function sayAsk(about: About, at: AskedAt, ask: Ask): string {
  if (about !== "people") return ask === "must" ? "has to be said" : "can be left out";
  return at === "staff" && ask === "may" ? "can be written down" : ASK_WORDS[ask];
}

/** Courses and cohorts nobody looks after. */
export const saySeen = (about: About, seenBy: SeenBy): string =>
  about !== "people" && seenBy === "staff" ? "the staff who see it" : SEEN_WORDS[seenBy];

export const SIGNS_WORDS: Record<Signs, string> = {
  any: "any signs",
  figures: "figures only",
  plain: "letters, figures, hyphens",
};

/** A new field, before anything is said of it. */
export const NEW_FIELD: OwnFieldTerms = {
  about: "people",
  name: "",
  hint: "",
  kind: "text",
  check: { longest: null, signs: "any", least: null, most: null, from: null, to: null },
  choices: [],
  asks: { entering: "no", buying: "no", staff: "may" },
  seenBy: "them",
  listed: true,
  ended: false,
};

/** What a field is and where it is asked, in a line. */
export function sayField(field: OwnField): string {
  const { about, kind, choices, asks, seenBy, listed, ended } = field;
  const offered = choices.filter((one) => !one.ended).length;
  const what =
    kind === "choice"
      ? `one of ${offered}`
      : kind === "several"
        ? `several of ${offered}`
        : KIND_WORDS[kind];
  const where = (["entering", "buying", "staff"] as const)
    .filter((at) => asks[at] !== "no")
    .map((at) => `${AT_WORDS[at]}${asks[at] === "must" ? " (has to be answered)" : ""}`);
  return [
    capital(what),
    ended
      ? "asked no more"
      : about !== "people"
        ? asks.staff === "must"
          ? "has to be noted"
          : "can be noted"
        : where.length > 0
          ? `asked ${where.join(", ")}`
          : "asked nowhere",
    `seen by ${seenBy === "them" ? "them and the staff who look after them" : saySeen(about, seenBy)}`,
    ...(listed ? ["in lists"] : []),
  ].join(" · ");
}
