/** What stands in the place of an answer that is not here yet: gray lines, or what is wrong and the way to ask again. */
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { explain } from "./api";

interface Props {
  error: unknown;
  onRetry(): void;
  /** How long the gray lines are, as shares of the width. */
  widths?: number[];
}

export function Coming({ error, onRetry, widths = [0.8, 0.6, 0.7, 0.5] }: Props) {
  return error ? <Notice {...explain(error)} onRetry={onRetry} /> : <Skeleton widths={widths} />;
}

/** The title of a page whose answer is not here yet. */
export const titleComing = (error: unknown) => (error ? "Not here" : "…");
