/** What there is to watch or hear in a lesson, how much of it was, and whether that is enough. */
import type { Seen } from "@dawngate/contract/learning";
import type { LessonPart } from "@dawngate/core/lessons";
import { enoughSeen, shareSeen } from "@dawngate/core/lessons/seen";
import type { PlanCourse } from "@dawngate/core/plan";
import { conflict } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import { readStanding } from "../../lessons/store";
import { readSeen, type SeenRow } from "./seen-store";

/** What is watched or heard in a lesson, and how much of it counts as done. */
export interface Watched {
  seconds: number | null;
  needed: number | null;
}

/** Null: nothing in it is watched or heard here. */
export function watchedIn(part: LessonPart | null): Watched | null {
  if (part?.kind === "video" && part.file !== null) return part;
  if (part?.kind === "audio") return part;
  if (part?.kind === "live meeting" && part.recording !== null)
    return { seconds: part.seconds, needed: null };
  return null;
}

/** How it stands for whoever watches. */
export function saySeen({ seconds, needed }: Watched, row: SeenRow | null): Seen {
  const stretches = (row?.seen ?? []).map(([from, to]): [number, number] => [from, to]);
  return {
    stretches,
    position: row?.position ?? 0,
    share: seconds === null ? null : shareSeen(stretches, seconds),
    needed,
    enough: needed === null || (seconds !== null && enoughSeen(stretches, seconds, needed)),
  };
}

/** What is not ticked by hand: what it waits for, and why it is not taken back. */
const HANDED_IN: Readonly<Record<string, readonly [string, string]>> = {
  quiz: ["This is done when the quiz is passed.", "What you have passed stays passed."],
  assignment: [
    "This is done when what you have handed in is accepted.",
    "What was accepted stays accepted.",
  ],
  survey: ["This is done when you have answered.", "What you have answered stays answered."],
};

/**
 * Where a share of a film must be seen first, it cannot be ticked before; what is passed is not ticked at all, nor is a
 * pass taken back.
 */
export async function checkSeen(
  tx: SchoolTransaction,
  { plan, version }: { plan: PlanCourse; version: number },
  enrollment: string,
  lesson: string,
  done: boolean,
): Promise<void> {
  const { part } = await readStanding(tx, plan.id, version, lesson);
  const kind = plan.modules.flatMap(({ lessons }) => lessons).find(({ id }) => id === lesson)?.kind;
  const [wait, stays] = (part?.kind === kind && HANDED_IN[kind ?? ""]) || [];
  if (wait) throw conflict(done ? wait : (stays ?? wait));
  if (!done) return;
  const watched = watchedIn(part?.kind === kind ? part : null);
  if (watched === null || watched.needed === null) return;
  const { share, enough } = saySeen(watched, await readSeen(tx, enrollment, lesson));
  if (enough) return;
  const percent = (of: number) => `${Math.floor(of * 100)} %`;
  throw conflict(
    `This is done when ${percent(watched.needed)} of it was seen; so far you have seen ${percent(share ?? 0)}.`,
  );
}
