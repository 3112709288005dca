/** A course's cover as it is uploaded, looked at, and taken away again. */
import { createHash } from "node:crypto";
import type { Cover } from "@dawngate/contract/courses";
import { COVER_MOST, COVER_TYPES, type Focus, pictureFault } from "@dawngate/core/courses";
import { notFound, refusal } from "../base/problem";
import type { Database } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { existing } from "./authoring";
import { deleteCover, putCover, readCover, readCoverBytes, setFocus } from "./cover-store";

/** Keeps a picture as the cover. What it is, its first bytes say: neither its name nor what its sender calls it. */
export async function keepCover(
  { db, readers }: Pick<Services, "db" | "readers">,
  context: Context,
  course: string,
  bytes: Buffer,
): Promise<Cover> {
  const picture = { ...(await readers.picture({ bytes })), bytes: bytes.length };
  const fault = pictureFault(picture);
  if (fault) throw refusal(fault);
  if (Math.max(picture.width, picture.height) > COVER_MOST.side)
    throw refusal(
      `A cover is kept with at most ${COVER_MOST.side} pixels each way; the application makes it smaller before it sends it.`,
    );
  const hash = createHash("sha256").update(bytes).digest("hex").slice(0, 32);
  const { width, height } = picture;
  await db.withSchool(context, async (tx) => {
    await existing(tx, course);
    await putCover(tx, context.school, course, {
      hash,
      media_type: COVER_TYPES[picture.kind as keyof typeof COVER_TYPES],
      width,
      height,
      bytes,
    });
  });
  return { hash, width, height, x: 0.5, y: 0.5 };
}

export async function moveFocus(
  db: Database,
  context: Context,
  course: string,
  focus: Focus,
): Promise<void> {
  const found = await db.withSchool(context, (tx) => setFocus(tx, course, focus));
  if (!found) throw notFound("This course has no uploaded cover.");
}

export async function dropCover(db: Database, context: Context, course: string): Promise<void> {
  await db.withSchool(context, (tx) => deleteCover(tx, course));
}

export async function showCover(db: Database, context: Context, course: string) {
  return db.withSchool(context, (tx) => readCover(tx, course));
}

/** The picture itself: to everybody where the course is published, else to its staff alone. */
export async function showPicture(db: Database, context: Context, course: string, hash: string) {
  const row = await db.withSchool(context, (tx) => readCoverBytes(tx, course, hash));
  if (!row || (row.current_version === null && !context.may("courses.read")))
    throw notFound("There is no such cover, or not for you.");
  return row;
}
