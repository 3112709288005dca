/** Every kind of lesson with a main part of its own: how it is shown and made. Both are fetched where they are met. */
import { type ComponentType, lazy } from "react";
import type { EditorProps, KindView, ShownProps } from "./kind";

type Folder = keyof typeof import("./shown");

/** A kind by its folder's name. */
const kind = (folder: Folder, more: Pick<KindView, "hero"> = {}): KindView => ({
  ...more,
  Shown: lazy(async () => ({
    default: (await import("./shown"))[folder] as ComponentType<ShownProps>,
  })),
  Editor: lazy(async () => ({
    default: (await import("./editors"))[folder] as ComponentType<EditorProps>,
  })),
});

export const KIND_VIEWS: Readonly<Record<string, KindView>> = {
  video: kind("video", { hero: true }),
  audio: kind("audio"),
  slides: kind("slides"),
  PDF: kind("pdf"),
  download: kind("download"),
  "embedded page": kind("embedded"),
  "live meeting": kind("meeting"),
};
