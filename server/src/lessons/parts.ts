/** What a lesson shows beside its text: kept as revisions, its files and pages elsewhere checked first. */
import { isDeepStrictEqual } from "node:util";
import type { PartKept } from "@dawngate/contract/lessons";
import { type LessonPart, usesOf } from "@dawngate/core/lessons";
import { fileTypeOf } from "@dawngate/core/lessons/file-types";
import { countsAlike } from "@dawngate/core/plan/counting";
import { conflict, notFound, refusal } from "../base/problem";
import { own } from "../courses/authoring";
import { readRevision } from "../courses/content-store";
import type { SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import { readFiles } from "../files/store";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { readSchool } from "../school/store";
import { filesOf } from "./content";
import { readMaterials } from "./library-store";
import { holdContent, insertPart, readPart, useFiles } from "./store";

interface Change {
  part: LessonPart | null;
  materials: string[];
  partRevision: number;
}

/** Keeps it as a new revision; where somebody else has kept one meanwhile it is refused, so that neither is lost. */
export async function changePart(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  course: string,
  lesson: string,
  { part, materials: wanted, partRevision }: Change,
): Promise<PartKept> {
  const materials = [...new Set(wanted)];
  return db.withSchool(context, async (tx) => {
    await own(tx, course, lesson);
    const placed = await readRevision(tx, course, lesson);
    if (!placed)
      throw notFound(
        `There is no lesson "${lesson}" in this course; somebody may have removed it.`,
      );
    await holdContent(tx, placed.lesson_id);
    const before = await readPart(tx, placed.lesson_id);
    const found = await readMaterials(tx, materials);
    if (found.length < materials.length)
      throw refusal("A material is not in the library any more.", [
        { path: "materials", reason: "Load the lesson again, and choose once more" },
      ]);
    if (part) await checkPart(tx, part);
    const same =
      isDeepStrictEqual(before.part, part) && isDeepStrictEqual(before.materials, materials);
    if (!same && before.number !== partRevision)
      throw conflict(
        `${before.author || "Somebody"} has changed what this lesson shows meanwhile. Load it again, and change it on top of that.`,
      );
    const number = same ? before.number : before.number + 1;
    if (!same) {
      await insertPart(tx, context.school, placed.lesson_id, number, part, materials);
      const files = part ? usesOf(part).map(({ file }) => file) : [];
      await useFiles(tx, context.school, placed.lesson_id, files);
      // Another way of counting holds for attempts on record too: whoever passes by it hears of it without coming by.
      if (part?.kind === "quiz" && before.part?.kind === "quiz" && !countsAlike(part, before.part))
        await follow(
          tx,
          context.school,
          "mark-again",
          { school: context.school, lesson: placed.lesson_id, after: "" },
          { once: placed.lesson_id },
        );
    }
    const shown = filesOf({ text: "", part, materials: found });
    return {
      part,
      materials: found,
      partRevision: number,
      files: await showFiles(tx, kept, context, shown),
    };
  });
}

async function checkPart(tx: SchoolTransaction, part: LessonPart): Promise<void> {
  const uses = usesOf(part);
  const known = new Map(
    (
      await readFiles(
        tx,
        uses.map(({ file }) => file),
      )
    ).map((file) => [file.id, file]),
  );
  for (const { file, as } of uses) {
    const found = known.get(file);
    if (!found)
      throw refusal("A file of this lesson is not kept here.", [
        { path: "part", reason: "Bring the file first" },
      ]);
    const { family, word } = fileTypeOf(found.type);
    if (as !== "any" && family !== as)
      throw refusal(`“${found.name}” is a ${word}; here stands a ${as} file.`, [
        { path: "part", reason: `Choose a ${as} file` },
      ]);
  }
  const elsewhere =
    part.kind === "embedded page" ? part.link : part.kind === "video" ? part.link : null;
  if (elsewhere !== null) await checkHost(tx, elsewhere);
}

/** Pages elsewhere are shown from hosts that the school allows, and their subdomains. */
async function checkHost(tx: SchoolTransaction, link: string): Promise<void> {
  const host = new URL(link).hostname.toLowerCase();
  const { hosts } = await readSchool(tx);
  if (hosts.some((one) => host === one || host.endsWith(`.${one}`))) return;
  throw refusal(
    `Pages of ${host} are not shown in this school. An owner can allow them, under School, Pages elsewhere.`,
    [{ path: "part.link", reason: `${host} is not among the hosts your school allows` }],
  );
}
