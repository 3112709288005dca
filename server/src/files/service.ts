/** Keeping what was brought, showing what is kept, and letting those read who may. */
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import { SUBMISSION_BYTES_MOST, SUBMISSION_FILE_MOST } from "@dawngate/contract/file-limits";
import type { KeptFile, ShownFile } from "@dawngate/contract/files";
import { sayBytes } from "@dawngate/core/lessons/file-types";
import type { Bringer, KeptFiles, Room, Signed } from "../base/kept-files";
import { notFound, ProblemError } from "../base/problem";
import type { Database, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { ANYBODY } from "./signed";
import {
  bytesBrought,
  bytesKept,
  holdName,
  putFile,
  readFile,
  readFiles,
  readUploaded,
} from "./store";

/** The most a school keeps, in bytes. */
export const SCHOOL_MOST = 50 * 1000 ** 3;

export function keptOr(kept: KeptFiles | null): KeptFiles {
  if (kept) return kept;
  throw new ProblemError(
    503,
    "This server has no place for files: whoever runs it sets DAWNGATE_FILES to a folder.",
  );
}

/** Whose an upload is: that of whoever is signed in. */
export const bringerOf = ({ school, account }: Context): Bringer => ({
  school,
  account: account?.id ?? "",
});

/**
 * How much somebody may still bring: whoever edits courses as much as the school has room for, an enrollee files to be
 * handed in; nobody else anything.
 */
export async function roomFor(
  db: Database,
  context: Context,
  { uploads }: KeptFiles,
): Promise<Room> {
  const left = SCHOOL_MOST - (await db.readSchool(context, bytesKept));
  if (context.may("courses.edit"))
    return {
      bytes: left,
      says: `the school has ${sayBytes(Math.max(0, left))} left. Files that no lesson shows are removed after a week.`,
    };
  const brought = await db.readSchool(context, (tx) =>
    bytesBrought(tx, bringerOf(context).account),
  );
  const theirs = SUBMISSION_BYTES_MOST - brought - (await uploads.pending(bringerOf(context)));
  return {
    bytes: Math.min(SUBMISSION_FILE_MOST, theirs, left),
    says: `a file to be handed in has at most ${sayBytes(SUBMISSION_FILE_MOST)}, and you may bring ${sayBytes(Math.max(0, Math.min(theirs, left)))} more in all. Make it smaller, or ask your school how to bring it.`,
  };
}

/** Only whoever edits courses, or learns here, brings anything. */
export function checkBringer(context: Context): void {
  if (!context.may("courses.edit") && context.person === null)
    throw new ProblemError(403, "Files are brought by whoever edits courses, or learns in one.");
}

/** A file, with the address at which this reader may read it. */
export function shownTo(
  { signer }: KeptFiles,
  { slug, account, now }: Pick<Context, "slug" | "account" | "now">,
  file: KeptFile,
): ShownFile {
  const query = signer.sign(slug, file.id, account?.id ?? ANYBODY, now);
  return { ...file, url: `/api/schools/${slug}/files/${file.id}?${query}` };
}

/** Files by their names, for this reader; what is not kept any more is left out. */
export async function showFiles(
  tx: SchoolTransaction,
  kept: KeptFiles | null,
  context: Pick<Context, "slug" | "account" | "now">,
  ids: readonly string[],
): Promise<Record<string, ShownFile>> {
  if (kept === null) return {};
  const files = await readFiles(tx, [...new Set(ids)]);
  return Object.fromEntries(files.map((file) => [file.id, shownTo(kept, context, file)]));
}

/**
 * Keeps what was brought as a file, named by its bytes. Nothing is held while they are read; asked again, or interrupted
 * in the middle, it comes to the same.
 */
export async function keepBrought(
  { db, readers, ...services }: Pick<Services, "db" | "readers" | "kept">,
  context: Context,
  { upload, name }: { upload: string; name: string },
): Promise<ShownFile> {
  const kept = keptOr(services.kept);
  const by = bringerOf(context);
  const before = await db.readSchool(context, (tx) => readUploaded(tx, upload));
  if (before && before.author_id === by.account) {
    const { author_id, ...file } = before;
    return shownTo(kept, context, file);
  }
  const whole = await kept.uploads.whole(upload, by);
  if (!whole)
    throw notFound("What was brought is not here, or not whole. Choose the file once more.");
  const look = await readers.file({ path: whole.path, name }).catch(async (error) => {
    // Refused for good: its bytes are of no use to anybody.
    if (error instanceof ProblemError && error.status === 422) await kept.uploads.remove(upload);
    throw error;
  });
  const hash = createHash("sha256");
  await pipeline(createReadStream(whole.path), hash);
  const id = hash.digest("hex");
  const file = { id, name, bytes: whole.bytes, ...look };
  const found = await db.withSchool(context, async (tx) => {
    await holdName(tx, context.school, id);
    // It is moved, not copied: that takes no time.
    await kept.store.take(context.school, id, whole.path);
    return putFile(tx, context.school, file, upload);
  });
  await kept.uploads.remove(upload);
  return shownTo(kept, context, found);
}

/** A file for whoever has an address that holds: everybody where it says so, else only the account it was made for. */
export async function fileToRead(
  { db, ...services }: Pick<Services, "db" | "kept">,
  context: Context,
  id: string,
  said: Signed,
): Promise<{ kept: KeptFiles; file: KeptFile }> {
  const kept = keptOr(services.kept);
  const theirs = said.for === ANYBODY || said.for === context.account?.id;
  if (!theirs || !kept.signer.holds(context.slug, id, said, context.now))
    throw notFound("This address of a file does not hold, or not any more. Load the page anew.");
  const file = await db.readSchool(context, (tx) => readFile(tx, id));
  if (!file) throw notFound("This file is not kept any more.");
  return { kept, file };
}
