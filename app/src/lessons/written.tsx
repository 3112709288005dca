/** A text in Markdown as it is read; what reads it is fetched with the first text that is shown. */
import { type ComponentProps, lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type { Markdown as Read } from "./markdown";

const Lazy = lazy(async () => ({ default: (await import("./markdown")).Markdown }));

export function Markdown(props: ComponentProps<typeof Read>) {
  return (
    <Suspense fallback={<Skeleton widths={[1, 0.95, 0.6]} />}>
      <Lazy {...props} />
    </Suspense>
  );
}
