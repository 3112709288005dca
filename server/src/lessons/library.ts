/** The school's library: materials that go with lessons, changed in one place for all of them. */
import { randomBytes } from "node:crypto";
import type { Library, Material, MaterialChange } from "@dawngate/contract/lessons";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { conflict, notFound, refusal } from "../base/problem";
import type { Database, SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import { readFile } from "../files/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  deleteMaterial,
  insertMaterial,
  pageOfLibrary,
  updateMaterial,
  usesOfMaterial,
} from "./library-store";

const PAGE = 50;
const place = z.tuple([z.string().max(400), z.string().max(64)]);

export async function showLibrary(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  { find = "", after }: { find?: string | undefined; after?: string | undefined },
): Promise<Library> {
  const from = after === undefined ? null : readCursor(place, after);
  return reading(db, context, async (tx) => {
    const found = await pageOfLibrary(tx, find.trim(), from, PAGE + 1);
    const page = found.slice(0, PAGE);
    const files = await showFiles(
      tx,
      kept,
      context,
      page.map(({ file }) => file),
    );
    const last = page.at(-1);
    return {
      materials: page.flatMap(({ place: _, ...one }) => {
        const shown = files[one.file];
        return shown ? [{ ...one, shown }] : [];
      }),
      next: found.length > PAGE && last ? writeCursor([last.place, last.id]) : null,
    };
  });
}

export async function addMaterial(
  db: Database,
  context: Context,
  material: MaterialChange,
): Promise<Material> {
  const id = randomBytes(8).toString("hex");
  await db.withSchool(context, async (tx) => {
    await known(tx, material.file);
    await insertMaterial(tx, context.school, id, material);
  });
  return { id, ...material };
}

/** Changes it for every lesson that has it. */
export async function changeMaterial(
  db: Database,
  context: Context,
  id: string,
  material: MaterialChange,
): Promise<Material> {
  await db.withSchool(context, async (tx) => {
    await known(tx, material.file);
    if (!(await updateMaterial(tx, id, material))) throw gone();
  });
  return { id, ...material };
}

export async function removeMaterial(db: Database, context: Context, id: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const uses = await usesOfMaterial(tx, id);
    if (uses === null) throw gone();
    if (uses > 0)
      throw conflict(
        `It stands in ${uses === 1 ? "one lesson" : `${uses} lessons`}. Take it out there first; here it would be missed.`,
      );
    await deleteMaterial(tx, id);
  });
}

const gone = () =>
  notFound("There is no such material in the library; somebody may have removed it.");

async function known(tx: SchoolTransaction, file: string): Promise<void> {
  if (!(await readFile(tx, file)))
    throw refusal("The file of this material is not kept here.", [
      { path: "file", reason: "Bring the file first" },
    ]);
}
