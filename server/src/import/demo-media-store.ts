/** Who somebody of the demo is, by their enrollment. */
import type { SchoolTransaction } from "../db/connection";

export async function nameIn(tx: SchoolTransaction, enrollment: string): Promise<string> {
  const { name } = await tx
    .selectFrom("enrollment")
    .innerJoin("person", (join) =>
      join
        .onRef("person.school_id", "=", "enrollment.school_id")
        .onRef("person.id", "=", "enrollment.person_id"),
    )
    .select("person.name")
    .where("enrollment.id", "=", enrollment)
    .executeTakeFirstOrThrow();
  return name;
}
