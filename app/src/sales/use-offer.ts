/** A listing's terms while they are changed. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { useCallback } from "react";
import { useKept } from "../store/use-kept";
import { useChangeListingMutation } from "./selling-api";

export function useOffer(place: { school: string; listing: string }, kept: ListingAnswer) {
  const [change, { error, isLoading }] = useChangeListingMutation();
  const { school, listing } = place;
  const {
    value: offer,
    setValue,
    send,
    keptAt,
  } = useKept<Offer, ListingAnswer["state"]>(
    { number: kept.number, value: kept.offer },
    async ({ number, value }, state) => {
      const body = { number, offer: value, ...(state && { state }) };
      const answer = await change({ school, listing, body });
      return "data" in answer && answer.data ? answer.data.number : null;
    },
  );
  const set = useCallback(
    (part: Partial<Offer>) => setValue((before) => ({ ...before, ...part })),
    [setValue],
  );
  return { offer, set, send, error, isKeeping: isLoading, keptAt };
}
