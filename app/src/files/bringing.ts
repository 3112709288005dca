/**
 * Files on their way to the school: several at once, in the background while one goes on working, gone on with over a lost
 * connection. They belong to the page as a whole, not to the field they were chosen in; one that fails keeps no other
 * waiting. The protocol is tus, its client the usual one, fetched with the first file.
 */

import { FILE_MOST } from "@dawngate/contract/file-limits";
import type { ShownFile } from "@dawngate/contract/files";
import { sayBytes } from "@dawngate/core/lessons/file-types";
import { addressOf } from "../store/ask";

export type BringingState = "waits" | "sends" | "keeps" | "kept" | "failed" | "stopped";

/** A file on its way. */
export interface Bringing {
  readonly id: number;
  readonly school: string;
  readonly file: File;
  /** Where it is kept, once it is there. */
  readonly keepAt: string;
  state: BringingState;
  /** So many bytes of it are there. */
  sent: number;
  /** What went wrong, in a sentence; null: nothing. */
  trouble: string | null;
  kept: ShownFile | null;
}

/** So many at once; and pieces of so many bytes, after each of which it can be gone on with. */
const AT_ONCE = 3;
const PIECE = 8 * 1024 * 1024;
/** Waits before it is tried again, in milliseconds; a minute and a half in all. */
const AGAIN = [0, 1000, 3000, 6000, 10_000, 20_000, 50_000];

let last = 0;
let all: readonly Bringing[] = [];
const heard = new Set<() => void>();
const stops = new Map<number, () => void>();
const wishes = new Map<number, (file: ShownFile) => void>();

/** All that are on their way, or have failed. */
export const bringings = (): readonly Bringing[] => all;

export function onBringings(hear: () => void): () => void {
  heard.add(hear);
  return () => heard.delete(hear);
}

function changed(): void {
  all = [...all];
  for (const hear of heard) hear();
}

function set(one: Bringing, change: Partial<Bringing>): void {
  all = all.map((other) => (other.id === one.id ? Object.assign(other, change) : other));
  changed();
}

/** Begins to bring a file; `then` is told it once it is kept, whatever page is shown by then. */
export function bring(
  school: string,
  file: File,
  then: (file: ShownFile) => void,
  {
    keepAt = addressOf("keepFile", { school }),
    most = FILE_MOST,
  }: { keepAt?: string | undefined; most?: number | undefined } = {},
): number {
  const one: Bringing = {
    id: ++last,
    school,
    file,
    keepAt,
    state: "waits",
    sent: 0,
    trouble: null,
    kept: null,
  };
  wishes.set(one.id, then);
  all = [...all, one];
  changed();
  if (file.size > most)
    set(one, {
      state: "failed",
      trouble: `It has ${sayBytes(file.size)}; at most ${sayBytes(most)} are taken. Make it smaller, or put it elsewhere and link it.`,
    });
  next();
  return one.id;
}

/** Stops one, and forgets it. */
export function stopBringing(id: number): void {
  stops.get(id)?.();
  forget(id);
  next();
}

/** Tries one again that has failed. */
export function bringAgain(id: number): void {
  const one = all.find((other) => other.id === id);
  if (one) set(one, { state: "waits", trouble: null });
  next();
}

function forget(id: number): void {
  stops.delete(id);
  wishes.delete(id);
  all = all.filter((one) => one.id !== id);
  changed();
}

const underWay = () => all.filter(({ state }) => state === "sends" || state === "keeps");

function next(): void {
  guardLeaving();
  for (const one of all) {
    if (underWay().length >= AT_ONCE) return;
    if (one.state === "waits") void run(one);
  }
}

async function run(one: Bringing): Promise<void> {
  set(one, { state: "sends" });
  try {
    const upload = await send(one);
    set(one, { state: "keeps", sent: one.file.size });
    const kept = await keep(one, upload);
    set(one, { state: "kept", kept });
    wishes.get(one.id)?.(kept);
    forget(one.id);
  } catch (error) {
    const trouble = error instanceof Error ? error.message : String(error);
    if (all.some(({ id }) => id === one.id)) set(one, { state: "failed", trouble });
  }
  next();
}

/** Sends its bytes; answers the name of the upload. */
async function send(one: Bringing): Promise<string> {
  const { Upload, DetailedError } = await import("tus-js-client");
  return new Promise((resolve, reject) => {
    const upload = new Upload(one.file, {
      endpoint: `/api/schools/${encodeURIComponent(one.school)}/uploads`,
      chunkSize: PIECE,
      retryDelays: AGAIN,
      metadata: { name: one.file.name },
      removeFingerprintOnSuccess: true,
      onProgress: (sent) => set(one, { sent }),
      onSuccess: () => resolve(upload.url?.split("/").at(-1) ?? ""),
      onError: (error) => {
        const answer = error instanceof DetailedError ? error.originalResponse : null;
        reject(new Error(answer ? sayAnswer(answer.getBody()) : NO_WAY));
      },
    });
    stops.set(one.id, () => void upload.abort(true).catch(() => undefined));
    upload
      .findPreviousUploads()
      .then(([before]) => {
        // Begun in another tab, or before the page was closed: gone on with from there.
        if (before) upload.resumeFromPreviousUpload(before);
        upload.start();
      })
      .catch(reject);
  });
}

const NO_WAY = "The connection was lost for too long. What is there already is kept: try again.";

/** What a server says, be it a problem or the protocol's own sentence. */
function sayAnswer(body: string): string {
  try {
    const { detail } = JSON.parse(body) as { detail?: unknown };
    if (typeof detail === "string") return detail;
  } catch {
    // A sentence.
  }
  return body.trim() || "The server did not take it. Try again.";
}

async function keep({ keepAt, file }: Bringing, upload: string): Promise<ShownFile> {
  const answer = await fetch(keepAt, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ upload, name: file.name.slice(0, 255) || "file" }),
  });
  if (!answer.ok) throw new Error(sayAnswer(await answer.text()));
  return (await answer.json()) as ShownFile;
}

/** Whoever closes the page while something is on its way is asked first. */
function ask(event: BeforeUnloadEvent): void {
  event.preventDefault();
}
let guarded = false;
function guardLeaving(): void {
  const busy = all.some(({ state }) => state === "waits" || state === "sends" || state === "keeps");
  if (busy === guarded || typeof window === "undefined") return;
  guarded = busy;
  if (busy) window.addEventListener("beforeunload", ask);
  else window.removeEventListener("beforeunload", ask);
}
