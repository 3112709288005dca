/** What a field is, in words. */
import type { OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Ask, AskedAt, FieldKind, SeenBy, Signs } from "@dawngate/core/people";
import { capital } from "../../ui/capital";

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

export const ASK_WORDS: Record<Ask, string> = {
  no: "not asked",
  may: "asked, can be left out",
  must: "has to be answered",
};

export const SEEN_WORDS: Record<SeenBy, string> = {
  them: "they and the staff who look after them",
  staff: "the staff who look after them",
  managers: "owners and managers",
};

export const SIGNS_WORDS: Record<Signs, string> = {
  any: "any signs",
  figures: "figures only",
  plain: "letters, figures, hyphens",
};

/** A new field, before anything is said of it. */
export const NEW_FIELD: OwnFieldTerms = {
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
export function sayField({ kind, choices, asks, seenBy, listed, ended }: OwnField): string {
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
    ended ? "asked no more" : where.length > 0 ? `asked ${where.join(", ")}` : "asked nowhere",
    `seen by ${seenBy === "them" ? "them and the staff who look after them" : SEEN_WORDS[seenBy]}`,
    ...(listed ? ["in lists"] : []),
  ].join(" · ");
}
