/** The database as the rest of the server sees it: only ever through one school at a time. */
import type { Role } from "@dawngate/contract";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { Kysely, PostgresDialect, sql, type Transaction } from "kysely";
import pg from "pg";
import { openPool } from "./pool";
import type { DatabaseAddress } from "./prepare";
import type { Tables } from "./types";

/** A transaction that sees and writes one school's rows and no others. */
export type SchoolTransaction = Transaction<Tables>;

declare const brand: unique symbol;
/** The identifier of a school that exists. */
export type SchoolId = string & { readonly [brand]: "SchoolId" };

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
  /** What an invitation that can still be used is for, by the hash of its token. */
  findInvitation(hash: string): Promise<InvitationRow | null>;
  /**
   * Runs `work` in one transaction, set to the school (`SET LOCAL`), so that row security shows it nothing else.
   * This is the only way to an executor. What throws rolls back.
   */
  withSchool<T>(school: SchoolId, work: (tx: SchoolTransaction) => Promise<T>): Promise<T>;
  /** The same for reading: everything in `work` sees the same state of the database. */
  readSchool<T>(school: SchoolId, work: (tx: SchoolTransaction) => Promise<T>): Promise<T>;
  /** Makes a school, and all that `work` puts into it, in one transaction. Its slug must be free. */
  createSchool(
    school: NewSchool,
    work: (tx: SchoolTransaction, school: SchoolId) => Promise<void>,
  ): Promise<SchoolId>;
  close(): Promise<void>;
}

export interface InvitationRow {
  school: SchoolId;
  slug: string;
  school_name: string;
  id: string;
  email: string;
  role: "instructor" | "enrollee";
}

export interface ActorRow {
  school: SchoolId;
  role: "owner" | "instructor" | null;
  person: string | null;
  /** Staff have enrolled somebody of this address, who has no account yet. */
  linkable: boolean;
  /** The cohorts that an instructor leads. */
  cohorts: string[];
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
 * keys, so no value makes another plan better, and planning anew took longer than most of them take to run.
 */
const OPTIONS = "-c timezone=UTC -c plan_cache_mode=force_generic_plan";

/** Opens a pool of connections. */
export function openDatabase(address: DatabaseAddress): Database {
  const pool = openPool({ ...address, types, max: 10, options: OPTIONS });
  const db = new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
  return {
    async findSchool(slug) {
      const { rows } = await sql<{ id: SchoolId | null }>`select school_of(${slug}) as id`.execute(
        db,
      );
      return rows[0]?.id ?? null;
    },
    async findActor(slug, account, mail) {
      const { rows } =
        await sql<ActorRow>`select * from actor_of(${slug}, ${account}, ${mail})`.execute(db);
      return rows[0] ?? null;
    },
    async schoolsOf(account, address) {
      const { rows } = await sql<{
        slug: string;
        name: string;
        role: Role;
      }>`select slug, name, role from schools_of(${account}, ${address}) order by name, role desc`.execute(
        db,
      );
      return rows;
    },
    async coursesToProject(at) {
      const { rows } = await sql<{
        school: SchoolId;
        course: string;
      }>`select school, course from courses_to_project(${at}::timestamptz)`.execute(db);
      return rows;
    },
    async findInvitation(hash) {
      const { rows } = await sql<InvitationRow>`select * from invitation_of(${hash})`.execute(db);
      return rows[0] ?? null;
    },
    withSchool: (school, work) => pool.inSchool(school, () => db.transaction().execute(work)),
    readSchool: (school, work) =>
      pool.inSchool(school, () =>
        db
          .transaction()
          .setIsolationLevel("repeatable read")
          .setAccessMode("read only")
          .execute(work),
      ),
    createSchool: async (school, work) => {
      const id = crypto.randomUUID() as string as SchoolId;
      await pool.inSchool(id, () =>
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
    close: () => db.destroy(),
  };
}
