/** Told by the database, on whichever server it happened, that a draft has changed (LISTEN/NOTIFY). */
import pg from "pg";
import type { SchoolId } from "../db/connection";
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
  const connect = async () => {
    client = new pg.Client(address);
    client.on("notification", ({ payload }) => {
      for (const callback of callbacks.get(payload ?? "") ?? []) callback();
    });
    client.on("error", () => undefined);
    client.on("end", () => {
      if (!closed) setTimeout(reconnect, 1000).unref();
    });
    await client.connect();
    await client.query(`listen ${DRAFT_CHANNEL}`);
  };
  const reconnect = () =>
    connect()
      .then(() => {
        for (const set of callbacks.values()) for (const callback of set) callback();
      })
      .catch(() => setTimeout(reconnect, 1000).unref());
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
      await client.end();
    },
  };
}
