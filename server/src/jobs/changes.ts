/** Told by the database, on whichever server it happened, that a draft has changed (LISTEN/NOTIFY). */

import type { DatabaseAddress } from "../db/address";
import type { SchoolId } from "../db/connection";
import { listen } from "./listen";

export interface Changes {
  /** Calls back after each change of a course's draft, until the answer is called. */
  onDraft(school: SchoolId, course: string, callback: () => void): () => void;
  close(): Promise<void>;
}

/** The channel, and what is said on it. */
export const DRAFT_CHANNEL = "dawngate_draft";
export const draftTopic = (school: SchoolId, course: string) => JSON.stringify([school, course]);

/** Listens with one connection for all; after a lost one everybody is told to look again. */
export async function listenForChanges(address: DatabaseAddress): Promise<Changes> {
  const callbacks = new Map<string, Set<() => void>>();
  const close = await listen(address, DRAFT_CHANNEL, {
    said: (topic) => {
      for (const callback of callbacks.get(topic) ?? []) callback();
    },
    missed: () => {
      for (const set of callbacks.values()) for (const callback of set) callback();
    },
  });
  return {
    onDraft(school, course, callback) {
      const topic = draftTopic(school, course);
      const set = callbacks.get(topic) ?? new Set();
      callbacks.set(topic, set.add(callback));
      return () => {
        set.delete(callback);
        if (set.size === 0) callbacks.delete(topic);
      };
    },
    close,
  };
}
