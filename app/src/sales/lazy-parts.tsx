/** The pieces of an order, fetched when one is looked at: the buyer's page and the seller's have them, the shelf does not. */
import { type ComponentProps, type ComponentType, lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type * as Pieces from "./order-pieces";

function piece<Name extends keyof typeof Pieces>(name: Name) {
  type Props = ComponentProps<(typeof Pieces)[Name]>;
  const Lazy = lazy(async () => ({
    default: (await import("./order-pieces"))[name] as unknown as ComponentType<object>,
  })) as ComponentType<object>;
  return function Piece(props: Props) {
    return (
      <Suspense fallback={<Skeleton widths={[0.8, 0.8]} />}>
        <Lazy {...(props as object)} />
      </Suspense>
    );
  };
}

export const BillingFields = piece("BillingFields");
export const DocumentLinks = piece("DocumentLinks");
export const RunningParts = piece("RunningParts");
