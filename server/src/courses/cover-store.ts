/** Covers that were uploaded, in the database. */
import type { Cover } from "@dawngate/contract/courses";
import type { CoverType, Focus } from "@dawngate/core/courses";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface KeptCover {
  hash: string;
  media_type: CoverType;
  width: number;
  height: number;
  bytes: Buffer;
}

/** What pages need to show it; null: it is drawn from the title. */
export async function readCover(tx: SchoolTransaction, course: string): Promise<Cover | null> {
  const row = await tx
    .selectFrom("course_cover")
    .select(["hash", "width", "height", "focus_x as x", "focus_y as y"])
    .where("course_id", "=", course)
    .executeTakeFirst();
  return row ?? null;
}

export async function readCoverBytes(tx: SchoolTransaction, course: string, hash: string) {
  return tx
    .selectFrom("course_cover")
    .innerJoin("course", (join) =>
      join
        .onRef("course.school_id", "=", "course_cover.school_id")
        .onRef("course.id", "=", "course_cover.course_id"),
    )
    .select(["media_type", "bytes", "current_version"])
    .where("course_id", "=", course)
    .where("hash", "=", hash)
    .executeTakeFirst();
}

/** Keeps a picture as the course's cover instead of the one before; what was in its middle is in the middle again. */
export async function putCover(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  cover: KeptCover,
): Promise<void> {
  const kept = { ...cover, focus_x: 0.5, focus_y: 0.5 };
  await tx
    .insertInto("course_cover")
    .values({ school_id: school, course_id: course, ...kept })
    .onConflict((on) => on.columns(["school_id", "course_id"]).doUpdateSet(kept))
    .execute();
}

/** False where there is no cover. */
export async function setFocus(
  tx: SchoolTransaction,
  course: string,
  { x, y }: Focus,
): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("course_cover")
    .set({ focus_x: x, focus_y: y })
    .where("course_id", "=", course)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

export async function deleteCover(tx: SchoolTransaction, course: string): Promise<void> {
  await tx.deleteFrom("course_cover").where("course_id", "=", course).execute();
}

export async function copyCover(tx: SchoolTransaction, from: string, to: string): Promise<void> {
  await tx
    .insertInto("course_cover")
    .columns([
      "school_id",
      "course_id",
      "hash",
      "media_type",
      "width",
      "height",
      "focus_x",
      "focus_y",
      "bytes",
    ])
    .expression((e) =>
      e
        .selectFrom("course_cover")
        .select([
          "school_id",
          e.val(to).as("course_id"),
          "hash",
          "media_type",
          "width",
          "height",
          "focus_x",
          "focus_y",
          "bytes",
        ])
        .where("course_id", "=", from),
    )
    .execute();
}
