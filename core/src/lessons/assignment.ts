/** What is handed in to an assignment: whether it can be, whether it is late, and remarks on places of its text. */
import type { Instant } from "../time";
import type { PartOf } from "./kinds";

type Assignment = PartOf<"assignment">;

/** What is wrong with what somebody wants to hand in, in sentences by place; empty: nothing. */
export function submissionFaults(
  part: Assignment,
  { text, files }: { text: string; files: readonly string[] },
): { path: string; reason: string }[] {
  const faults: { path: string; reason: string }[] = [];
  const written = text.trim() !== "";
  if (part.words === "needed" && !written)
    faults.push({ path: "text", reason: "Write something: it is asked for" });
  if (part.words === "none" && written)
    faults.push({ path: "text", reason: "Nothing written is asked for, only files" });
  if (files.length > part.files)
    faults.push({
      path: "files",
      reason:
        part.files === 0
          ? "No files are asked for"
          : `At most ${part.files} ${part.files === 1 ? "file comes" : "files come"} with it`,
    });
  if (files.length < part.filesNeeded)
    faults.push({
      path: "files",
      reason: `${part.filesNeeded === 1 ? "A file is" : `${part.filesNeeded} files are`} needed`,
    });
  if (faults.length === 0 && !written && files.length === 0)
    faults.push({ path: "text", reason: "Nothing is there to hand in" });
  return faults;
}

/** Where somebody's assignment stands. */
export type AssignmentState = "writing" | "waiting" | "returned" | "accepted";

/**
 * Whether what is handed in now is late, and taken. The first one decides: what was asked for again by giving it back
 * is neither. What is handed in at the instant it is due is in time.
 */
export function lateness(
  late: Assignment["late"],
  { due, now, first }: { due: Instant | null; now: Instant; first: boolean },
): "in-time" | "late" | "refused" {
  if (!first || due === null || now <= due) return "in-time";
  return late === "taken" ? "late" : "refused";
}

/** A remark on a place of a text: from where to where, in UTF-16 units, the end excluded. */
export interface Remark {
  from: number;
  to: number;
  says: string;
}

/** A piece of a text: what stands there, from where, and the places in the list of the remarks on it. */
export interface Piece {
  from: number;
  text: string;
  remarks: number[];
}

/**
 * A text cut into its sentences (UAX #29), and where remarks begin or end, so that each piece is remarked on whole or not
 * at all. The pieces are the text: nothing of it is lost. Remarks out of the text touch no piece.
 */
export function piecesOf(text: string, remarks: readonly Remark[]): Piece[] {
  const cuts = new Set<number>([0, text.length]);
  for (const { index } of SENTENCES.segment(text)) cuts.add(index);
  for (const { from, to } of remarks)
    for (const at of [from, to]) if (at > 0 && at < text.length) cuts.add(at);
  const at = [...cuts].sort((a, b) => a - b);
  return at.slice(0, -1).map((from, i) => {
    const to = at[i + 1] as number;
    return {
      from,
      text: text.slice(from, to),
      remarks: remarks.flatMap((one, place) => (one.from < to && one.to > from ? [place] : [])),
    };
  });
}

/** What is wrong with remarks on a text; null: nothing. */
export function remarksFault(text: string, remarks: readonly Remark[]): string | null {
  for (const { from, to, says } of remarks) {
    if (!(from >= 0 && from < to && to <= text.length))
      return "A remark stands on a place that the text does not have";
    if (says.trim() === "") return "A remark says something";
  }
  return null;
}

// Sentences end alike in all languages this is read in; the language only changes abbreviations.
const SENTENCES = new Intl.Segmenter("en", { granularity: "sentence" });
