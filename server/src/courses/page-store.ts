/** What visitors read of a course, in the database. */
import type { CourseCard } from "@dawngate/core/courses";
import type { SchoolTransaction } from "../db/connection";
import { merged } from "../school/store";

/** What a course is, in its authors' words; the card: what is left out stays as it is. */
export async function setPage(
  tx: SchoolTransaction,
  id: string,
  { description, card }: { description?: string; card?: CourseCard },
): Promise<void> {
  if (description !== undefined || card)
    await tx
      .updateTable("course_page")
      .set({
        ...(description !== undefined && { description }),
        ...(card && { card: merged("card", card) }),
      })
      .where("course_id", "=", id)
      .execute();
}
