import { sql } from "kysely";
import pg from "pg";
import { appendOperations } from "../../src/courses/operation-store";
import type { SchoolId } from "../../src/db/connection";
import { importSchool } from "../../src/import/import";
import { insertInvitation, insertMember, replaceCohorts } from "../../src/school/staff-store";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const TABLES = [
  "school",
  "course",
  "module_placement",
  "lesson",
  "lesson_revision",
  "lesson_placement",
  "course_version",
  "cohort",
  "person",
  "enrollment",
  "enrollment_event",
  "opening",
  "member",
  "cohort_instructor",
  "invitation",
  "draft_operation",
] as const;

let test_: TestDatabase;
let one: SchoolId;
let two: SchoolId;
beforeAll(async () => {
  test_ = await testDatabase();
  const now = instant("2027-03-20T12:00:00Z");
  one = await importSchool(test_.db, sampleImport("one"), now);
  two = await importSchool(test_.db, sampleImport("two"), now);
  for (const school of [one, two])
    await test_.db.withSchool(school, async (tx) => {
      const user_id = `account-${school}`;
      await insertMember(tx, school, {
        user_id,
        role: "instructor",
        name: "I",
        email: "i@example.org",
      });
      await replaceCohorts(tx, school, user_id, ["k"]);
      await insertInvitation(tx, school, {
        email: "new@example.org",
        role: "instructor",
        token_hash: `hash-${school}`,
        invited_by: user_id,
        expires_at: "2030-01-01T00:00:00Z",
      });
      const operation = { type: "set-course" as const, set: { title: "X" } };
      await appendOperations(tx, school, "c", 1, [{ clientId: "c1", number: 1, operation }]);
    });
});
afterAll(() => test_.close());

describe("each school sees its own rows and no others", () => {
  test.each(TABLES)("%s", async (table) => {
    const owner = table === "school" ? "id" : "school_id";
    for (const school of [one, two]) {
      const { rows } = await test_.db.readSchool(school, (tx) =>
        sql<{ owner: string; count: string }>`
          select ${sql.ref(owner)} as owner, count(*) from ${sql.table(table)} group by 1
        `.execute(tx),
      );
      expect(rows.map((row) => row.owner)).toEqual([school]);
    }
  });

  test("without a school, the server's role sees nothing at all", async () => {
    const client = new pg.Client(test_.address);
    await client.connect();
    try {
      for (const table of TABLES) {
        const { rows } = await client.query(`select count(*)::integer as count from ${table}`);
        expect(rows).toEqual([{ count: 0 }]);
      }
    } finally {
      await client.end();
    }
  });

  test("a row of another school's can neither be written nor changed nor referred to", async () => {
    const other = { school_id: two, id: "x", name: "X", email: "x@example.org", time_zone: "UTC" };
    await expect(
      test_.db.withSchool(one, (tx) => tx.insertInto("person").values(other).execute()),
    ).rejects.toThrow(/row-level security/);
    const changed = await test_.db.withSchool(one, (tx) =>
      tx
        .updateTable("person")
        .set({ name: "Taken over" })
        .where("school_id", "=", two)
        .executeTakeFirst(),
    );
    expect(changed.numUpdatedRows).toBe(0n);
  });

  test("the setting ends with its transaction", async () => {
    await test_.db.readSchool(one, async () => undefined);
    const client = new pg.Client(test_.address);
    await client.connect();
    const { rows } = await client.query("select current_setting('dawngate.school_id', true) as s");
    await client.end();
    expect(rows[0].s || null).toBeNull();
  });
});

describe("what is on record stays", () => {
  test.each(["course_version", "enrollment_event", "lesson_revision", "draft_operation"] as const)(
    "%s can be neither changed nor deleted",
    async (table) => {
      for (const change of [
        sql`update ${sql.table(table)} set school_id = school_id`,
        sql`delete from ${sql.table(table)}`,
      ])
        await expect(test_.db.withSchool(one, (tx) => change.execute(tx))).rejects.toThrow(
          /permission denied/,
        );
    },
  );
  test("what throws in the middle writes nothing", async () => {
    const failed = test_.db.withSchool(one, async (tx) => {
      await tx.updateTable("person").set({ name: "Half" }).execute();
      throw new Error("in the middle");
    });
    await expect(failed).rejects.toThrow("in the middle");
    const names = await test_.db.readSchool(one, (tx) =>
      tx.selectFrom("person").select("name").execute(),
    );
    expect(names.map(({ name }) => name)).not.toContain("Half");
  });
});
