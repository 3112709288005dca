/** A school's own words for what people are told: the nearest in a language, and how they read to somebody. */
import { fillText, type Kind, type Language, spokenIn, type Values } from "@dawngate/core/notices";
import type { SchoolTransaction } from "../db/connection";
import { type KeptTemplate, readTemplates, type WordsFor } from "./words-store";

export interface OwnWords {
  subject: string;
  text: string;
  whose: "cohort" | "course" | "school";
}

/** A cohort's own, a course's own, the school's; null: it has written none in this language. */
export function ownWords(
  kind: Kind,
  { course, cohort }: WordsFor,
  templates: readonly KeptTemplate[],
  language: Language,
): OwnWords | null {
  const find = (of: WordsFor, whose: OwnWords["whose"]) => {
    const found = templates.find(
      (one) =>
        one.kind === kind &&
        one.language === language &&
        one.course === of.course &&
        one.cohort === of.cohort,
    );
    return found && { subject: found.subject, text: found.text, whose };
  };
  return (
    (course !== null && cohort !== null && find({ course, cohort }, "cohort")) ||
    (course !== null && find({ course, cohort: null }, "course")) ||
    find({ course: null, cohort: null }, "school") ||
    null
  );
}

/** What a mail says. */
export interface Said {
  subject: string;
  says: string[];
}

/**
 * A mail that a room writes itself, in the school's own words for its kind, else in ours: of English ones the room has
 * its own, which know more.
 *
 * @example await inWords(tx, "place-free", { course, cohort, language }, { course: title, lapses }, { subject, says })
 */
export async function inWords(
  tx: SchoolTransaction,
  kind: Kind,
  { language, ...of }: WordsFor & { language: Language },
  values: Values,
  english: Said,
): Promise<Said> {
  const own = ownWords(kind, of, await readTemplates(tx, kind), language);
  if (!own && language === "en") return english;
  const { subject, text } = own ?? spokenIn(language).usual[kind];
  return {
    subject: fillText(kind, subject, values).join(" ").slice(0, 300) || english.subject,
    says: fillText(kind, text, values),
  };
}
