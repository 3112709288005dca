/** Every kind of lesson with a main part of its own, each in a piece that is loaded where it is met. */
import { lazy } from "react";
import type { KindView } from "./kind";

export const KIND_VIEWS: Readonly<Record<string, KindView>> = {
  video: {
    hero: true,
    Shown: lazy(() => import("./video/shown")),
    Editor: lazy(() => import("./video/editor")),
  },
  audio: {
    Shown: lazy(() => import("./audio/shown")),
    Editor: lazy(() => import("./audio/editor")),
  },
  slides: {
    Shown: lazy(() => import("./slides/shown")),
    Editor: lazy(() => import("./slides/editor")),
  },
  PDF: {
    Shown: lazy(() => import("./pdf/shown")),
    Editor: lazy(() => import("./pdf/editor")),
  },
  download: {
    Shown: lazy(() => import("./download/shown")),
    Editor: lazy(() => import("./download/editor")),
  },
  "embedded page": {
    Shown: lazy(() => import("./embedded/shown")),
    Editor: lazy(() => import("./embedded/editor")),
  },
  "live meeting": {
    Shown: lazy(() => import("./meeting/shown")),
    Editor: lazy(() => import("./meeting/editor")),
  },
} as never;
