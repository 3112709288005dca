/** The roster, page by page: what a line says is what the evaluator says, and no page is lost or met twice. */

import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Acted } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster, RosterPerson, RosterTotals } from "@dawngate/contract/roster";
import type { Today } from "@dawngate/contract/today";
import { standingOf } from "@dawngate/core/enrollment";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import { importSchool } from "../../src/import/import";
import { readCase, workOut } from "../../src/schedule/case";
import { projectWithin } from "../../src/schedule/project";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { OWNER } from "../helpers/owned";
import { instant, sampleImport } from "../helpers/sample";

// Everybody is evaluated one by one, to be compared with.
jest.setTimeout(60_000);
const PEOPLE = 260;
const C = "/schools/one/courses/c";
const FIRST = ["Ana", "Bento", "Çiğdem", "Đorđe", "Élodie", "Friðrik", "Gül_ay", "Hana%"];
const LAST = ["Prado", "Loth", "Okafor", "Møller", "O'Brien", "Nørby", "Wójcik"];
let now = instant("2027-05-10T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;
let school: Awaited<ReturnType<typeof importSchool>>;

async function ask<T>(method: string, path: string, body?: unknown, status = 200): Promise<T> {
  const response = await app.ask(OWNER, method, path, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}

beforeEach(async () => {
  now = instant("2027-05-10T12:00:00Z");
  test_ = await testDatabase();
  const sample = sampleImport("one");
  const ids = Array.from({ length: PEOPLE }, (_, i) => `p${String(i).padStart(3, "0")}`);
  const at = (days: number) => formatInstant((Date.UTC(2027, 1, 1) + days * 86_400_000) as Instant);
  school = await importSchool(
    test_.db,
    {
      plan: {
        ...(sample.plan as object),
        enrollments: ids.map((id, i) => ({
          id: `e-${id}`,
          course: "c",
          cohort: i % 5 === 0 ? "k" : null,
          timeZone: i % 2 === 0 ? "Europe/Lisbon" : "Asia/Tokyo",
          enrolledAt: at((i * 7) % 97),
          needsPayment: i % 11 === 0,
          events: [
            ...(i % 3 === 0 ? [{ type: "completed", item: "l1", at: at(98) }] : []),
            ...(i % 13 === 0 ? [{ type: "paused", at: at(97.5) }] : []),
            ...(i % 17 === 0 ? [{ type: "suspended", at: at(97.6) }] : []),
            ...(i % 19 === 0 ? [{ type: "revoked", at: at(97.7) }] : []),
          ],
        })),
      },
      extras: {
        school: { slug: "one", name: "One" },
        cohorts: { k: "Spring" },
        people: ids.map((id, i) => ({
          id,
          name: `${FIRST[i % FIRST.length]} ${LAST[i % LAST.length]} ${i}`,
          email: `${id}@example.org`,
          enrollments: [`e-${id}`],
        })),
        reasons: {},
      },
      texts: {},
    } as never,
    now,
  );
  const member = { user_id: `account-${OWNER}`, role: "owner" as const, name: "o", email: OWNER };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  app = testApp(test_.db, () => now);
});
afterEach(() => test_.close());

/** All pages of a list. */
async function all(query: string, most = 40): Promise<RosterPerson[]> {
  const people: RosterPerson[] = [];
  for (let after = ""; ; ) {
    const page = await ask<Roster>("GET", `${C}/people?most=${most}&${query}${after}`);
    people.push(...page.people);
    if (page.next === null) return people;
    after = `&after=${encodeURIComponent(page.next)}`;
  }
}

/** What the evaluator says of each, now. */
async function evaluated() {
  return test_.db.readSchool(school, async (tx) => {
    const said = new Map<string, Partial<RosterPerson>>();
    for (const { id } of await tx.selectFrom("enrollment").select("id").execute()) {
      const found = await readCase(tx, school, id);
      if (!found) throw new Error();
      const { access, progress, completedAt, items } = workOut(found, now);
      const written = (at: Instant | null) => (at === null ? null : formatInstant(at));
      const ahead = items
        .filter(({ state }) => state === "scheduled")
        .map(({ opens }) => opens ?? 0);
      said.set(id, {
        standing: standingOf(access, now),
        from: written(access.from),
        until: written(access.until),
        done: progress.done,
        of: progress.of,
        finishedAt: written(completedAt),
        ...(ahead.length === 0
          ? { next: null }
          : { next: expect.objectContaining({ opens: written(Math.min(...ahead) as Instant) }) }),
      });
    }
    return said;
  });
}

test("every line says what the evaluator says, also of those whom time has overtaken", async () => {
  for (const days of [0, 3, 75, 400]) {
    now = (instant("2027-05-10T12:00:00Z") + days * 86_400_000) as Instant;
    const said = await evaluated();
    const people = await all("");
    expect(people).toHaveLength(PEOPLE);
    for (const person of people)
      expect(person).toEqual(expect.objectContaining(said.get(person.enrollment)));
    const page = await ask<Roster>("GET", `${C}/people`);
    expect(page.settling).toBe(days > 0);
  }
});

test("in each order every person is met once, and stands where they belong", async () => {
  const time = (at: string | null | undefined, none: number) =>
    at == null ? none : Date.parse(at);
  const far = Number.POSITIVE_INFINITY;
  const keys: Record<string, (one: RosterPerson) => number | string> = {
    name: ({ name }) => name.toLowerCase(),
    next: ({ next }) => time(next?.opens, far),
    ends: ({ until, standing }) => (standing === "ended" ? far : time(until, far)),
    enrolled: ({ enrolledAt }) => -Date.parse(enrolledAt),
    seen: ({ seenAt }) => time(seenAt, -far),
  };
  for (const [order, key] of Object.entries(keys)) {
    const people = await all(`order=${order}`);
    expect(new Set(people.map(({ enrollment }) => enrollment)).size).toBe(PEOPLE);
    const seen = people.map(key);
    // As the database compares: by code point.
    const before = (a: number | string, b: number | string) =>
      typeof a === "string"
        ? Buffer.compare(Buffer.from(a), Buffer.from(String(b))) <= 0
        : a <= (b as number);
    for (let i = 1; i < seen.length; i++)
      expect(before(seen[i - 1] as string, seen[i] as string)).toBe(true);
  }
});

test("what is found and narrowed is what one finds by looking at everybody, and the totals say how many", async () => {
  const people = await all("");
  const totals = await ask<RosterTotals>("GET", `${C}/people/totals`);
  expect(totals.all).toBe(PEOPLE);
  for (const standing of ["open", "scheduled", "waiting", "paused", "suspended", "ended"]) {
    const those = people.filter((one) => one.standing === standing).length;
    expect(totals.standings[standing] ?? 0).toBe(those);
    for (const order of ["name", "next"])
      expect(await all(`standing=${standing}&order=${order}`)).toHaveLength(those);
  }
  const inCohort = people.filter(({ cohort }) => cohort === "k");
  expect(totals.cohorts.k).toBe(inCohort.length);
  expect(await all("cohort=k&order=ends")).toHaveLength(inCohort.length);
  for (const find of ["prado", "çiğ", "O'B", "%", "_", "gül_", "n", "ø", "Nobody at all"]) {
    const those = people.filter(({ name }) => name.toLowerCase().includes(find.toLowerCase()));
    expect(await all(`find=${encodeURIComponent(find)}`)).toHaveLength(those.length);
    const found = await ask<RosterTotals>(
      "GET",
      `${C}/people/totals?find=${encodeURIComponent(find)}`,
    );
    if (found.counted) expect(found.all).toBe(those.length);
    else expect(find.length).toBeLessThan(3);
  }
  const both = people.filter(
    ({ name, cohort, standing }) => /loth/i.test(name) && cohort === "k" && standing === "open",
  );
  expect(await all("find=loth&cohort=k&standing=open&order=seen")).toHaveLength(both.length);
});

test("somebody who leaves or is renamed between two pages takes nobody else along", async () => {
  const first = await ask<Roster>("GET", `${C}/people?most=50`);
  const last = first.people.at(-1);
  await test_.db.withSchool(school, async (tx) => {
    await sql`update person set name = 'Zz ' || name where id = ${last?.person ?? ""}`.execute(tx);
  });
  const rest = await ask<Roster>(
    "GET",
    `${C}/people?most=200&after=${encodeURIComponent(first.next ?? "")}`,
  );
  const more = await ask<Roster>(
    "GET",
    `${C}/people?most=200&after=${encodeURIComponent(rest.next ?? first.next ?? "")}`,
  );
  const met = new Set([...first.people, ...rest.people, ...more.people].map((one) => one.person));
  expect(met.size).toBe(PEOPLE);
});

test("a cursor that was tampered with, of another order, or a filter on nothing that exists: refused with a path", async () => {
  const { next } = await ask<Roster>("GET", `${C}/people?most=10&order=next`);
  const written = (place: unknown) => Buffer.from(JSON.stringify(place)).toString("base64url");
  for (const after of [
    "x",
    "%%%",
    written({}),
    written(["next", "2027-01-01", "1"]),
    written(["next", "infinity", "e-p000"]),
    written(["next", "'; drop table enrollment; --", "1"]),
    written(["next", "infinity\0", "1"]),
    written(["name", "a", "b"]),
    written(["next", null, 3]),
  ]) {
    const problem = await ask<Problem>(
      "GET",
      `${C}/people?order=next&after=${encodeURIComponent(after)}`,
      undefined,
      400,
    );
    expect(problem.errors?.[0]?.path).toBe("after");
  }
  await ask(
    "GET",
    `${C}/people?order=ends&after=${encodeURIComponent(next ?? "")}`,
    undefined,
    400,
  );
  await ask("GET", `${C}/people?color=red`, undefined, 400);
  await ask("GET", `${C}/people?standing=asleep`, undefined, 400);
  await ask("GET", `${C}/people?order=luck`, undefined, 400);
  await ask("GET", `${C}/people?most=201`, undefined, 400);
  await ask("GET", `${C}/people?find=${"x".repeat(201)}`, undefined, 400);
  expect((await ask<Roster>("GET", `${C}/people?cohort=none`)).people).toEqual([]);
});

test("an act for everybody who matches reaches all of them once, so many at a time, and nobody who came in since", async () => {
  const { at } = await ask<Roster>("GET", `${C}/people`);
  const open = await all("standing=open");
  const [left] = open;
  now = (now + 60_000) as Instant;
  await ask("POST", `${C}/enrollments`, {
    name: "Late Comer",
    email: "late@example.org",
    timeZone: "UTC",
    cohort: null,
  });
  const request = {
    matching: { standing: "open", upTo: at, without: [left?.enrollment] },
    key: "everybody-who-is-open",
    act: { type: "paused", reason: "The oven is broken" },
  };
  let done = 0;
  let after: string | null = null;
  do {
    const once: object = after === null ? request : { ...request, after };
    const answer: Acted = await ask<Acted>("POST", `${C}/acts`, once);
    // An answer that was lost: the same again does nothing twice.
    const again: Acted = await ask<Acted>("POST", `${C}/acts`, once);
    expect(again.people).toEqual([]);
    done += answer.people.length + answer.unmoved;
    expect(answer.refused).toEqual([]);
    after = answer.next;
  } while (after !== null);
  expect(done).toBe(open.length - 1);
  const still = await all("standing=open");
  expect(still.map(({ name }) => name).sort()).toEqual([left?.name, "Late Comer"].sort());
  const { rows } = await test_.db.readSchool(school, (tx) =>
    sql<{ n: number }>`select count(*)::integer as n from enrollment_event
      where idempotency_key = 'everybody-who-is-open'`.execute(tx),
  );
  expect(rows[0]?.n).toBe(open.length - 1);
  await ask("POST", `${C}/acts`, { ...request, enrollments: [left?.enrollment] }, 422);
});

test("heads are counted where they change: by twenty at once, folded and unfolded, they come to what stands there", async () => {
  const counted = () =>
    test_.db.readSchool(school, async (tx) => {
      const { rows } = await sql<{ differ: number }>`
        select count(*)::integer as differ from (
          select cohort_id, standing, finished_at is not null as finished, count(*) as n
            from enrollment group by 1, 2, 3
          except
          select cohort_id, standing, finished, sum(people) as n
            from headcount group by 1, 2, 3 having sum(people) <> 0
        ) d`.execute(tx);
      return rows[0]?.differ;
    });
  expect(await counted()).toBe(0);
  const people = await all("standing=open");
  const fold = () => test_.db.foldHeadcounts();
  await Promise.all([
    ...people.slice(0, 20).map(({ enrollment }, i) =>
      ask("POST", `${C}/acts`, {
        enrollments: [enrollment],
        key: `press-number-${i}`,
        act: i % 2 === 0 ? { type: "paused", reason: "r" } : { type: "revoked", reason: "r" },
      }),
    ),
    fold(),
    fold(),
  ]);
  expect(await counted()).toBe(0);
  await fold();
  expect(await counted()).toBe(0);
  now = (now + 200 * 86_400_000) as Instant;
  await test_.db.withSchool(school, (tx) => projectWithin(tx, school, "c", now));
  await fold();
  expect(await counted()).toBe(0);
});

test("the seats that are left are right whether everybody's line holds, nobody's, or some do not", async () => {
  await test_.db.withSchool(school, (tx) =>
    sql`update cohort set seats = 200, window_closes = '2029-01-01'`.execute(tx),
  );
  const left = async () => {
    const page = await ask<PublicCourse>("GET", "/schools/one/catalog/c");
    return page.ways.find(({ cohort }) => cohort?.id === "k")?.seatsLeft;
  };
  const unhold = (ids: string) =>
    test_.db.withSchool(school, (tx) =>
      sql`update enrollment set projected_version = null where id ~ ${ids}`.execute(tx),
    );
  for (const days of [0, 60, 400]) {
    now = (instant("2027-05-10T12:00:00Z") + days * 86_400_000) as Instant;
    const said = await evaluated();
    const inCohort = (await all("cohort=k")).map(({ enrollment }) => enrollment);
    const free = 200 - inCohort.filter((id) => said.get(id)?.standing !== "ended").length;
    for (const ids of ["^none", "3$", "", "[05]$"]) {
      await unhold(ids);
      expect([days, ids, await left()]).toEqual([days, ids, free]);
      await test_.db.withSchool(school, (tx) => projectWithin(tx, school, "c", now));
    }
    expect(await left()).toBe(free);
  }
});

test("among more people than one walks over, a name that many bear and one that a single person bears are found", async () => {
  // As an import: one change on the record.
  const who = { kind: "system", id: "import", name: "import" } as const;
  await test_.db.withSchool({ school, who }, async (tx) => {
    await sql`
      insert into person (school_id, id, name, email, time_zone)
      select s.id, 'm' || i, case when i = 1777 then 'Zuzana Only' when i % 40 = 0 then 'Many Okafor'
          else 'Bea Crowd' end || ' ' || i, 'm' || i || '@example.org', 'UTC'
      from school s, generate_series(1, 2400) i`.execute(tx);
    await sql`
      insert into enrollment (school_id, id, course_id, person_id, last_sequence, enrolled_at, time_zone)
      select school_id, 'e' || id, 'c', id, 1, '2027-03-01', 'UTC' from person where id like 'm%'`.execute(
      tx,
    );
    await sql`
      insert into enrollment_event (school_id, enrollment_id, sequence, kind, at, data)
      select school_id, id, 1, 'enrolled', enrolled_at, '{"timeZone":"UTC","needsPayment":false,"cohort":null}'
      from enrollment where id like 'em%'`.execute(tx);
    await projectWithin(tx, school, "c", now);
  });
  const everybody = await all("", 200);
  expect(everybody).toHaveLength(PEOPLE + 2400);
  for (const find of ["okafor", "zuzana", "crowd 12", "y o", "nobody"]) {
    const those = everybody.filter(({ name }) => name.toLowerCase().includes(find));
    for (const order of ["name", "seen"]) {
      const found = await all(`find=${encodeURIComponent(find)}&order=${order}`);
      expect(found.map(({ name }) => name).sort()).toEqual(those.map(({ name }) => name).sort());
    }
  }
});

test("who is late, quiet, or ends soon is who the evaluator says, as many as are counted, and Today leads to them", async () => {
  const day = 86_400_000;
  // Half a year later some have ended, some end soon; what was due is due.
  for (const [later, some] of [
    [0, ["late", "quiet"]],
    [25, ["ending"]],
  ] as const) {
    now = (instant("2027-05-10T12:00:00Z") + later * day) as Instant;
    await test_.db.withSchool(school, (tx) => projectWithin(tx, school, "c", now));
    const expected: Record<string, string[]> = { late: [], quiet: [], ending: [] };
    await test_.db.withSchool(school, async (tx) => {
      const { rows } = await sql<{ id: string }>`
        select id from enrollment where course_id = 'c' order by id`.execute(tx);
      for (const { id } of rows) {
        const found = await readCase(tx, school, id);
        if (!found) throw new Error(id);
        const { access, items } = workOut(found, now);
        if (standingOf(access, now) !== "open") continue;
        const { from, until } = access;
        const long = now - 14 * day;
        if (items.some(({ due, done }) => due !== null && due <= now && !done))
          expected.late?.push(id);
        if (
          items.some(({ kind, state, done }) => kind === "lesson" && state === "open" && !done) &&
          (from ?? now) < long &&
          (found.seenAt === null || Date.parse(found.seenAt) < long)
        )
          expected.quiet?.push(id);
        if (until !== null && until >= now && until <= now + 30 * day) expected.ending?.push(id);
      }
    });
    const totals = await ask<RosterTotals>("GET", `${C}/people/totals`);
    for (const [need, ids] of Object.entries(expected)) {
      const met: string[] = [];
      for (let after = ""; ; ) {
        const page = await ask<Roster>(
          "GET",
          `${C}/people?standing=${need}&most=40${after && `&after=${after}`}`,
        );
        met.push(...page.people.map(({ enrollment }) => enrollment));
        if (page.next === null) break;
        after = page.next;
      }
      expect([need, met.sort()]).toEqual([need, ids]);
      expect([need, totals.needs[need]]).toEqual([need, ids.length]);
    }
    for (const need of some) expect(expected[need]?.length).toBeGreaterThan(0);
    const { needs } = await ask<Today>("GET", "/schools/one/today");
    for (const need of ["late", "quiet"] as const)
      expect(needs.find(({ kind }) => kind === need)?.number ?? 0).toBe(expected[need]?.length);
  }
});
