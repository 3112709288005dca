/** Notes that somebody writes for themselves on a lesson. Nobody else reads them. */
import { randomBytes } from "node:crypto";
import type { Note } from "@dawngate/contract/learning";
import { formatInstant } from "@dawngate/core/time";
import { conflict, notFound } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { mine } from "../mine";
import { entered } from "./door";
import { deleteNote, insertNote, NOTES_MOST, readNotes, updateNote } from "./notes-store";

interface Where {
  enrollment: string;
  lesson: string;
}
interface Written {
  place: number | null;
  text: string;
}

/** Also where the lesson is shut by now: what one wrote is one's own. */
export async function showNotes(
  { db }: Pick<Services, "db">,
  context: Context,
  { enrollment, lesson }: Where,
): Promise<{ notes: Note[] }> {
  return db.readSchool(context, async (tx) => {
    await mine(tx, context, enrollment, context.now);
    return { notes: await readNotes(tx, enrollment, lesson) };
  });
}

export async function addNote(
  { db }: Pick<Services, "db">,
  context: Context,
  { enrollment, lesson }: Where,
  written: Written,
): Promise<Note> {
  const note = { id: randomBytes(8).toString("hex"), ...written, at: formatInstant(context.now) };
  await db.withSchool(context, async (tx) => {
    await entered(tx, context, enrollment, lesson);
    if ((await readNotes(tx, enrollment, lesson)).length >= NOTES_MOST)
      throw conflict(`A lesson has at most ${NOTES_MOST} notes; remove one first.`);
    await insertNote(tx, context.school, enrollment, lesson, note);
  });
  return note;
}

export async function changeNote(
  { db }: Pick<Services, "db">,
  context: Context,
  { enrollment, lesson }: Where,
  id: string,
  written: Written,
): Promise<Note> {
  return db.withSchool(context, async (tx) => {
    await mine(tx, context, enrollment, context.now);
    const note = await updateNote(tx, enrollment, lesson, id, written);
    if (!note) throw gone();
    return note;
  });
}

export async function removeNote(
  { db }: Pick<Services, "db">,
  context: Context,
  { enrollment, lesson }: Where,
  id: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await mine(tx, context, enrollment, context.now);
    if (!(await deleteNote(tx, enrollment, lesson, id))) throw gone();
  });
}

const gone = () => notFound("This note is gone; you may have removed it elsewhere.");
