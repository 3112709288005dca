/** A part of a listing's editor that is drawn again where what it shows of the offer has changed, and only there. */
import type { Offer } from "@dawngate/contract/sales";
import { type ComponentType, memo } from "react";

interface WithOffer {
  offer: Offer;
}

/**
 * The same part, which looks at these terms alone. What it is called back by may be another function each time: it acts
 * on what stands when it is called.
 */
export function memoOn<P extends WithOffer>(
  part: ComponentType<P>,
  keys: readonly (keyof Offer)[],
) {
  return memo(part, (before, after) =>
    Object.keys(after).every((name) => {
      const [old, now] = [before[name as keyof P], after[name as keyof P]];
      return name === "offer"
        ? keys.every((key) => before.offer[key] === after.offer[key])
        : Object.is(old, now);
    }),
  );
}
