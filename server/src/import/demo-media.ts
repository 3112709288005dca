/**
 * The demo's own media: kept as files are that somebody brings, shown by its lessons, with a library of materials and
 * questions that people asked.
 */
import { createHash } from "node:crypto";
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { basename, join } from "node:path";
import { type MaterialChange, materialChange } from "@dawngate/contract/lessons";
import { lessonPart, usesOf } from "@dawngate/core/lessons";
import { DAY, formatInstant, HOUR, type Instant } from "@dawngate/core/time";
import { z } from "zod";
import type { KeptFiles } from "../base/kept-files";
import { readRevision } from "../courses/content-store";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { insertAnswer, insertQuestion, setWaits } from "../enrollment/learning/questions-store";
import { readAddress } from "../enrollment/store";
import { putFile } from "../files/store";
import { insertMaterial } from "../lessons/library-store";
import { insertPart, useFiles } from "../lessons/store";
import type { Readers } from "../readers";

/** A picture in a text, by its file in the demo's folder. */
const PICTURE = /\(file:([\w.-]+)\)/g;
const said = z.object({ text: z.string(), hoursAgo: z.number() });
/** In place of files' names by their bytes stand those they have in the demo's folder. */
const mediaNote = z.strictObject({
  parts: z.record(z.string(), z.record(z.string(), z.unknown())),
  materials: z.array(z.object({ id: z.string(), lessons: z.array(z.string()) }).loose()),
  questions: z.array(
    said.extend({
      enrollment: z.string(),
      lesson: z.string(),
      place: z.number().nullable(),
      answers: z.array(
        said.extend({
          by: z.string().optional(),
          enrollment: z.string().optional(),
          staff: z.boolean(),
        }),
      ),
    }),
  ),
});

const folderOf = (demo: string) => join(demo, "media");
const hashOf = (path: string) => createHash("sha256").update(readFileSync(path)).digest("hex");

/** A file of the demo's folder, as it is named where it is kept. */
export const mediaId = (demo: string, name: string) => hashOf(join(folderOf(demo), basename(name)));

/** A text of the demo, with the pictures it shows named by their bytes. */
export function withPictures(text: string, demo: string): string {
  return text.replaceAll(PICTURE, (whole, name: string) => {
    const path = join(folderOf(demo), basename(name));
    return existsSync(path) ? `(file:${hashOf(path)})` : whole;
  });
}

/** Keeps the demo's files and says where they are shown. `days`: by so many its dates are moved. */
export async function loadDemoMedia(
  db: Database,
  { kept, readers }: { kept: KeptFiles; readers: Readers },
  school: SchoolId,
  demo: string,
  days: number,
  now: Instant,
): Promise<void> {
  const note = mediaNote.parse(
    JSON.parse(readFileSync(join(folderOf(demo), "media.json"), "utf8")),
  );
  const files = new Map<string, string>();
  const scope = { school, who: system("demo") };
  const keep = async (name: string): Promise<string> => {
    const found = files.get(name);
    if (found) return found;
    const path = join(folderOf(demo), basename(name));
    const id = hashOf(path);
    const look = await readers.file({ path, name });
    const work = mkdtempSync(join(tmpdir(), "dawngate-demo-"));
    copyFileSync(path, join(work, "file"));
    await kept.store.take(school, id, join(work, "file"));
    rmSync(work, { recursive: true, force: true });
    await db.withSchool(scope, (tx) =>
      putFile(tx, school, { id, name, bytes: statSync(path).size, ...look }, null),
    );
    files.set(name, id);
    return id;
  };
  /** The same with every file named by its bytes. */
  const named = async (value: unknown): Promise<unknown> => {
    if (typeof value === "string")
      return /^[\w-]+\.(mp4|mp3|vtt|jpg|png|pdf|csv)$|^[\w-]+\.en\.vtt$/.test(value)
        ? keep(value)
        : value;
    if (Array.isArray(value)) return Promise.all(value.map(named));
    if (typeof value !== "object" || value === null) return value;
    const entries = Object.entries(value).map(async ([key, one]) => [key, await named(one)]);
    return Object.fromEntries(await Promise.all(entries));
  };
  const materialsIn = (lesson: string) =>
    note.materials.filter(({ lessons }) => lessons.includes(lesson)).map(({ id }) => id);
  const parts = new Map<string, z.infer<typeof lessonPart> | null>();
  for (const { lessons } of note.materials) for (const one of lessons) parts.set(one, null);
  for (const [lesson, written] of Object.entries(note.parts)) {
    const part = lessonPart.parse(await named(written));
    parts.set(lesson, part.kind === "live meeting" ? { ...part, at: later(part.at, days) } : part);
  }
  const materials: ({ id: string } & MaterialChange)[] = [];
  for (const { id, lessons: _, ...rest } of note.materials)
    materials.push({ id, ...materialChange.parse(await named(rest)) });
  const shown = new Map<string, string[]>();
  for (const { lesson, names } of pictured(demo))
    shown.set(lesson, await Promise.all(names.map(keep)));
  await db.withSchool(scope, async (tx) => {
    for (const { id, ...material } of materials) await insertMaterial(tx, school, id, material);
    for (const [lesson, part] of parts) {
      const content = await contentOf(tx, lesson);
      await insertPart(tx, school, content, 1, part, materialsIn(lesson));
      if (part)
        await useFiles(
          tx,
          school,
          content,
          usesOf(part).map(({ file }) => file),
        );
    }
    for (const [lesson, ids] of shown) await useFiles(tx, school, await contentOf(tx, lesson), ids);
    await askThere(tx, school, note.questions, now);
  });
}

async function contentOf(tx: SchoolTransaction, lesson: string): Promise<string> {
  const [course = "", id = ""] = lesson.split("/");
  const found = await readRevision(tx, course, id);
  if (!found) throw new Error(`The demo has no lesson ${lesson}`);
  return found.lesson_id;
}

const later = (at: string, days: number) => formatInstant((Date.parse(at) + days * DAY) as Instant);

/** The demo's texts that show pictures: each lesson, and the names of its pictures' files. */
function pictured(demo: string): { lesson: string; names: string[] }[] {
  const folder = join(demo, "texts");
  return readdirSync(folder).flatMap((course) =>
    readdirSync(join(folder, course)).flatMap((file) => {
      const text = readFileSync(join(folder, course, file), "utf8");
      const names = [...text.matchAll(PICTURE)].map(([, name = ""]) => name);
      return names.length === 0
        ? []
        : [{ lesson: `${course}/${file.replace(/\.md$/, "")}`, names }];
    }),
  );
}

async function askThere(
  tx: SchoolTransaction,
  school: SchoolId,
  questions: z.infer<typeof mediaNote>["questions"],
  now: Instant,
): Promise<void> {
  const nameOf = async (enrollment: string) => (await readAddress(tx, enrollment))?.name ?? "";
  const ago = (hours: number) => formatInstant((now - hours * HOUR) as Instant);
  for (const [i, { enrollment, lesson, place, text, hoursAgo, answers }] of questions.entries()) {
    const [course = "", item = ""] = lesson.split("/");
    const id = `asked-${i + 1}`;
    const name = await nameOf(enrollment);
    const at = ago(hoursAgo);
    await insertQuestion(tx, school, { id, course, item, enrollment, name, place, text, at });
    for (const [j, answer] of answers.entries())
      await insertAnswer(tx, school, {
        id: `${id}-${j + 1}`,
        question: id,
        enrollment: answer.enrollment ?? null,
        name: answer.by ?? (await nameOf(answer.enrollment ?? enrollment)),
        staff: answer.staff,
        text: answer.text,
        at: ago(answer.hoursAgo),
      });
    if (answers.some(({ staff }) => staff)) await setWaits(tx, id, false);
  }
}
