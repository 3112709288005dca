/** A draft that is being edited: shown at once, sent in the background, kept over anything, told of others' changes. */
import type { Edited } from "@dawngate/contract";
import type { Operation } from "@dawngate/core/courses";
import { useEffect, useMemo, useRef, useState } from "react";
import { useDispatch, useSelector, useStore } from "react-redux";
import { coursePath, type InCourse, useGetDraftQuery } from "../api";
import { done, type Edits, heard, kept, opened, redone, shown, undone } from "./edits";
import { readUnsent, writeUnsent } from "./unsent";

/** How sure one can be that what one sees is kept. */
export type Keeping = "kept" | "keeping" | "waiting" | "signed-out" | "refused";

export function useDraft(place: InCourse) {
  const key = `${place.school}/${place.course}`;
  const dispatch = useDispatch();
  const store = useStore();
  const edits = useSelector((state: { edits?: Record<string, Edits> }) => state.edits?.[key]);
  const { data, error, refetch } = useGetDraftQuery(place, { refetchOnMountOrArgChange: true });
  const loaded = useRef<string | null>(null);
  useEffect(() => {
    if (!data || loaded.current === key) return;
    loaded.current = key;
    const { clientId, pending } = readUnsent(key);
    const { course, sequence } = data;
    dispatch(opened({ key, course, sequence, clientId, left: pending }));
  }, [data, key, dispatch]);

  useEffect(() => {
    if (edits) writeUnsent(key, { clientId: edits.clientId, pending: edits.pending });
  }, [edits, key]);

  const keeping = useSending(place, key, edits);
  useHearing(place, key, edits);
  const course = useMemo(() => (edits ? shown(edits) : null), [edits]);
  const actions = useMemo(
    () => ({
      /** Does something as one step, which can be taken back as one. */
      perform: (...operations: Operation[]) => {
        if (operations.length > 0) dispatch(done({ key, operations }));
      },
      undo: () => dispatch(undone(key)),
      redo: () => dispatch(redone(key)),
      /** The outline as it stands at this moment, also between two renderings. */
      latest: () =>
        shown((store.getState() as { edits: Record<string, Edits> }).edits[key] as Edits),
    }),
    [key, dispatch, store],
  );
  return {
    course,
    published: data?.version ?? null,
    description: data?.description ?? "",
    words: data?.words ?? {},
    card: data?.card ?? {},
    error: edits ? null : (error ?? null),
    refetch,
    keeping,
    keptAt: edits?.keptAt ?? null,
    refused: edits?.refused ?? null,
    canUndo: (edits?.undo.length ?? 0) > 0,
    canRedo: (edits?.redo.length ?? 0) > 0,
    /** Operations that are still to be sent. */
    unsent: edits?.pending.length ?? 0,
    ...actions,
  };
}

/** Sends what is pending, one batch at a time, again and again until it has arrived. */
function useSending(place: InCourse, key: string, edits: Edits | undefined): Keeping {
  const dispatch = useDispatch();
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const [attempt, setAttempt] = useState(0);
  const sending = useRef(false);
  const url = `/api${coursePath(place, "draft")}`;
  const pending = edits?.pending.length ?? 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: an attempt is made when something is pending, or when the last one failed
  useEffect(() => {
    if (!edits || pending === 0 || sending.current) {
      if (pending === 0) setKeeping("kept");
      return;
    }
    sending.current = true;
    setKeeping((now) => (now === "waiting" ? now : "keeping"));
    const operations = edits.pending.slice(0, 200);
    const sent = operations.at(-1)?.number ?? 0;
    const again = (state: Keeping, ms: number) => {
      setKeeping(state);
      setTimeout(() => {
        sending.current = false;
        setAttempt((n) => n + 1);
      }, ms);
    };
    fetch(url, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ base: edits.sequence, clientId: edits.clientId, operations }),
    })
      .then(async (response) => {
        if (response.ok) {
          const answer = (await response.json()) as Edited;
          sending.current = false;
          dispatch(kept({ key, answer, sent, at: Date.now() }));
          setAttempt((n) => n + 1);
        } else if (response.status === 401) again("signed-out", 4000);
        else if (response.status >= 500) again("waiting", 2000);
        else again("refused", 10_000);
      })
      .catch(() => again("waiting", 2000));
  }, [pending, attempt]);
  return keeping;
}

/** Listens for what others do to the draft, and asks for what is missing. */
function useHearing(place: InCourse, key: string, edits: Edits | undefined): void {
  const dispatch = useDispatch();
  const sequence = useRef(0);
  sequence.current = edits?.sequence ?? 0;
  const ready = edits !== undefined;
  const { school, course } = place;
  useEffect(() => {
    if (!ready || typeof EventSource === "undefined") return;
    const base = coursePath({ school, course }, "draft");
    const stream = new EventSource(`/api${base}/changes`);
    const look = async () => {
      const response = await fetch(`/api${base}/operations?base=${sequence.current}`);
      if (!response.ok) return;
      const { operations } = (await response.json()) as Pick<Edited, "operations">;
      dispatch(heard({ key, operations }));
    };
    // Also after each new connection: something may have happened while there was none.
    stream.addEventListener("hello", () => void look().catch(() => undefined));
    stream.addEventListener("changed", () => void look().catch(() => undefined));
    return () => stream.close();
  }, [ready, school, course, key, dispatch]);
}
