/** Join codes: made, listed with what each brought, ended. */
import { randomInt, randomUUID } from "node:crypto";
import type { JoinCodes, NewJoinCode } from "@dawngate/contract/ways-in";
import { CODE_SIGNS, MADE_LENGTH, plainCode } from "@dawngate/core/enrollment";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { notFound, refusal } from "../../base/problem";
import { readCourseRow } from "../../courses/store";
import { readCohorts } from "../../schedule/cohort-store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { endCode, insertCode, pageOfCodes } from "./store";

type Db = Pick<Services, "db">;

/** A word of the school's own is no shorter. */
const SHORTEST = 4;
const PAGE = 50;
const pageEnd = z.tuple([z.string().max(40), z.string().max(60)]);

const invented = () =>
  Array.from({ length: MADE_LENGTH }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join("");

export async function makeJoinCode(
  { db }: Db,
  context: Context,
  course: string,
  { code: wanted, cohort, note, most, until, domain }: NewJoinCode,
): Promise<{ id: string }> {
  const own = wanted === undefined ? "" : plainCode(wanted);
  if (wanted !== undefined && wanted.trim() !== "" && own.length < SHORTEST)
    throw refusal("A join code this short is soon guessed.", [
      { path: "code", reason: `Take at least ${SHORTEST} letters or figures` },
    ]);
  return db.withSchool(context, async (tx) => {
    if (!(await readCourseRow(tx, course)))
      throw notFound(`There is no course "${course}" in this school.`);
    if (cohort !== null && !(await readCohorts(tx, course)).some((k) => k.cohort.id === cohort))
      throw refusal("The cohort is not there.", [{ path: "cohort", reason: "Choose another" }]);
    const id = randomUUID();
    const row = {
      school_id: context.school,
      id,
      course_id: course,
      cohort_id: cohort,
      note,
      most,
      until,
      domain,
      made_at: formatInstant(context.now),
      ended_at: null,
    };
    if (await insertCode(tx, { ...row, code: own === "" ? invented() : own })) return { id };
    throw refusal("Another join code of the school reads the same.", [
      { path: "code", reason: "Take another word, or have one made" },
    ]);
  });
}

export async function showJoinCodes(
  { db }: Db,
  context: Context,
  course: string,
  after: string | undefined,
): Promise<JoinCodes> {
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return db.readSchool(context, async (tx) => {
    const rows = await pageOfCodes(tx, course, place, PAGE + 1);
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    return {
      codes: page.map(({ made_at, ended_at, ...code }) => ({
        ...code,
        madeAt: made_at,
        ended: ended_at !== null,
      })),
      next: rows.length > PAGE && last ? writeCursor([last.made_at, last.id]) : null,
    };
  });
}

export async function endJoinCode(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!(await endCode(tx, course, id, formatInstant(context.now))))
      throw notFound("There is no such join code, or it has ended already.");
  });
}
