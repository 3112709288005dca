import { once } from "node:events";
import { type AddressInfo, connect, createServer, type Socket } from "node:net";
import { formatInstant } from "@dawngate/core/time";
import { editDraft } from "../src/courses/authoring";
import type { SchoolId } from "../src/db/connection";
import { appendEvent } from "../src/enrollment/append";
import { unproject } from "../src/enrollment/lot-store";
import { type Changes, listenForChanges } from "../src/jobs/changes";
import { type Queue, startQueue } from "../src/jobs/queue";
import { projectCourse, projectOne } from "../src/schedule/project";
import type { Actor } from "../src/school/actor";
import { importSchool } from "../src/school/import";
import { type TestDatabase, testDatabase } from "./helpers/database";
import { instant, sampleImport } from "./helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let test_: TestDatabase;
let school: SchoolId;
const queues: Queue[] = [];
let changes: Changes;
const logged: string[] = [];
beforeAll(async () => {
  test_ = await testDatabase();
  school = await importSchool(test_.db, sampleImport("one"), now);
  // Two servers on one database behave as one.
  for (let i = 0; i < 2; i++)
    queues.push(
      await startQueue(
        test_.db,
        test_.address,
        (id, course) => projectCourse(test_.db, id, course, now),
        () => now,
        (line) => logged.push(line),
        300,
      ),
    );
  changes = await listenForChanges(test_.address);
});
afterAll(async () => {
  await changes.close();
  await Promise.all(queues.map((queue) => queue.close()));
  await test_.close();
});

const until = async (holds: () => Promise<boolean>) => {
  for (let i = 0; i < 100; i++) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("it never came to hold");
};
const opensOf = async (item: string) => {
  const rows = await test_.db.readSchool(school, (tx) =>
    tx
      .selectFrom("opening")
      .select(["opens"])
      .where("enrollment_id", "=", "e1")
      .where("item_id", "=", item)
      .execute(),
  );
  return rows.map(({ opens }) => opens);
};

test("a job works out everybody's openings again, on whichever server it was asked for", async () => {
  const before = await opensOf("m2");
  await test_.db.withSchool(school, async (tx) => {
    await tx.deleteFrom("opening").execute();
    await unproject(tx, "c");
    expect(await tx.selectFrom("opening").selectAll().execute()).toEqual([]);
  });
  await queues[0]?.projectCourse(school, "c");
  await until(async () => (await opensOf("m2")).length === 1);
  expect(await opensOf("m2")).toEqual(before);
});

test("asked ten times at once by two servers, no row stands twice", async () => {
  await Promise.all(
    Array.from({ length: 10 }, (_, i) => queues[i % 2]?.projectCourse(school, "c")),
  );
  await new Promise((resolve) => setTimeout(resolve, 2500));
  const rows = await test_.db.readSchool(school, (tx) =>
    tx.selectFrom("opening").select(["enrollment_id", "item_id"]).execute(),
  );
  const names = rows.map((row) => `${row.enrollment_id}/${row.item_id}`);
  expect(new Set(names).size).toBe(names.length);
  expect(logged).toEqual([]);
});

test("what happens to somebody while a job works them out is neither lost nor refused", async () => {
  const happen = (n: number) =>
    test_.db.withSchool(school, (tx) =>
      appendEvent(
        tx,
        school,
        "c",
        "e1",
        {
          kind: "signal",
          at: "2027-03-10T11:00:00Z",
          data: { name: `s${n}` },
          author: "test",
          reason: null,
          key: `k${n}`,
        },
        now,
      ),
    );
  const project = async () => {
    await test_.db.withSchool(school, (tx) => unproject(tx, "c"));
    await projectCourse(test_.db, school, "c", now);
  };
  await Promise.all(Array.from({ length: 12 }, (_, n) => (n % 3 === 0 ? project() : happen(n))));
  const rows = await test_.db.readSchool(school, (tx) =>
    tx
      .selectFrom("enrollment")
      .select(["enrollment.last_sequence", "enrollment.projected_sequence"])
      .where("enrollment.id", "=", "e1")
      .execute(),
  );
  expect(rows.length).toBeGreaterThan(0);
  for (const row of rows) expect(row.projected_sequence).toBe(row.last_sequence);
});

test("events that write only what they change leave the openings that working out all would", async () => {
  const rows = () =>
    test_.db.readSchool(school, (tx) =>
      tx
        .selectFrom("opening")
        .select(["item_id", "opens", "closes"])
        .where("enrollment_id", "=", "e1")
        .orderBy("item_id")
        .execute(),
    );
  const events = [
    { kind: "completed", data: { item: "l1" } },
    { kind: "opened-by-staff", data: { item: "m2" } },
    { kind: "paused", data: {} },
    { kind: "completed", data: { item: "l2" } },
    { kind: "resumed", data: {} },
    { kind: "uncompleted", data: { item: "l1" } },
    { kind: "extended", data: { add: "P1M" } },
    { kind: "revoked", data: {} },
  ];
  for (const [index, { kind, data }] of events.entries()) {
    const at = instant(`2027-03-10T12:${String(index).padStart(2, "0")}:00Z`);
    const happening = { kind, at: formatInstant(at), data, author: "t", reason: null, key: null };
    await test_.db.withSchool(school, (tx) => appendEvent(tx, school, "c", "e1", happening, at));
    const written = await rows();
    await test_.db.withSchool(school, (tx) => projectOne(tx, school, "e1", at));
    expect([kind, written]).toEqual([kind, await rows()]);
  }
});

describe("whoever edits a draft is told of others' changes", () => {
  const owner: Actor = {
    school: "" as SchoolId,
    slug: "one",
    account: { id: "a", name: "Author", email: "a@example.org" },
    role: "owner",
    person: null,
    cohorts: null,
  };
  const edit = (number: number) =>
    editDraft(test_.db, { ...owner, school }, "c", {
      base: 0,
      clientId: "client-jobs",
      operations: [{ number, operation: { type: "set-course", set: { title: `T${number}` } } }],
    });
  test("once it is kept, of this course alone, and no longer than they listen", async () => {
    let heard = 0;
    let other = 0;
    const stop = changes.onDraft(school, "c", () => heard++);
    changes.onDraft(school, "another", () => other++);
    await edit(1);
    await until(async () => heard === 1);
    // The same press again changes nothing, so nobody is told.
    await edit(1);
    await edit(2);
    await until(async () => heard === 2);
    stop();
    await edit(3);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect([heard, other]).toEqual([2, 0]);
  });
});

test("while the database is away it is called once a second, not ever more often, and then everybody looks again", async () => {
  const { host, port } = test_.address;
  let away = false;
  let calls = 0;
  const open = new Set<Socket>();
  // A way to the database that can be closed.
  const way = createServer((from) => {
    calls++;
    if (away) return from.destroy();
    const to = connect(port, host);
    for (const socket of [from, to]) {
      open.add(socket);
      socket.on("error", () => undefined).on("close", () => open.delete(socket));
    }
    from.pipe(to).pipe(from);
  }).listen(0, "127.0.0.1");
  await once(way, "listening");
  const { port: ours } = way.address() as AddressInfo;
  const through = await listenForChanges({ ...test_.address, host: "127.0.0.1", port: ours });
  let looked = 0;
  through.onDraft(school, "c", () => looked++);
  away = true;
  calls = 0;
  for (const socket of open) socket.destroy();
  await new Promise((resolve) => setTimeout(resolve, 5500));
  expect(calls).toBeGreaterThanOrEqual(3);
  expect(calls).toBeLessThanOrEqual(6);
  away = false;
  await until(async () => looked === 1);
  await through.close();
  way.close();
}, 20_000);
