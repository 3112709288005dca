/** A draft that is being edited: shown at once, sent in the background, kept over anything, told of others' changes. */

import type { Edited } from "@dawngate/contract/courses";
import type { Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { startTransition, useEffect, useMemo, useRef, useState } from "react";
import { useDispatch, useSelector, useStore } from "react-redux";
import { addressOf } from "../../store/ask";
import { type InCourse, useGetDraftQuery } from "../api";
import { done, type Edits, heard, kept, opened, redone, shown, undone } from "./edits";
import { readSteps, readUnsent, writeSteps, writeUnsent } from "./unsent";

/** How sure one can be that what one sees is kept. */
export type Keeping = "kept" | "keeping" | "waiting" | "signed-out" | "refused";

interface Stored {
  edits?: Record<string, Edits>;
}

const NONE: string[] = [];
const keyOf = ({ school, course }: InCourse) => `${school}/${course}`;

/** The outline at this moment: whoever draws it is drawn at every key press. Null until it has arrived. */
export function useLiveCourse(place: InCourse): PlanCourse | null {
  const edits = useSelector((state: Stored) => state.edits?.[keyOf(place)]);
  return edits ? shown(edits) : null;
}

/** What was done, a little later: a key is answered before whatever follows from it is drawn. */
function useSettledEdits(key: string): Edits | undefined {
  const store = useStore<Stored>();
  const read = () => ({ key, edits: store.getState().edits?.[key] });
  const [seen, setSeen] = useState(read);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is read is of this key and this store
  useEffect(() => {
    const look = () =>
      startTransition(() =>
        setSeen((before) => {
          const now = read();
          return before.key === now.key && before.edits === now.edits ? before : now;
        }),
      );
    look();
    const later = afterPaint(look);
    const stop = store.subscribe(later.ask);
    return () => {
      stop();
      later.cancel();
    };
  }, [key, store]);
  // Another course's edits are never shown under this one.
  return seen.key === key ? seen.edits : undefined;
}

/** Does something once after the next frame is painted, however often it is asked for; soon where nothing is painted. */
function afterPaint(act: () => void) {
  let timer: ReturnType<typeof setTimeout> | null = null;
  let frame = 0;
  const cancel = () => {
    if (timer !== null) clearTimeout(timer);
    cancelAnimationFrame(frame);
    timer = null;
  };
  const run = () => {
    cancel();
    act();
  };
  const ask = () => {
    if (timer !== null) return;
    timer = setTimeout(run, 100);
    frame = requestAnimationFrame(() => {
      if (timer !== null) clearTimeout(timer);
      timer = setTimeout(run, 0);
    });
  };
  return { ask, cancel };
}

/** Keeps in the browser what is not sent, after the key is answered. */
function useKeepingUnsent(key: string): void {
  const store = useStore<Stored>();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    let last: Edits | undefined;
    const write = () => {
      timer = null;
      const edits = store.getState().edits?.[key];
      if (!edits || edits === last) return;
      last = edits;
      writeUnsent(key, { clientId: edits.clientId, pending: edits.pending });
      writeSteps(key, edits);
    };
    const stop = store.subscribe(() => {
      timer ??= setTimeout(write, 0);
    });
    // A page that is left before the timer.
    window.addEventListener("pagehide", write);
    return () => {
      stop();
      if (timer !== null) clearTimeout(timer);
      write();
      window.removeEventListener("pagehide", write);
    };
  }, [key, store]);
}

export function useDraft(place: InCourse) {
  const key = keyOf(place);
  const dispatch = useDispatch();
  const store = useStore<Stored>();
  const edits = useSettledEdits(key);
  const { data, error, refetch } = useGetDraftQuery(place, { refetchOnMountOrArgChange: true });
  const loaded = useRef<string | null>(null);
  useKeepingUnsent(key);
  useEffect(() => {
    if (!data || loaded.current === key) return;
    loaded.current = key;
    const { clientId, pending } = readUnsent(key);
    const { course, sequence } = data;
    dispatch(opened({ key, course, sequence, clientId, left: pending, ...readSteps(key) }));
  }, [data, key, dispatch]);
  const keeping = useSending(place, key);
  useHearing(place, key, edits);
  const actions = useMemo(
    () => ({
      /** Does something as one step, which can be taken back as one. */
      perform: (...operations: Operation[]) => {
        if (operations.length > 0) dispatch(done({ key, operations }));
      },
      /** The same, where it is one more part of what is being typed: all of it is one step. */
      type: (typing: string, operation: Operation) =>
        dispatch(done({ key, operations: [operation], typing })),
      undo: () => dispatch(undone(key)),
      redo: () => dispatch(redone(key)),
      /** The outline as it stands at this moment, also between two renderings. */
      latest: () => shown(store.getState().edits?.[key] as Edits),
      /** The number of the last operation that is known here. */
      sequence: () => (store.getState().edits?.[key] as Edits | undefined)?.sequence ?? null,
      /** Whether something is still to be sent, at this moment. */
      unsent: () => (store.getState().edits?.[key]?.pending.length ?? 0) > 0,
    }),
    [key, dispatch, store],
  );
  return {
    /** The outline a little later than it is typed. */
    course: edits ? shown(edits) : null,
    published: data?.version ?? null,
    /** What is published, for comparing. */
    fingerprint: data?.published ?? null,
    description: data?.description ?? "",
    words: data?.words ?? {},
    card: data?.card ?? {},
    meant: data?.meant ?? NONE,
    error: edits ? null : (error ?? null),
    refetch,
    keeping,
    keptAt: edits?.keptAt ?? null,
    refused: edits?.refused ?? null,
    canUndo: (edits?.undo.length ?? 0) > 0,
    canRedo: (edits?.redo.length ?? 0) > 0,
    /** Something is still to be sent. */
    unsent: (edits?.pending.length ?? 0) > 0,
    actions,
  };
}

export type DraftActions = ReturnType<typeof useDraft>["actions"];

/**
 * Sends what is pending, one batch at a time, again and again until it has arrived. It looks at the store itself: what
 * is drawn follows later and may pass over a moment at which nothing was pending.
 */
function useSending(place: InCourse, key: string): Keeping {
  const dispatch = useDispatch();
  const store = useStore<Stored>();
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const url = addressOf("editDraft", place);
  useEffect(() => {
    let sending = false;
    let left = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const again = (state: Keeping, ms: number) => {
      setKeeping(state);
      timer = setTimeout(() => {
        sending = false;
        send();
      }, ms);
    };
    const send = () => {
      const edits = store.getState().edits?.[key];
      if (!edits || sending || left) return;
      if (edits.pending.length === 0) return setKeeping("kept");
      sending = true;
      setKeeping((now) => (now === "waiting" ? now : "keeping"));
      const operations = edits.pending.slice(0, 200);
      const sent = operations.at(-1)?.number ?? 0;
      fetch(url, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ base: edits.sequence, clientId: edits.clientId, operations }),
      })
        .then(async (response) => {
          if (response.ok) {
            const answer = (await response.json()) as Edited;
            sending = false;
            // The store tells of it, and what came in the meantime is sent.
            dispatch(kept({ key, answer, sent, at: Date.now() }));
          } else if (response.status === 401) again("signed-out", 4000);
          else if (response.status >= 500) again("waiting", 2000);
          else again("refused", 10_000);
        })
        .catch(() => again("waiting", 2000));
    };
    const later = afterPaint(send);
    const stop = store.subscribe(later.ask);
    send();
    return () => {
      left = true;
      stop();
      later.cancel();
      clearTimeout(timer);
    };
  }, [key, url, dispatch, store]);
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
    const stream = new EventSource(addressOf("hearDraft", { school, course }));
    const look = async () => {
      const response = await fetch(
        addressOf("getOperations", { school, course, base: sequence.current }),
      );
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
