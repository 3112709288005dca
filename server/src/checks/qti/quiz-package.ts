/** A quiz as its author has it, taken along as a package for other programs. */
import { filesInText, type PartOf } from "@dawngate/core/lessons";
import { fileTypeOf } from "@dawngate/core/lessons/file-types";
import { countedParts } from "@dawngate/core/plan/asks";
import { itemTitles } from "@dawngate/core/plan/titles";
import { conflict, notFound } from "../../base/problem";
import { existing } from "../../courses/authoring";
import { readRevision } from "../../courses/content-store";
import { readFiles } from "../../files/store";
import { readPart } from "../../lessons/store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { questionsOf } from "../file";
import { filesOfQuestions } from "../show";
import { writePackage } from "./package";

/** So much of pictures goes into a package, in bytes. */
const PICTURES_MOST = 100_000_000;

export async function quizPackage(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  course: string,
  lesson: string,
): Promise<Uint8Array> {
  const found = await db.readSchool(context, async (tx) => {
    const { draft } = await existing(tx, course);
    const placed = await readRevision(tx, course, lesson);
    if (!placed) throw notFound(`There is no lesson "${lesson}" in this course.`);
    const { part } = await readPart(tx, placed.lesson_id);
    if (part?.kind !== "quiz") throw notFound("There is no quiz in this lesson.");
    const out = new Set(part.uncounted);
    const asked = await questionsOf(tx, part, []);
    const questions = inOrder(
      part,
      asked.filter(({ id }) => !out.has(id)),
    );
    const files = await readFiles(tx, [
      ...filesOfQuestions(questions),
      ...part.parts.flatMap(({ before, after }) => filesInText(`${before}\n${after}`)),
    ]);
    return {
      title: itemTitles(draft).get(lesson) ?? "Quiz",
      part: { ...part, parts: countedParts(part) },
      questions,
      files,
    };
  });
  // Read outside of the transaction: bytes take their time.
  const pictures = new Map<string, { ending: string; bytes: Uint8Array }>();
  let size = 0;
  for (const { id, type, bytes } of kept === null ? [] : found.files) {
    const { family, endings } = fileTypeOf(type);
    if (family !== "picture") continue;
    size += bytes;
    if (size > PICTURES_MOST)
      throw conflict(
        "The pictures of this quiz have more than 100 MB together; make them smaller.",
      );
    const stream = await kept?.store.read(context.school, id, 0, bytes - 1);
    pictures.set(id, {
      ending: endings[0] ?? "bin",
      bytes: new Uint8Array(await new Response(stream).arrayBuffer()),
    });
  }
  return writePackage({ ...found, pictures });
}

/** Those asked by name as they are asked, then those that can be drawn. */
function inOrder<Q extends { id: string }>(
  { parts }: PartOf<"quiz">,
  questions: readonly Q[],
): Q[] {
  const place = new Map(
    parts
      .flatMap(({ ask }) => ask.filter((one) => typeof one === "string"))
      .map((id, i) => [id, i]),
  );
  const at = ({ id }: Q) => place.get(id) ?? place.size;
  return [...questions].sort((a, b) => at(a) - at(b));
}
