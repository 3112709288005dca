/** How each kind's main part is made. A part of the studio: what they stand on is there already. */
import type { ComponentType } from "react";
import Assignment from "./assignment/editor";
import Audio from "./audio/editor";
import Download from "./download/editor";
import Embedded from "./embedded/editor";
import type { EditorProps } from "./kind";
import Meeting from "./meeting/editor";
import Pdf from "./pdf/editor";
import Quiz from "./quiz/editor";
import Slides from "./slides/editor";
import Survey from "./survey/editor";
import Video from "./video/editor";

export const EDITORS: Readonly<Record<string, ComponentType<EditorProps>>> = {
  assignment: Assignment,
  audio: Audio,
  download: Download,
  "embedded page": Embedded,
  "live meeting": Meeting,
  PDF: Pdf,
  quiz: Quiz,
  slides: Slides,
  survey: Survey,
  video: Video,
} as never;
