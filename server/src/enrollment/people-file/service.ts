/** Files of people: brought, looked through, changed, enrolled, and what was refused taken away again. */
import { randomUUID } from "node:crypto";
import type {
  PeopleFile,
  PeopleFileChange,
  PeopleRows,
  peopleRowsQuery,
} from "@dawngate/contract/people-file";
import {
  type Column,
  columnsOf,
  missingColumn,
  ownColumn,
  readRow,
} from "@dawngate/core/enrollment";
import { formatInstant } from "@dawngate/core/time";
import papaparse from "papaparse";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { conflict, notFound, refusal } from "../../base/problem";
import { published } from "../../courses/service";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { readCohorts } from "../../schedule/cohort-store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { fieldsOfFiles } from "./judge";
import {
  columnsBefore,
  countFates,
  dropFile,
  insertFile,
  readFile,
  rowsAfter,
  updateFile,
} from "./store";

type Db = Pick<Services, "db">;

const PAGE = 100;
const pageEnd = z.tuple([z.int().min(0)]);

export async function bringPeople(
  { db, readers }: Pick<Services, "db" | "readers">,
  context: Context,
  course: string,
  asked: { name: string; cohort?: string | undefined; timeZone: string },
  bytes: Uint8Array,
): Promise<{ id: string }> {
  const { name, cohort = null, timeZone } = asked;
  const { heads, rows } = await readers.table({ bytes });
  const id = randomUUID();
  await db.withSchool(context, async (tx) => {
    await published(tx, context.school, course);
    await knownCohort(tx, course, cohort);
    const columns = await columnsFor(tx, heads);
    const by = { id: context.who.id, name: context.who.name };
    const at = formatInstant(context.now);
    await insertFile(
      tx,
      context.school,
      { id, course, name, heads, columns, cohort, timeZone, by, at },
      rows,
    );
    await workOn(tx, context, id);
  });
  return { id };
}

export const workOn = (tx: SchoolTransaction, { school }: Pick<Context, "school">, file: string) =>
  follow(tx, school, "people-file", { school, file });

/** The columns as they were said for a file of such heads, or as their heads say; of fields those that are asked. */
export async function columnsFor(
  tx: SchoolTransaction,
  heads: readonly string[],
): Promise<(Column | null)[]> {
  const fields = await fieldsOfFiles(tx);
  const before = await columnsBefore(tx, heads);
  if (!before) return columnsOf(heads, fields);
  const there = new Set<Column | null>(fields.map(({ id }) => ownColumn(id)));
  return before.map((column) => (column?.startsWith("own:") && !there.has(column) ? null : column));
}

async function knownFields(tx: SchoolTransaction, columns: readonly (Column | null)[]) {
  const fields = new Set((await fieldsOfFiles(tx)).map(({ id }) => id));
  const at = columns.findIndex(
    (column) => column?.startsWith("own:") && !fields.has(column.slice("own:".length)),
  );
  if (at >= 0)
    throw refusal("A field is not asked any more.", [
      { path: `columns[${at}]`, reason: "The school does not ask this any more" },
    ]);
}

export async function knownCohort(tx: SchoolTransaction, course: string, cohort: string | null) {
  if (cohort !== null && !(await readCohorts(tx, course)).some((k) => k.cohort.id === cohort))
    throw refusal("The cohort is not there.", [{ path: "cohort", reason: "Choose another" }]);
}

async function existing(tx: SchoolTransaction, course: string, id: string, hold = false) {
  const file = await readFile(tx, id, hold);
  if (file?.course_id !== course)
    throw notFound("There is no such file; it is forgotten after a week. Bring it again.");
  return file;
}

/** How many rows of a file would become what, and how many are done. */
export async function countsOf(tx: SchoolTransaction, id: string) {
  const counts = {
    rows: 0,
    enrolled: 0,
    against: 0,
    fates: { new: 0, known: 0, moves: 0, in: 0, refused: 0 },
  };
  for (const { fate, enrolled: done, count, against } of await countFates(tx, id)) {
    counts.rows += count;
    counts.against += against;
    if (fate !== "unknown") counts.fates[fate] += count;
    if (done && fate !== "in") counts.enrolled += count;
  }
  return counts;
}

export async function showPeopleFile(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
): Promise<PeopleFile> {
  return db.readSchool(context, async (tx) => {
    const file = await existing(tx, course, id);
    const { rows, fates, enrolled, against } = await countsOf(tx, id);
    const { name, state, heads, columns, cohort_id, time_zone, looked, fault, overrule } = file;
    const missing = missingColumn(columns);
    const about = { name, state, heads, columns, missing, cohort: cohort_id, timeZone: time_zone };
    return { id, ...about, rows, looked, fates, against, overrule, enrolled, fault };
  });
}

export async function changePeopleFile(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
  { columns, cohort, timeZone, overrule }: PeopleFileChange,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const file = await existing(tx, course, id, true);
    if (file.state === "enrolling" || file.state === "done")
      throw conflict("Its people are being enrolled, or are; bring the file again to change it.");
    const named = columns.filter((column) => column !== null);
    if (columns.length !== file.heads.length || new Set(named).size !== named.length)
      throw refusal("Each thing stands in one column.", [
        { path: "columns", reason: "Say once which column is what" },
      ]);
    await knownCohort(tx, course, cohort);
    await knownFields(tx, columns);
    await updateFile(tx, id, {
      state: "checking",
      columns: JSON.stringify(columns),
      cohort_id: cohort,
      time_zone: timeZone,
      overrule,
      number: file.number + 1,
      looked: 0,
      fault: null,
    });
    await workOn(tx, context, id);
  });
}

export async function showPeopleRows(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
  { fate, after }: z.infer<typeof peopleRowsQuery>,
): Promise<PeopleRows> {
  const from = after === undefined ? 0 : readCursor(pageEnd, after)[0];
  return db.readSchool(context, async (tx) => {
    const { columns, cohort_id } = await existing(tx, course, id);
    const found = await rowsAfter(tx, id, from, PAGE + 1, { fate });
    const cohorts = await readCohorts(tx, course);
    const usual = cohorts.find(({ cohort }) => cohort.id === cohort_id)?.name ?? null;
    const page = found.slice(0, PAGE);
    const last = page.at(-1);
    return {
      rows: page.flatMap(({ line, cells, fate: became, reason }) => {
        if (became === "unknown") return [];
        const { name, email, cohort } = readRow(cells, columns as (Column | null)[]);
        return [
          {
            number: line,
            name,
            email,
            cohort: cohort === "" ? usual : cohort,
            fate: became,
            reason,
          },
        ];
      }),
      next: found.length > PAGE && last ? writeCursor([last.line]) : null,
    };
  });
}

export async function enrollFile(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
  { tell, whole }: { tell: boolean; whole: boolean },
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const file = await existing(tx, course, id, true);
    // The same press twice.
    if (file.state === "enrolling" || file.state === "done") return;
    if (file.state !== "checked") throw conflict("Its rows are still being looked at.");
    const missing = missingColumn(file.columns);
    if (missing !== null) throw refusal(missing, [{ path: "columns", reason: missing }]);
    const refused = (await countFates(tx, id)).find(({ fate }) => fate === "refused")?.count ?? 0;
    if (whole && refused > 0)
      throw conflict(
        `${refused === 1 ? "One row is" : `${refused} rows are`} refused, and all or nothing was asked for. Nobody was enrolled.`,
      );
    await updateFile(tx, id, { state: "enrolling", tell });
    await workOn(tx, context, id);
  });
}

/** The refused rows as they came, with one column more. What would be a formula in a spreadsheet is made harmless. */
export async function refusedRows(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
): Promise<string> {
  return db.readSchool(context, async (tx) => {
    const { heads } = await existing(tx, course, id);
    const data: string[][] = [];
    for (let after = 0; ; ) {
      const rows = await rowsAfter(tx, id, after, 1000, { fate: "refused" });
      for (const { cells, reason } of rows) data.push([...cells, reason ?? ""]);
      after = rows.at(-1)?.line ?? after;
      if (rows.length < 1000) break;
    }
    return papaparse.unparse(
      { fields: [...heads, "Why it was refused"], data },
      { escapeFormulae: true, newline: "\r\n" },
    );
  });
}

export async function dropPeopleFile(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!(await dropFile(tx, course, id)))
      throw notFound("There is no such file, or its people are being enrolled.");
  });
}
