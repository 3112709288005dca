/** Elsewhere than in a browser a lesson's text is read; what else it shows is opened in one. */
import type { KindView } from "./kind";

export const KIND_VIEWS: Readonly<Record<string, KindView>> = {};
