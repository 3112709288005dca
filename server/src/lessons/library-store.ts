/** The library's materials, in the database. */
import type { Material, MaterialChange } from "@dawngate/contract/lessons";
import type { License } from "@dawngate/core/lessons/license";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

const COLUMNS = [
  "id",
  "title",
  "author_said as author",
  "description",
  "license",
  "file_id as file",
  "download",
] as const;

const read = <R extends { license: string }>(row: R) => ({
  ...row,
  license: row.license as License,
});

const columns = ({ author, file, ...rest }: MaterialChange) => ({
  ...rest,
  author_said: author,
  file_id: file,
});

/** Materials by their names, in the order they are asked for; those that are gone are left out. */
export async function readMaterials(
  tx: SchoolTransaction,
  ids: readonly string[],
): Promise<Material[]> {
  if (ids.length === 0) return [];
  const rows = await tx.selectFrom("material").select(COLUMNS).where("id", "in", ids).execute();
  const known = new Map(rows.map((row) => [row.id, read(row)]));
  return ids.flatMap((id) => known.get(id) ?? []);
}

/** A page of the library by title, from a place on. */
export async function pageOfLibrary(
  tx: SchoolTransaction,
  find: string,
  after: readonly [string, string] | null,
  most: number,
) {
  const words = `%${find.toLowerCase().replaceAll(/[\\%_]/g, "\\$&")}%`;
  const rows = await tx
    .selectFrom("material")
    .select(COLUMNS)
    .select([
      sql<string>`lower(title)`.as("place"),
      sql<string>`(select count(*) from material_use u
        where u.school_id = material.school_id and u.material_id = material.id)`.as("used"),
    ])
    .$if(find !== "", (query) =>
      query.where(
        sql<boolean>`(lower(title) like ${words} or lower(author_said) like ${words} or lower(description) like ${words})`,
      ),
    )
    .$if(after !== null, (query) =>
      query.where(sql<boolean>`(lower(title), id) > (${after?.[0]}, ${after?.[1]})`),
    )
    .orderBy(sql`lower(title)`)
    .orderBy("id")
    .limit(most)
    .execute();
  return rows.map(({ used, ...row }) => ({ ...read(row), usedIn: Number(used) }));
}

export async function insertMaterial(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  material: MaterialChange,
): Promise<void> {
  await tx
    .insertInto("material")
    .values({ school_id: school, id, ...columns(material) })
    .execute();
}

/** False where there is no such material. */
export async function updateMaterial(
  tx: SchoolTransaction,
  id: string,
  material: MaterialChange,
): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("material")
    .set(columns(material))
    .where("id", "=", id)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

/** In how many lessons a material stands, held until the transaction ends. */
export async function usesOfMaterial(tx: SchoolTransaction, id: string): Promise<number | null> {
  const held = await tx
    .selectFrom("material")
    .select("id")
    .where("id", "=", id)
    .forUpdate()
    .executeTakeFirst();
  if (!held) return null;
  const row = await tx
    .selectFrom("material_use")
    .select(sql<string>`count(*)`.as("uses"))
    .where("material_id", "=", id)
    .executeTakeFirstOrThrow();
  return Number(row.uses);
}

export async function deleteMaterial(tx: SchoolTransaction, id: string): Promise<void> {
  await tx.deleteFrom("material").where("id", "=", id).execute();
}
