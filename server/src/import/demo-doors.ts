/** Who is at the doors of the demo school: bakers who ask to come in, a cohort that is full, and who waits for a seat. */
import { randomUUID } from "node:crypto";
import { cohortSchema, enrollmentSchema } from "@dawngate/core/plan";
import {
  addDays,
  DAY,
  formatDate,
  formatInstant,
  HOUR,
  type Instant,
  parseDate,
} from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { insertCohorts, insertEnrollments, updateCohort } from "../enrollment/store";
import { insertRequest, insertWaiting } from "../enrollment/ways-in/queue-store";
import { insertCode, USUAL_WAY, writeWay } from "../enrollment/ways-in/store";
import { insertPeople } from "../people/store";
import { projectOne } from "../schedule/project";
import { readSchool } from "../school/store";

const RYE = "winter-rye";
const OVEN = "oven-and-allergens";

/** Staff of partner bakeries, and what they answer when they are asked where they work. */
const ASKING = [
  ["Noor Haddad", "noor.haddad@example.org", "At Pão da Esquina in Setúbal, mornings at the oven."],
  ["Emil Sand", "emil.sand@example.org", "Bakery Sand & Son. My father did the course last year."],
  ["Signe Dahl", "signe.dahl@example.org", "I start at Mill Lane on the first of next month."],
] as const;
/** Who waits for a seat in the spring. */
const WAITING = [
  ["Otis Lane", "otis.lane@example.org"],
  ["Pilar Montes", "pilar.montes@example.org"],
  ["Anouk Visser", "anouk.visser@example.org"],
] as const;

const idOf = (email: string) => email.replace(/@.*/, "");

/** `days`: the demo was moved by so many from the Monday its plan stands still on. */
export async function demoDoors(
  tx: SchoolTransaction,
  school: SchoolId,
  days: number,
  now: Instant,
): Promise<void> {
  const { time_zone: timeZone } = await readSchool(tx);
  const day = (text: string) => {
    const date = parseDate(text);
    if (!date.ok) throw new Error(date.reason);
    return formatDate(addDays(date.value, days));
  };
  const ago = (hours: number) => formatInstant((now - hours * HOUR) as Instant);
  await insertPeople(
    tx,
    school,
    [...ASKING, ...WAITING].map(([name, email]) => ({ id: idOf(email), name, email, timeZone })),
  );

  // The training of partner bakeries: the school says who comes in, and a bakery has a code for its own.
  await writeWay(tx, school, OVEN, {
    ...USUAL_WAY,
    cohort: null,
    entry: "approval",
    question: "What do you do there?",
  });
  const code = { school_id: school, course_id: OVEN, cohort_id: null, until: null, domain: null };
  const made = { made_at: ago(30 * 24), ended_at: null };
  await insertCode(tx, {
    ...code,
    ...made,
    id: randomUUID(),
    code: "MILLLANE",
    note: "Mill Lane Bakery, new staff",
    most: 12,
  });
  for (const [i, [, email, words]] of ASKING.entries())
    await insertRequest(tx, {
      school_id: school,
      id: randomUUID(),
      course_id: OVEN,
      cohort_id: null,
      person_id: idOf(email),
      words,
      time_zone: timeZone,
      asked_at: ago(50 - 17 * i),
      state: "waiting",
      reason: null,
      decided_at: null,
    });

  // The spring of the rye course is taken already; the autumn after it takes nobody yet.
  const spring = cohortSchema.parse({
    id: "rye-spring",
    course: RYE,
    window: { opens: day("2026-11-16"), closes: day("2027-03-14") },
    starts: day("2027-03-15"),
    ends: day("2027-05-02"),
    grace: 21,
    seats: 3,
  });
  const autumn = cohortSchema.parse({
    ...spring,
    id: "rye-next-autumn",
    window: { opens: day("2027-09-27"), closes: day("2027-10-29") },
    starts: day("2027-11-01"),
    ends: day("2027-12-19"),
    seats: 16,
  });
  const names = { [spring.id]: "Spring", [autumn.id]: "Next autumn" };
  await insertCohorts(tx, school, [spring, autumn], (id) => names[id] ?? id);
  // Its people meet in the school's kitchen once a month, and in the browser between.
  await updateCohort(tx, RYE, "rye-autumn", {
    place: "The school's kitchen, Rua do Forno 7, Lisbon",
    link: "https://meet.example.org/ember-row-rye",
  });
  await writeWay(tx, school, RYE, {
    ...USUAL_WAY,
    cohort: spring.id,
    waitlist: { until: day("2027-03-10"), offerHours: 48 },
  });
  const seated = await tx
    .selectFrom("enrollment")
    .select(["person_id as person", "time_zone as timeZone"])
    .where("course_id", "=", "cold-kitchen")
    .where("person_id", "not in", (q) =>
      q.selectFrom("enrollment").select("person_id").where("course_id", "=", RYE),
    )
    .orderBy("id")
    .limit(3)
    .execute();
  await insertEnrollments(
    tx,
    school,
    seated.map(({ person, timeZone: zone }, i) => ({
      person,
      reasonOf: () => null,
      enrollment: enrollmentSchema.parse({
        id: `rye-spring-${i + 1}`,
        course: RYE,
        cohort: spring.id,
        timeZone: zone,
        enrolledAt: formatInstant((now - (12 - 3 * i) * DAY) as Instant),
      }),
    })),
  );
  for (const [i, [, email]] of WAITING.entries())
    await insertWaiting(tx, {
      school_id: school,
      id: randomUUID(),
      course_id: RYE,
      cohort_id: spring.id,
      person_id: idOf(email),
      time_zone: timeZone,
      joined_at: ago(70 - 20 * i),
    });
  for (let i = 1; i <= seated.length; i++) await projectOne(tx, school, `rye-spring-${i}`, now);
}
