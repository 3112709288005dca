/** The focal point of a cover; without a browser it is seen, not moved. */
import type { Cover } from "@dawngate/contract/courses";
import type { Focus } from "@dawngate/core/courses";

export interface FocusFieldProps {
  url: string;
  cover: Cover;
  onFocus(focus: Focus): void;
}

export function FocusField(_: FocusFieldProps) {
  return null;
}
