/** Told by the database, on whichever server it happened, that a draft has changed (LISTEN/NOTIFY). */
import pg from "pg";
import type { SchoolId } from "../db/connection";
import { encrypted } from "../db/pool";
import type { DatabaseAddress } from "../db/prepare";

export interface Changes {
  /** Calls back after each change of a course's draft, until the answer is called. */
  onDraft(school: SchoolId, course: string, callback: () => void): () => void;
  close(): Promise<void>;
}

/** The channel, and what is said on it. */
export const DRAFT_CHANNEL = "dawngate_draft";
export const draftTopic = (school: SchoolId, course: string) => JSON.stringify([school, course]);

/** Listens with one connection for all; a lost one is made anew, and everybody is told to look again. */
export async function listenForChanges(address: DatabaseAddress): Promise<Changes> {
  const callbacks = new Map<string, Set<() => void>>();
  let closed = false;
  let client: pg.Client;
  let waiting: NodeJS.Timeout | null = null;
  const connect = async () => {
    client = new pg.Client(encrypted(address));
    client.on("notification", ({ payload }) => {
      for (const callback of callbacks.get(payload ?? "") ?? []) callback();
    });
    client.on("error", () => undefined);
    client.on("end", again);
    await client.connect();
    await client.query(`listen ${DRAFT_CHANNEL}`);
  };
  /** Once a second, however often one hears of it: an attempt that fails is heard of twice. */
  const again = () => {
    if (closed || waiting !== null) return;
    waiting = setTimeout(() => {
      waiting = null;
      connect()
        .then(() => {
          for (const set of callbacks.values()) for (const callback of set) callback();
        })
        .catch(again);
    }, 1000).unref();
  };
  await connect();
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
    async close() {
      closed = true;
      if (waiting !== null) clearTimeout(waiting);
      await client.end();
    },
  };
}
