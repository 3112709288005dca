/** Every kind of lesson with a main part of its own: how it is shown, fetched where one is met. */
import { type ComponentType, lazy } from "react";
import type { KindView, ShownProps } from "./kind";

type Folder = keyof typeof import("./shown");

/** A kind by its folder's name. */
const kind = (folder: Folder): KindView => ({
  Shown: lazy(async () => ({
    default: (await import("./shown"))[folder] as ComponentType<ShownProps>,
  })),
});

export const KIND_VIEWS: Readonly<Record<string, KindView>> = {
  video: kind("video"),
  audio: kind("audio"),
  slides: kind("slides"),
  PDF: kind("pdf"),
  download: kind("download"),
  "embedded page": kind("embedded"),
  "live meeting": kind("meeting"),
  quiz: kind("quiz"),
  survey: kind("survey"),
  assignment: kind("assignment"),
};
