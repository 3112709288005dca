/** Every kind of lesson that has a main part of its own. Text needs none. */
import { z } from "zod";
import { assignment } from "./assignment";
import { audio } from "./audio";
import { download } from "./download";
import { embedded } from "./embedded";
import type { LessonKind, Use } from "./kind";
import { meeting } from "./meeting";
import { pdf } from "./pdf";
import { quiz } from "./quiz";
import { slides } from "./slides";
import { survey } from "./survey";
import { video } from "./video";

const KINDS = [
  video,
  audio,
  slides,
  pdf,
  download,
  embedded,
  meeting,
  quiz,
  survey,
  assignment,
] as const;

/** A lesson's main part, of whatever kind. */
export const lessonPart = z
  .discriminatedUnion("kind", [
    video.part,
    audio.part,
    slides.part,
    pdf.part,
    download.part,
    embedded.part,
    meeting.part,
    quiz.part,
    survey.part,
    assignment.part,
  ])
  .meta({ id: "LessonPart" });

export type LessonPart = z.infer<typeof lessonPart>;
/** The part of one kind. */
export type PartOf<Kind extends LessonPart["kind"]> = Extract<LessonPart, { kind: Kind }>;

/** The files that a part shows, and what each has to be. */
export function usesOf(part: LessonPart): Use[] {
  const found = KINDS.find(({ kind }) => kind === part.kind) as unknown as LessonKind;
  return found.uses(part);
}
