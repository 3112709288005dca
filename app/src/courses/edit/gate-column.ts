/** A column of gates, as it is copied from a table: a sentence, a date or a number of days for each row from one on. */
import { applyOperation, circleThrough, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { type Names, readGate, writeGate } from "@dawngate/core/schedule/language";

export interface ColumnRow {
  id: string;
  title: string;
  /** What was pasted for it. */
  said: string;
  /** As it was understood; null: it was not. */
  gate: string | null;
  /** Why not. */
  fault: string | null;
}

export interface Column {
  rows: ColumnRow[];
  /** What puts it onto the rows, as one step; of those that were understood. */
  operations: Operation[];
  /** So many lines had no row left. */
  over: number;
}

/** Goes through the modules from one on, or the lessons from one on; empty lines leave their row as it is. */
export function readColumn(course: PlanCourse, from: string, text: string, names: Names): Column {
  const isModule = course.modules.some(({ id }) => id === from);
  const all = isModule ? course.modules : course.modules.flatMap(({ lessons }) => lessons);
  const rows = all.slice(
    Math.max(
      0,
      all.findIndex(({ id }) => id === from),
    ),
  );
  const lines = text.replace(/\r\n?/g, "\n").replace(/\n+$/, "").split("\n");
  const column: Column = {
    rows: [],
    operations: [],
    over: Math.max(0, lines.length - rows.length),
  };
  let now = course;
  lines.slice(0, rows.length).forEach((line, i) => {
    const row = rows[i];
    // Of a table with several columns the first counts.
    const said = (line.split("\t")[0] ?? "").trim();
    if (!row || said === "") return;
    const told = { id: row.id, title: row.title, said };
    const read = readGate(said, names);
    if (!read.ok) {
      column.rows.push({ ...told, gate: null, fault: read.reason });
      return;
    }
    const operation = {
      type: isModule ? "set-module" : "set-lesson",
      item: row.id,
      set: { gate: read.gate },
    } as Operation;
    const applied = circleThrough(now, row.id, read.gate) ? null : applyOperation(now, operation);
    if (!applied?.ok) {
      const fault = applied ? applied.reason : "It would wait for its own opening";
      column.rows.push({ ...told, gate: null, fault });
      return;
    }
    now = applied.course;
    column.operations.push(operation);
    column.rows.push({ ...told, gate: writeGate(read.gate, names), fault: null });
  });
  return column;
}
