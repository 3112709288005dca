/** What publishing a draft would do to everybody in the course, worked out before it is done. */
import type { PersonRipple, RippleAnswer } from "@dawngate/contract";
import { compare, type PersonRipple as Found, isTouched, rippleOf } from "@dawngate/core/review";
import { evaluate, prepareCourse } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { existing } from "../courses/authoring";
import type { Database } from "../db/connection";
import { listPeople, readCohorts, readEnrollments } from "../enrollment/store";
import type { Actor } from "../school/actor";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { versionPlan } from "./versions";

/** As many people are named. */
const NAMED = 200;
/** So many are worked out before others get their turn: a course of thousands must not hold up the server. */
const AT_ONCE = 100;

export async function showRipple(
  db: Database,
  actor: Actor,
  course: string,
  now: Instant,
): Promise<RippleAnswer> {
  const { row, draft, settings, cohorts, enrollments, names, plan } = await reading(
    db,
    actor,
    async (tx) => {
      const { row, draft } = await existing(tx, course);
      const version = row.current_version;
      return {
        row,
        draft,
        settings: planSchool(await readSchool(tx)),
        cohorts: new Map((await readCohorts(tx, course)).map(({ cohort }) => [cohort.id, cohort])),
        // Who holds an older version is not touched by a newer one.
        enrollments: (await readEnrollments(tx, course)).filter(
          ({ pinnedVersion }) => pinnedVersion === null,
        ),
        names: new Map((await listPeople(tx, course)).map((one) => [one.id, one])),
        plan: version === null ? null : await versionPlan(tx, actor.school, course, version),
      };
    },
  );
  const ready = new Map<string | null, ReturnType<typeof prepareCourse>[]>();
  const touched: Found[] = [];
  for (const [i, { enrollment }] of (plan ? enrollments : []).entries()) {
    if (i % AT_ONCE === AT_ONCE - 1) await new Promise(setImmediate);
    const cohort = cohorts.get(enrollment.cohort ?? "") ?? null;
    let both = ready.get(cohort?.id ?? null);
    if (!both) {
      both = [plan ?? draft, draft].map((one) => prepareCourse(settings, one, cohort));
      ready.set(cohort?.id ?? null, both);
    }
    const [was, becomes] = both.map((one) => evaluate(one, enrollment, now));
    if (!was || !becomes) continue;
    const person = compare(was, becomes);
    if (isTouched(person)) touched.push(person);
  }
  const { totals, groups, people } = rippleOf(touched, plan ? enrollments.length : 0);
  const written = (person: Found): PersonRipple => {
    const known = names.get(person.id);
    return {
      ...write(person),
      name: known?.name ?? person.id,
      clock: draft.clock === "school" ? settings.timeZone : (known?.time_zone ?? settings.timeZone),
    };
  };
  return {
    at: formatInstant(now),
    version: row.current_version,
    sequence: row.draft_sequence,
    totals,
    groups: groups.slice(0, 50).map(({ people: alike, example }) => ({
      people: alike.length,
      example: written(example),
    })),
    people: people.slice(0, NAMED).map(written),
  };
}

function write({ id, gains, loses, moves, appears, goes, end }: Found) {
  const text = (instant: Instant | null) => instant && formatInstant(instant);
  return {
    enrollment: id,
    gains,
    loses,
    moves: moves.map((move) => ({ ...move, before: text(move.before), after: text(move.after) })),
    appears,
    goes,
    end: end && { before: text(end.before), after: text(end.after) },
  };
}
