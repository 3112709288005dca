/** What has changed in a course's plan since somebody enrolled: only what touches them, and is still ahead of them. */
import type { PlanChanges } from "@dawngate/contract/enrollment";
import { itemTitles, type PlanCourse } from "@dawngate/core/plan";
import { compare } from "@dawngate/core/review";
import type { Timeline } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { versionAt } from "../courses/version-store";
import { versionPlan } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type Case, workOut } from "../schedule/case";

/** So much of each kind is told. */
const MOST = 20;

export async function changedSince(
  tx: SchoolTransaction,
  school: SchoolId,
  found: Case & { timeline: Timeline },
  now: Instant,
): Promise<PlanChanges | null> {
  const { course, enrollment, version } = found;
  const first = await versionAt(tx, course, enrollment.enrolledAt);
  if (first === null || first >= version) return null;
  const then = await versionPlan(tx, school, course, first);
  if (!then) return null;
  const was = workOut({ ...found, plan: then, held: [] }, now);
  const { moves, appears, goes, end } = compare(was, found.timeline);
  const ahead = new Set(found.timeline.items.flatMap(({ id, done }) => (done ? [] : [id])));
  const left = new Set(was.items.flatMap(({ id, done }) => (done ? [] : [id])));
  const titles = itemTitles(found.plan);
  const moved = (what: "opens" | "due" | "closes") => {
    const those = moves.filter(
      (one) => one.what === what && ahead.has(one.item) && (one.after === null || one.after > now),
    );
    const byItem = new Map(those.map((one) => [one.item, one]));
    const modules = moduleOf(found.plan);
    return (
      those
        // What goes along with its module is told by that.
        .filter((one) => {
          const over = byItem.get(modules.get(one.item) ?? "");
          return over === undefined || over.before !== one.before || over.after !== one.after;
        })
        .slice(0, MOST)
        .map(({ item, before, after }) => ({
          title: titles.get(item) ?? item,
          before: written(before),
          after: written(after),
        }))
    );
  };
  const changes = {
    version,
    opens: moved("opens"),
    due: moved("due"),
    closes: moved("closes"),
    added: titled(
      found.plan,
      appears.filter((id) => ahead.has(id)),
    ),
    gone: titled(
      then,
      goes.filter((id) => left.has(id)),
    ),
    end: end && { before: written(end.before), after: written(end.after) },
  };
  const { opens, due, closes, added, gone } = changes;
  return [opens, due, closes, added, gone].every((list) => list.length === 0) && end === null
    ? null
    : changes;
}

const written = (instant: Instant | null) => (instant === null ? null : formatInstant(instant));

const moduleOf = (plan: PlanCourse) =>
  new Map(plan.modules.flatMap(({ id, lessons }) => lessons.map((one) => [one.id, id] as const)));

/** The titles of some items, without lessons whose module is among them. */
function titled(plan: PlanCourse, ids: readonly string[]): string[] {
  const all = new Set(ids);
  const modules = moduleOf(plan);
  const titles = itemTitles(plan);
  return ids
    .filter((id) => !all.has(modules.get(id) ?? ""))
    .slice(0, MOST)
    .map((id) => titles.get(id) ?? id);
}
