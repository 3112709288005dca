/** The parts of an order, fetched when one is looked at: the buyer's page and the seller's have them, the shelf does not. */
import { type ComponentProps, lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type { RunningParts as Parts } from "./running-parts";

const Lazy = lazy(async () => ({ default: (await import("./running-parts")).RunningParts }));

export function RunningParts(props: ComponentProps<typeof Parts>) {
  return (
    <Suspense fallback={<Skeleton widths={[0.8, 0.8]} />}>
      <Lazy {...props} />
    </Suspense>
  );
}
