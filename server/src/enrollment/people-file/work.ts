/** The work on a file of people: its rows looked at, and enrolled, lot by lot, going on where a server has ended. */
import { randomUUID } from "node:crypto";
import type { RowFate } from "@dawngate/contract/people-file";
import { enrollmentSchema } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { ProblemError } from "../../base/problem";
import { published } from "../../courses/service";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { projectSoon } from "../../jobs/projecting-store";
import { writeValues } from "../../people/fields/store";
import { insertPeople } from "../../people/store";
import { readCohorts } from "../../schedule/cohort-store";
import { projectThese } from "../../schedule/project";
import type { Context } from "../../school/context";
import { readSchool } from "../../school/store";
import { act } from "../acts";
import { withdrawMissing } from "../deliveries/missing";
import { noteDelivered, readDelivery } from "../deliveries/store";
import { byStaff } from "../enroll";
import { holdSeats } from "../seats";
import { insertEnrollments } from "../store";
import { tellEnrolled } from "../tell-enrolled";
import { noLongerWait } from "../ways-in/queue-store";
import { type Ground, groundOf, type Judged, judge } from "./judge";
import { readFile, rowsAfter, setFates, updateFile } from "./store";

interface Parts {
  db: Database;
  baseUrl: string;
  now(): Instant;
}

/** So many rows are looked at, and enrolled, in one transaction. */
const LOOK_LOT = 1000;
const ENROLL_LOT = 200;
/** Where each is written to, their first dates are worked out: fewer at a time. */
const TELL_LOT = 25;

/** What a job does for a file that waits to be looked at, or to be enrolled. */
export const peopleFileWorker =
  (parts: Parts) =>
  async (school: string, id: string): Promise<void> => {
    const { db } = parts;
    const file = await db.withSchool(school as SchoolId, (tx) => readFile(tx, id));
    if (!file) return;
    try {
      if (file.state === "checking") await look(parts, school as SchoolId, file);
      const looked =
        file.delivery_id === null ? file : await goesOn(parts, school as SchoolId, file);
      if (looked?.state === "enrolling") await enrollAll(parts, school as SchoolId, looked);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      // What stands in the way is said; another try would meet it again.
      await db.withSchool(school as SchoolId, (tx) =>
        updateFile(tx, id, { state: "broken", fault: error.message }),
      );
    }
  };

/** What was delivered is enrolled by itself once its rows are looked at. */
async function goesOn({ db }: Parts, school: SchoolId, { id, delivery_id, ...by }: Held) {
  return db.withSchool({ school, who: broughtBy({ delivery_id, ...by }) }, async (tx) => {
    const file = await readFile(tx, id, true);
    if (file?.state !== "checked") return file;
    const delivery = await readDelivery(tx, delivery_id ?? "");
    await updateFile(tx, id, { state: "enrolling", tell: delivery?.tell ?? false });
    return readFile(tx, id);
  });
}

type Held = NonNullable<Awaited<ReturnType<typeof readFile>>>;

/** A lot in a transaction, as long as the file is in a state, and nothing else was said of it. */
async function lot<T>(
  { db, now }: Parts,
  school: SchoolId,
  { id, state, ...by }: Held,
  work: (tx: SchoolTransaction, file: Held, at: Instant) => Promise<T>,
): Promise<T | null> {
  return db.withSchool({ school, who: broughtBy(by) }, async (tx) => {
    // Whoever else is at it goes on with it.
    const file = await readFile(tx, id, "skip");
    return file?.state === state ? work(tx, file, now()) : null;
  });
}

/** Whoever brought a file has done what comes of it. */
const broughtBy = ({
  by_id,
  by_name,
  delivery_id,
}: Pick<Held, "by_id" | "by_name" | "delivery_id">) =>
  ({ kind: delivery_id === null ? "account" : "key", id: by_id, name: by_name }) as const;

async function look(parts: Parts, school: SchoolId, brought: Held): Promise<void> {
  const { id } = brought;
  let ground: Ground | null = null;
  let number: number | null = null;
  let after = 0;
  let looked = 0;
  for (;;) {
    const more = await lot(parts, school, brought, async (tx, file, at) => {
      number ??= file.number;
      // Something else was said of it meanwhile: another job looks again.
      if (file.number !== number) return false;
      if (ground === null) {
        const { archived } = await published(tx, school, file.course_id);
        ground = await groundOf(tx, school, file, archived, at);
      }
      const rows = await rowsAfter(tx, id, after, LOOK_LOT);
      const judged = await judge(tx, ground, rows, at);
      await setFates(
        tx,
        id,
        judged.map((row) => kept(row, false)),
      );
      looked += rows.length;
      after = rows.at(-1)?.line ?? after;
      const done = rows.length < LOOK_LOT;
      await updateFile(tx, id, { looked, ...(done && { state: "checked" }) });
      return !done;
    });
    if (!more) return;
  }
}

const kept = ({ line, fate, reason, against }: Judged, enrolled: boolean) => ({
  line,
  fate,
  reason,
  against,
  enrolled,
});

/** Whoever is in already is nothing to do for, but where a column says something of them. */
const undone = ({ columns }: Held): readonly RowFate[] => [
  "new",
  "known",
  "moves",
  ...(columns.some((column) => column?.startsWith("own:")) ? (["in"] as const) : []),
];

async function enrollAll(parts: Parts, school: SchoolId, brought: Held): Promise<void> {
  const { id } = brought;
  for (;;) {
    const done = await lot(parts, school, brought, async (tx, file, at) => {
      const { archived } = await published(tx, school, file.course_id);
      const most = file.tell ? TELL_LOT : ENROLL_LOT;
      const rows = await rowsAfter(tx, id, 0, most, { waiting: undone(file) });
      if (rows.length === 0) {
        // Of what was delivered one step is left.
        if (file.delivery_id === null) await updateFile(tx, id, { state: "done" });
        await projectSoon(tx, school, file.course_id);
        return null;
      }
      // Seats are held before they are counted: nobody else takes one meanwhile.
      for (const { cohort } of await readCohorts(tx, file.course_id))
        await holdSeats(tx, school, file.course_id, cohort, at);
      const ground = await groundOf(tx, school, file, archived, at);
      const judged = await judge(tx, ground, rows, at);
      const entering = judged.filter(({ fate }) => fate === "new" || fate === "known");
      await enterAll(tx, parts, school, file, entering, at);
      // Whoever has come in by them has theirs.
      const known = judged.filter(({ fate }) => fate === "in" || fate === "moves");
      await keepSaid(tx, school, known);
      const moving = judged.filter(({ fate }) => fate === "moves");
      await setFates(
        tx,
        id,
        judged
          .filter((row) => row.fate !== "moves")
          .map((row) => kept(row, row.fate !== "refused")),
      );
      return { file, moving, at };
    });
    if (done === null) break;
    await moveAll(parts, school, done.file, done.moving, done.at);
  }
  if (brought.delivery_id !== null) await withdrawMissing(parts, school, id, broughtBy(brought));
}

async function enterAll(
  tx: SchoolTransaction,
  { baseUrl }: Parts,
  school: SchoolId,
  file: Held,
  rows: readonly Judged[],
  at: Instant,
): Promise<void> {
  if (rows.length === 0) return;
  const made = rows.map((row) => ({
    ...row,
    isNew: row.person === null,
    person: row.person ?? randomUUID(),
    enrollment: randomUUID(),
  }));
  await insertPeople(
    tx,
    school,
    made
      .filter(({ isNew }) => isNew)
      .map(({ person, name, email, timeZone }) => ({ id: person, name, email, timeZone })),
  );
  const by = `Enrolled by ${file.by_name}, from ${file.name}`;
  const overrule = file.overrule ?? undefined;
  await insertEnrollments(
    tx,
    school,
    made.map(({ person, enrollment, cohort, timeZone, against }) => ({
      person,
      reasonOf: () => byStaff(by, against ? overrule : undefined).reason,
      enrollment: enrollmentSchema.parse({
        id: enrollment,
        course: file.course_id,
        cohort,
        timeZone,
        enrolledAt: formatInstant(at),
      }),
    })),
  );
  await keepSaid(tx, school, made);
  await projectThese(
    tx,
    school,
    file.course_id,
    made.map(({ enrollment }) => enrollment),
    at,
  );
  if (file.delivery_id !== null)
    await noteDelivered(
      tx,
      school,
      file.delivery_id,
      made.map(({ enrollment }) => enrollment),
    );
  await noLongerWait(
    tx,
    file.course_id,
    made.map(({ person }) => person),
  );
  if (!file.tell) return;
  const { slug } = await readSchool(tx);
  const who = broughtBy(file);
  for (const { enrollment, email, name, account } of made)
    await tellEnrolled(tx, { baseUrl }, { school, who, now: at, slug }, enrollment, {
      email,
      known: { name, user_id: account },
    });
}

/** Keeps what rows say in the school's own fields: of people, and of their enrollments. */
async function keepSaid(
  tx: SchoolTransaction,
  school: SchoolId,
  rows: readonly Pick<Judged, "person" | "answers" | "enrollment" | "noted">[],
): Promise<void> {
  const saidOf = (of: string | null, said: Judged["answers"]) =>
    of === null ? [] : [...said].map(([field, value]) => ({ of, field, value }));
  const people = rows.flatMap(({ person, answers }) => saidOf(person, answers));
  await writeValues(tx, school, people);
  const enrollments = rows.flatMap(({ enrollment, noted }) => saidOf(enrollment, noted));
  await writeValues(tx, school, enrollments, "enrollments");
}

/** Those who are in another cohort are moved as staff move them, under a key of the row's: once. */
async function moveAll(
  { db }: Parts,
  school: SchoolId,
  file: Held,
  rows: readonly Judged[],
  at: Instant,
): Promise<void> {
  const who = broughtBy(file);
  const context = { school, who, now: at, cohorts: null } as Context;
  for (const row of rows) {
    let fate: RowFate = "moves";
    let reason = row.reason;
    try {
      await act({ db }, context, file.course_id, {
        enrollments: [row.enrollment ?? ""],
        key: `${file.id.slice(0, 8)}-${row.line}`,
        act: { type: "moved", cohort: row.cohort ?? "", reason: `Moved by ${file.name}` },
        look: false,
        tell: file.tell,
      });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      fate = "refused";
      reason = error.message;
    }
    await db.withSchool({ school, who }, (tx) =>
      setFates(tx, file.id, [
        { line: row.line, fate, reason, against: false, enrolled: fate === "moves" },
      ]),
    );
  }
}
