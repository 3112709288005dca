/** What a kind of lesson is in the application: how its main part is shown, and what its author's editor is told. */
import type { ShownFile } from "@dawngate/contract/files";
import type { LessonPart } from "@dawngate/core/lessons";
import type { ComponentType } from "react";
import type { Watching } from "../player/watching";

export type Files = Readonly<Record<string, ShownFile>>;

export interface ShownProps<Part extends LessonPart = LessonPart> {
  part: Part;
  files: Files;
  /** The lesson's title, and what it stands in. */
  title: string;
  course: string;
  /** The zone in which its reader reads times. */
  zone: string;
  /** The lesson as one of one's own; null: it is looked at by somebody else than who learns in it. */
  mine?: { school: string; enrollment: string; lesson: string } | null;
  /** Whether it is done by whoever learns in it. */
  done?: boolean;
  /** Null: what is seen is not counted (a sample, a rehearsal, its author). */
  watching: Watching | null;
}

export interface EditorProps<Part extends LessonPart = LessonPart> {
  school: string;
  /** The lesson it stands in. */
  place: { school: string; course: string; lesson: string };
  title: string;
  /** Null: nothing is chosen yet. */
  part: Part | null;
  files: Files;
  zone: string;
  /** Keeps it; files that were brought for it come along. */
  onPart(part: LessonPart | null, brought?: ShownFile[]): void;
  /** How long it takes, in minutes, where that is measured. */
  onMinutes(minutes: number): void;
}

export interface KindView {
  Shown: ComponentType<ShownProps>;
}
