/** Where files are chosen or dropped, fetched where one is: who learns needs it as seldom as who edits. */
import { lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type { FilePlaceProps } from "./file-place";

const FileChoice = lazy(async () => ({ default: (await import("./pieces")).FileChoice }));

export function FilePlace(props: FilePlaceProps) {
  return (
    <Suspense fallback={<Skeleton widths={[0.5]} height={44} />}>
      <FileChoice {...props} />
    </Suspense>
  );
}
