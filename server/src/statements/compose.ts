/** What waits to be told, as statements: looked up when it is told, so that a forgotten person is told of no more. */
import { itemTitles } from "@dawngate/core/plan/titles";
import { type Achieved, type Statement, statementOf } from "@dawngate/core/statements";
import type { Instant } from "@dawngate/core/time";
import { nameUuid } from "../base/name-uuid";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readCases } from "../schedule/case";
import type { DueRow } from "./store";

/** `home`: the school's address. Rows whose person, event or attempt is gone give nothing. */
export async function compose(
  tx: SchoolTransaction,
  school: SchoolId,
  home: string,
  rows: readonly DueRow[],
): Promise<Statement[]> {
  const cases = await readCases(tx, school, [...new Set(rows.map(({ enrollment }) => enrollment))]);
  const known = new Map(
    cases.map(({ enrollment, plan }) => [
      enrollment.id,
      {
        plan,
        titles: itemTitles(plan),
        modules: new Set(plan.modules.map(({ id }) => id)),
      },
    ]),
  );
  return rows.flatMap((row) => {
    const found = known.get(row.enrollment);
    const told = found && achieved(row, found);
    if (!told || row.person === null) return [];
    return [
      statementOf({
        id: nameUuid(school, `${row.enrollment} ${row.kind} ${row.subject}`),
        at: Date.parse(told.at) as Instant,
        home,
        person: { id: row.person, name: row.name ?? row.person },
        registration: nameUuid(school, row.enrollment),
        course: { id: found.plan.id, title: found.plan.title },
        what: told.what,
      }),
    ];
  });
}

/** What happened, and when; null: it stands on record no more. */
function achieved(
  { kind, event, attempt, finishedAt }: DueRow,
  { titles, modules }: { titles: ReadonlyMap<string, string>; modules: ReadonlySet<string> },
): { at: string; what: Achieved } | null {
  const named = (id: string) => ({ id, title: titles.get(id) ?? id });
  if (kind === "finished")
    return finishedAt === null ? null : { at: finishedAt, what: { kind: "course-completed" } };
  if (kind === "event") {
    if (event?.data.item === undefined) return null;
    const { item, score } = event.data;
    const marked = event.kind === "passed" && score != null ? { score, passed: true } : null;
    const of = modules.has(item) ? "module" : "lesson";
    return { at: event.at, what: { kind: "part-completed", part: { ...named(item), of }, marked } };
  }
  if (!attempt || attempt.endedAt === null || attempt.score === null) return null;
  const { item, startedAt, endedAt, earned, possible, score, passed } = attempt;
  return {
    at: endedAt,
    what: {
      kind: "attempt-ended",
      lesson: named(item),
      began: Date.parse(startedAt) as Instant,
      earned: earned ?? 0,
      possible,
      score,
      passed: passed ?? false,
    },
  };
}
