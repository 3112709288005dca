/** The database as the rest of the server sees it: only ever through one school at a time. */
import type { Role, StaffRole } from "@dawngate/contract/permissions";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { Kysely, PostgresDialect, sql, type Transaction } from "kysely";
import pg from "pg";
import type { DatabaseAddress } from "./address";
import {
  databaseState,
  openPool,
  type Patience,
  REQUEST,
  type SchoolPool,
  type Scope,
  scopeOf,
} from "./pool";
import { type ReplicaSettings, watchPulse } from "./replica";
import type { SchoolId } from "./school-id";
import type { Tables } from "./tables";
import type { Who } from "./who";

/** A transaction that sees and writes one school's rows and no others. */
export type SchoolTransaction = Transaction<Tables>;

export type { Scope } from "./pool";
export type { SchoolId } from "./school-id";

export interface Database {
  /** The school of a web address, or null. */
  findSchool(slug: string): Promise<SchoolId | null>;
  /** What an account is in the school of an address; null where there is no such school. */
  findActor(slug: string, account: string, mail: string): Promise<ActorRow | null>;
  /** The schools an account belongs to, by itself or by its proven address, with its role in each. */
  schoolsOf(
    account: string,
    address: string,
  ): Promise<{ slug: string; name: string; role: Role }[]>;
  /** The courses, of all schools, in which somebody's openings must be worked out again at an instant. */
  coursesToProject(at: string): Promise<{ school: SchoolId; course: string }[]>;
  /** The schools in which somebody is to be looked at for what they are told. */
  schoolsToNotify(at: string): Promise<SchoolId[]>;
  /** The schools that have orders whose income is to be worked out again at an instant. */
  schoolsToKeepIncome(at: string): Promise<SchoolId[]>;
  /** Cohorts, of whatever school, in which a place was held for somebody until an instant that is over. */
  offersLapsed(at: string): Promise<{ school: SchoolId; cohort: string }[]>;
  /** Forgets files of people that were brought before an instant. */
  dropPeopleFiles(before: string): Promise<void>;
  /** The schools that keep files which nothing shows, brought before an instant. */
  schoolsToSweep(before: string): Promise<SchoolId[]>;
  /** Adds up what was counted of people since the last time, over all schools. */
  foldHeadcounts(): Promise<void>;
  /** What an invitation that can still be used is for, by the hash of its token. */
  findInvitation(hash: string): Promise<InvitationRow | null>;
  /** The schools in which an account is staff or a person. */
  schoolsWith(account: string): Promise<SchoolId[]>;
  /** Removes a school for good, whose owners asked for it so many days ago; false where they did not, or it is gone. */
  deleteSchool(school: string, days: number): Promise<boolean>;
  /**
   * Runs `work` in one transaction, set to the school (`SET LOCAL`), so that row security shows it nothing else, and to
   * whoever acts, whose name every row then bears. This is the only way to an executor. What throws rolls back.
   *
   * @example
   * await db.withSchool(context, (tx) => updateSchool(tx, { name: "Ember Row" }));
   */
  withSchool<T>(scope: Scope | SchoolId, work: (tx: SchoolTransaction) => Promise<T>): Promise<T>;
  /**
   * The same for reading, over connections of its own: everything in `work` sees the same state of the database. Where
   * the scope says that it may be a little old, it comes from a copy, if there is one that is young enough. Such work
   * can be done twice: what the copy cannot answer is asked of the primary.
   *
   * @example
   * const list = await db.readSchool(context, (tx) => listCourseRows(tx, null, 50, null));
   */
  readSchool<T>(scope: Scope | SchoolId, work: (tx: SchoolTransaction) => Promise<T>): Promise<T>;
  /** Makes a school, and all that `work` puts into it, in one transaction. Its slug must be free. */
  createSchool(
    school: NewSchool,
    who: Who,
    work: (tx: SchoolTransaction, school: SchoolId) => Promise<void>,
  ): Promise<SchoolId>;
  /** Whether the database answers. */
  answers(): Promise<boolean>;
  /** The connections for writing and for reading, and to the copy, if there is one. */
  figures(): Record<string, { total: number; free: number; waiting: number }>;
  /** How old the copy is, in seconds; null: there is none, or nobody knows. */
  age(): number | null;
  close(): Promise<void>;
}

export interface InvitationRow {
  school: SchoolId;
  slug: string;
  school_name: string;
  id: string;
  email: string;
  role: StaffRole | "enrollee";
}

export interface ActorRow {
  school: SchoolId;
  role: StaffRole | null;
  person: string | null;
  /** Staff have enrolled somebody of this address, who has no account yet. */
  linkable: boolean;
  /** The cohorts that an instructor leads. */
  cohorts: string[];
  /** The courses that an author is invited to; null: all. */
  courses: string[] | null;
  /** The school asks its staff for a second step. */
  two_factor: boolean;
  /** Its owners have asked for it to be removed. */
  deleted_at: string | null;
}

export interface NewSchool {
  slug: string;
  name: string;
  time_zone: string;
  currency: string;
  weekend: number[];
  closed: string[];
}

const DATE = 1082;
const DATE_ARRAY = 1182;
const TIMESTAMPTZ = 1184;

/** Dates and instants stay text: a driver's own dates would pass through the machine's zone. */
const types: pg.CustomTypesConfig = {
  getTypeParser: ((id: number, format?: "text" | "binary") => {
    if (id === DATE) return (text: string) => text;
    if (id === TIMESTAMPTZ) return (text: string) => formatInstant(Date.parse(text) as Instant);
    if (id === DATE_ARRAY) return (text: string) => text.slice(1, -1).split(",").filter(Boolean);
    return pg.types.getTypeParser(id, format as "text");
  }) as pg.CustomTypesConfig["getTypeParser"],
};

/**
 * Statements are prepared once (pool.ts), and their plan is made once too: ours find rows by their
 * keys, so no value makes another plan better, and planning anew took longer than most of them take to run. None runs
 * long enough to be worth compiling.
 */
const OPTIONS = "-c timezone=UTC -c plan_cache_mode=force_generic_plan -c jit=off";

/**
 * Opens connections: some for writing, others for reading, so that whoever waits for a row that somebody holds takes
 * nothing from those who only read.
 */
export function openDatabase(
  address: DatabaseAddress,
  {
    patience = REQUEST,
    most = 10,
    replica,
  }: { patience?: Patience; most?: number; replica?: ReplicaSettings | undefined } = {},
): Database {
  const open = (max: number, where = address) =>
    openPool({ ...where, types, max, options: OPTIONS }, patience);
  const pool = open(most);
  const readers = open(Math.max(1, Math.ceil(most * 0.6)));
  const db = new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
  const reading = new Kysely<Tables>({ dialect: new PostgresDialect({ pool: readers }) });
  const copy = replica ? openCopy(replica, open(most, replica.address), db) : null;
  const readFrom = <T>(
    pool: SchoolPool,
    from: Kysely<Tables>,
    scope: Scope,
    work: (tx: SchoolTransaction) => Promise<T>,
  ) =>
    pool.within(scope, () =>
      from
        .transaction()
        .setIsolationLevel("repeatable read")
        .setAccessMode("read only")
        .execute(work),
    );
  /** The schools that a function of the database names, which is asked about an instant. */
  const schoolsBy = async (name: string, at: string): Promise<SchoolId[]> => {
    const { rows } = await sql<{
      school: SchoolId;
    }>`select school from ${sql.id(name)}(${at}::timestamptz)`.execute(reading);
    return rows.map(({ school }) => school);
  };
  return {
    async findSchool(slug) {
      const { rows } = await sql<{ id: SchoolId | null }>`select school_of(${slug}) as id`.execute(
        reading,
      );
      return rows[0]?.id ?? null;
    },
    async findActor(slug, account, mail) {
      const { rows } =
        await sql<ActorRow>`select * from actor_of(${slug}, ${account}, ${mail})`.execute(reading);
      return rows[0] ?? null;
    },
    async schoolsOf(account, address) {
      const { rows } = await sql<{
        slug: string;
        name: string;
        role: Role;
      }>`select slug, name, role from schools_of(${account}, ${address}) order by name, role desc`.execute(
        reading,
      );
      return rows;
    },
    async coursesToProject(at) {
      const { rows } = await sql<{
        school: SchoolId;
        course: string;
      }>`select school, course from courses_to_project(${at}::timestamptz)`.execute(reading);
      return rows;
    },
    schoolsToSweep: (before) => schoolsBy("schools_to_sweep", before),
    schoolsToNotify: (at) => schoolsBy("schools_to_notify", at),
    schoolsToKeepIncome: (at) => schoolsBy("schools_to_keep_income", at),
    async offersLapsed(at) {
      const { rows } = await sql<{
        school: SchoolId;
        cohort: string;
      }>`select school, cohort from offers_lapsed(${at}::timestamptz)`.execute(reading);
      return rows;
    },
    async dropPeopleFiles(before) {
      await sql`select drop_people_files(${before}::timestamptz)`.execute(db);
    },
    async foldHeadcounts() {
      await sql`select fold_headcounts()`.execute(db);
    },
    async findInvitation(hash) {
      const { rows } = await sql<InvitationRow>`select * from invitation_of(${hash})`.execute(
        reading,
      );
      return rows[0] ?? null;
    },
    async schoolsWith(account) {
      const { rows } = await sql<{
        school: SchoolId;
      }>`select schools_with(${account}) as school`.execute(reading);
      return rows.map(({ school }) => school);
    },
    async deleteSchool(school, days) {
      const { rows } = await sql<{
        gone: boolean;
      }>`select delete_school(${school}::uuid, make_interval(days => ${days}::integer)) as gone`.execute(
        db,
      );
      return rows[0]?.gone ?? false;
    },
    withSchool: (scope, work) => pool.within(scopeOf(scope), () => db.transaction().execute(work)),
    readSchool: async (given, work) => {
      const scope = scopeOf(given);
      if (copy && scope.lagging && copy.pulse.fit())
        try {
          return await readFrom(copy.pool, copy.db, scope, work);
        } catch (error) {
          // Away, or in the way of what it takes over: the primary knows.
          if (databaseState(error) === null) throw error;
        }
      return readFrom(readers, reading, scope, work);
    },
    createSchool: async (school, who, work) => {
      const id = crypto.randomUUID() as string as SchoolId;
      await pool.within({ school: id, who }, () =>
        db.transaction().execute(async (tx) => {
          await tx
            .insertInto("school")
            .values({ id, ...school })
            .execute();
          await work(tx, id);
        }),
      );
      return id;
    },
    answers: () =>
      sql`select 1`.execute(reading).then(
        () => true,
        () => false,
      ),
    figures: () => ({
      write: pool.figures(),
      read: readers.figures(),
      ...(copy && { copy: copy.pool.figures() }),
    }),
    age: () => copy?.pulse.age() ?? null,
    close: async () => {
      copy?.pulse.close();
      await Promise.all([db.destroy(), reading.destroy(), copy?.db.destroy()]);
    },
  };
}

/** Connections to a copy of the database, and how old it is. */
function openCopy({ bound }: ReplicaSettings, pool: SchoolPool, primary: Kysely<Tables>) {
  const db = new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
  const pulse = watchPulse(
    () => sql`select beat()`.execute(primary),
    async () => {
      const { rows } = await sql<{ age: number }>`select age_of_copy() as age`.execute(db);
      return rows[0]?.age ?? Number.POSITIVE_INFINITY;
    },
    bound,
  );
  return { db, pool, pulse };
}
