/** A ripple as it comes: how far it is while it is worked out, the whole once it is there. */
import type { RippleAnswer, RippleProgress } from "@dawngate/contract/review";
import { skipToken } from "@reduxjs/toolkit/query";
import { useState } from "react";
import { type ChangeAhead, useGetRippleQuery } from "./api";

export interface Rippled {
  ripple: RippleAnswer | null;
  progress: RippleProgress | null;
  error: unknown;
  busy: boolean;
  refetch(): void;
}

/** Asks what a change would do; null: nothing is asked. One that takes long is asked after once a second. */
export function useRipple(change: ChangeAhead | null): Rippled {
  const [every, setEvery] = useState(0);
  const { currentData, error, isFetching, refetch } = useGetRippleQuery(change ?? skipToken, {
    refetchOnMountOrArgChange: true,
    pollingInterval: every,
  });
  const working = currentData !== undefined && "of" in currentData;
  const wanted = working ? 1000 : 0;
  if (wanted !== every) setEvery(wanted);
  return {
    ripple: currentData !== undefined && "totals" in currentData ? currentData : null,
    progress: working ? currentData : null,
    error: currentData === undefined ? error : undefined,
    busy: isFetching || working,
    refetch,
  };
}
