/** A page walks so far and no further: where nobody on that way matches, the next one goes on from there. */
import { useEffect } from "react";

interface Paged {
  isFetching: boolean;
  hasNextPage: boolean;
  error?: unknown;
  fetchNextPage(): unknown;
}

/** `isEmpty`: the last page that came has nobody on it. */
export function useGoOnWhileEmpty(
  isEmpty: boolean,
  { isFetching, hasNextPage, error, fetchNextPage }: Paged,
): void {
  useEffect(() => {
    if (isEmpty && hasNextPage && !isFetching && !error) fetchNextPage();
  }, [isEmpty, hasNextPage, isFetching, error, fetchNextPage]);
}
