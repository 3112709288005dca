import { once } from "node:events";
import { type AddressInfo, connect, createServer, type Socket } from "node:net";
import { formatInstant } from "@dawngate/core/time";
import pg from "pg";
import { editDraft } from "../../src/courses/authoring";
import type { SchoolId } from "../../src/db/connection";
import { appendEvent } from "../../src/enrollment/append";
import { importSchool } from "../../src/import/import";
import { type Changes, listenForChanges } from "../../src/jobs/changes";
import { follow } from "../../src/jobs/outbox";
import { projectSoon, unproject } from "../../src/jobs/projecting-store";
import { type Queue, startQueue } from "../../src/jobs/queue";
import { noThreads } from "../../src/jobs/threads";
import { projectCourse, projectOne } from "../../src/schedule/project";
import { retryWork, showFailedWork } from "../../src/school/failed-work";
import { contextOf } from "../helpers/context";
import { SECRETS, type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

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
      await startQueue({
        db: test_.db,
        address: test_.address,
        parts: {
          db: test_.db,
          threads: noThreads({ db: test_.db }),
          mailer: { send: (mail, key) => send(mail, key) },
          keepShare: async () => undefined,
          askTill: async () => undefined,
          askPage: async () => undefined,
          followUp: async () => undefined,
          callNext: async () => undefined,
          endAttempt: async () => undefined,
          markAgain: async () => undefined,
          writeLetter: async () => undefined,
          tellDevice: async () => undefined,
          tellStatements: async () => undefined,
          workOnPeopleFile: async () => undefined,
          giveGift: async () => undefined,
          remind: async () => undefined,
          dropFiles: async () => undefined,
          runOrder: async () => undefined,
          writeDocuments: async () => undefined,
          watchOrder: async () => undefined,
          announcePrice: async () => undefined,
          takePriceBack: async () => undefined,
          changeWay: async () => undefined,
          payBack: async () => undefined,
          accounts: null as never,
          baseUrl: "http://127.0.0.1:1",
          now: () => now,
        },
        now: () => now,
        log: (line) => logged.push(line),
        sweepEvery: 300,
        waitFrom: 0.2,
      }),
    );
  changes = await listenForChanges(test_.address);
});
afterAll(async () => {
  await changes.close();
  await Promise.all(queues.map((queue) => queue.close()));
  await test_.close();
});

/** Makes what waits for another try due now. */
const hurry = async () => {
  const client = new pg.Client({
    ...test_.address,
    user: "dawngate_owner",
    password: SECRETS.owner,
  });
  await client.connect();
  await client.query("update outbox set due = now()");
  await client.query("select pg_notify('dawngate_outbox', '')");
  await client.end();
};
/** What a mail meets, as a test wants it. */
let send: (mail: { to: string }, key: string) => Promise<void> = async () => undefined;
const ask = () => test_.db.withSchool(school, (tx) => projectSoon(tx, school, "c"));

const until = async (holds: () => Promise<boolean>) => {
  for (let i = 0; i < 250; i++) {
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
  await ask();
  await until(async () => (await opensOf("m2")).length === 1);
  expect(await opensOf("m2")).toEqual(before);
});

test("asked ten times at once by two servers, no row stands twice", async () => {
  await Promise.all(Array.from({ length: 10 }, ask));
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
    const happening = { kind, at: formatInstant(at), data, reason: null, key: null };
    await test_.db.withSchool(school, (tx) => appendEvent(tx, school, "c", "e1", happening, at));
    const written = await rows();
    await test_.db.withSchool(school, (tx) => projectOne(tx, school, "e1", at));
    expect([kind, written]).toEqual([kind, await rows()]);
  }
});

describe("whoever edits a draft is told of others' changes", () => {
  const edit = (number: number) =>
    editDraft(test_.db, contextOf(school, now), "c", {
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

describe("what follows a commit", () => {
  const mail = (to: string) =>
    test_.db.withSchool(school, (tx) =>
      follow(tx, school, "mail", { to, subject: "s", text: "t" }),
    );
  const rowsOf = () =>
    test_.db.readSchool(school, (tx) =>
      tx.selectFrom("outbox").select(["kind", "state", "attempts", "fault"]).execute(),
    );

  test("is done once, by one of two servers, and is gone then", async () => {
    const sent: string[] = [];
    send = async ({ to }) => void sent.push(to);
    await Promise.all(Array.from({ length: 30 }, (_, i) => mail(`p${i}@example.org`)));
    await until(async () => (await rowsOf()).length === 0);
    expect(sent.sort()).toEqual(Array.from({ length: 30 }, (_, i) => `p${i}@example.org`).sort());
  }, 15_000);

  test("is not done where the transaction is not committed", async () => {
    const sent: string[] = [];
    send = async ({ to }) => void sent.push(to);
    await test_.db
      .withSchool(school, async (tx) => {
        await follow(tx, school, "mail", { to: "never@example.org", subject: "s", text: "t" });
        throw new Error("in the middle");
      })
      .catch(() => undefined);
    await mail("after@example.org");
    await until(async () => sent.includes("after@example.org"));
    expect(sent).not.toContain("never@example.org");
  });

  test("is tried again under the same key, and what always fails stays for staff, who have it tried again", async () => {
    const keys: string[] = [];
    let works = false;
    send = async (_mail, key) => {
      keys.push(key);
      if (!works) throw new Error("the mail server is away");
    };
    logged.length = 0;
    await mail("later@example.org");
    await until(async () => (await rowsOf()).some(({ attempts }) => attempts > 0));
    works = true;
    await until(async () => (await rowsOf()).length === 0);
    expect(keys.length).toBeGreaterThan(1);
    expect(new Set(keys).size).toBe(1);
    expect(logged.join()).toContain("the mail server is away");

    // As if it had been tried eight times.
    works = false;
    await mail("never@example.org");
    await until(async () => {
      await hurry();
      return (await rowsOf())[0]?.state === "failed";
    });
    const context = contextOf(school, now);
    const { failed } = await showFailedWork(test_.db, context);
    expect(failed).toMatchObject([
      { kind: "mail", fault: "the mail server is away", about: expect.stringContaining("never@") },
    ]);
    works = true;
    await retryWork(test_.db, context, failed[0]?.id ?? "");
    await until(async () => (await rowsOf()).length === 0);
    await expect(retryWork(test_.db, context, failed[0]?.id ?? "")).rejects.toThrow(/not among/);
    logged.length = 0;
  }, 60_000);

  test("of a form that nobody knows any more is seen by staff, and keeps nobody else waiting", async () => {
    send = async () => undefined;
    await test_.db.withSchool(school, async (tx) => {
      await follow(tx, school, "mail", { address: "old form" } as never);
      await follow(tx, school, "no-such-kind" as never, {} as never);
    });
    await mail("other@example.org");
    await until(async () =>
      (await rowsOf()).some(({ kind, state }) => kind === "no-such-kind" && state === "failed"),
    );
    await until(async () =>
      // It is counted as tried before it has failed.
      (await rowsOf()).some(({ kind, fault }) => kind === "mail" && fault !== null),
    );
    expect(
      (await rowsOf()).find(({ kind, fault }) => kind === "mail" && fault !== null)?.fault,
    ).toMatch(/another form/);
  });
});
