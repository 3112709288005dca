/** A listing's terms while they are changed: kept by themselves a moment after the last change, one change after another. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { isSame } from "@dawngate/core/plan";
import { useCallback, useEffect, useRef, useState } from "react";
import { useChangeListingMutation } from "./api";

const PAUSE = 600;

export function useOffer(place: { school: string; listing: string }, kept: ListingAnswer) {
  const [offer, setOffer] = useState<Offer>(kept.offer);
  const [change, { error, isLoading }] = useChangeListingMutation();
  const [keptAt, setKeptAt] = useState<number | null>(null);
  // What the server has, and by which number: what is sent next goes on from there.
  const known = useRef({ number: kept.number, offer: kept.offer });
  const latest = useRef(offer);
  latest.current = offer;
  const sending = useRef<Promise<boolean> | null>(null);
  const { school, listing } = place;
  const send = useCallback(
    async (state?: ListingAnswer["state"]): Promise<boolean> => {
      // One after another: the second goes on from what the first has made.
      while (sending.current) await sending.current;
      const now = latest.current;
      if (state === undefined && isSame(now, known.current.offer)) return true;
      const work = (async () => {
        const body = { number: known.current.number, offer: now, ...(state && { state }) };
        const answer = await change({ school, listing, body });
        if (!("data" in answer) || !answer.data) return false;
        known.current = { number: answer.data.number, offer: now };
        setKeptAt(Date.now());
        return true;
      })();
      sending.current = work;
      const done = await work;
      sending.current = null;
      return done;
    },
    [change, school, listing],
  );
  useEffect(() => {
    if (isSame(offer, known.current.offer)) return;
    const timer = setTimeout(() => void send(), PAUSE);
    return () => clearTimeout(timer);
  }, [offer, send]);
  // Whoever leaves takes nothing back.
  useEffect(() => () => void send(), [send]);
  const set = useCallback(
    (part: Partial<Offer>) => setOffer((before) => ({ ...before, ...part })),
    [],
  );
  return { offer, set, send, error, isKeeping: isLoading, keptAt };
}
