/** A month to choose a day in, brought when one opens it. */
import { type ComponentProps, lazy, Suspense } from "react";
import type Months from "./months";

const Lazy = lazy(() => import("./months"));

export function MonthChoice(props: ComponentProps<typeof Months>) {
  return (
    <Suspense fallback={null}>
      <Lazy {...props} />
    </Suspense>
  );
}
