/**
 * A lesson that only one cohort has: it is there for them, at every door, and as if it were not for everybody else;
 * one by one and in bulk the same.
 */

import type { PublicCourse } from "@dawngate/contract/catalog";
import type { MadeCohorts } from "@dawngate/contract/cohorts";
import type { Draft } from "@dawngate/contract/courses";
import type { MyCourse, Shelf } from "@dawngate/contract/enrollment";
import type { RippleAnswer } from "@dawngate/contract/review";
import { sql } from "kysely";
import { system } from "../../src/db/who";
import { unproject } from "../../src/jobs/projecting-store";
import { projectCourse } from "../../src/schedule/project";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-04-12T12:00:00Z");
const C = "/schools/one/courses/c";
const [ANA, BEN] = ["ana@example.org", "ben@example.org"];
let owned: Owned;
let number = 0;
const set = (...operations: object[]) =>
  owned.ask<Draft>("POST", `${C}/draft`, {
    base: 0,
    clientId: "client-cohorts",
    operations: operations.map((operation) => ({ number: ++number, operation })),
  });
beforeAll(async () => {
  owned = await ownedSchool(() => now, 3);
  await set({ type: "set-lesson", item: "l1", set: { cohorts: ["k"] } });
  await owned.ask("POST", `${C}/versions`);
  await owned.app.workOff();
});
afterAll(() => owned.test_.close());

const answer = async <T>(who: string | null, path: string, status = 200) => {
  const found = await owned.app.ask(who, "GET", path);
  expect(found.status).toBe(status);
  return (await found.json()) as T;
};
const lessons = async (who: string, enrollment: string) =>
  (await answer<MyCourse>(who, `/schools/one/shelf/${enrollment}`)).modules.flatMap((module) =>
    module.lessons.map(({ id }) => id),
  );
const openings = (enrollment: string) =>
  owned.test_.db.readSchool(owned.school, async (tx) => {
    const { rows } = await sql<{ item: string }>`
      select item_id as item from opening where enrollment_id = ${enrollment} order by item_id
    `.execute(tx);
    return rows.map(({ item }) => item);
  });

test("Ben of the cohort has it, and Ana of none has not: in the outline, in what is to be done, at the door", async () => {
  expect(await lessons(BEN as string, "e2")).toEqual(["l1", "l2", "l3"]);
  expect(await lessons(ANA as string, "e1")).toEqual(["l2", "l3"]);
  const of = async (who: string) =>
    (await answer<Shelf>(who, "/schools/one/shelf")).courses[0]?.progress.of;
  expect([await of(BEN as string), await of(ANA as string)]).toEqual([2, 1]);
  const open = (who: string, enrollment: string) =>
    owned.app.ask(who, "POST", `/schools/one/shelf/${enrollment}/lessons/l1`);
  expect((await open(ANA as string, "e1")).status).toBe(404);
  expect((await open(BEN as string, "e2")).status).toBe(200);
});

test("visitors are promised what everybody has; staff see all of it, with whose it is", async () => {
  const page = await answer<PublicCourse>(null, "/schools/one/catalog/c");
  expect(page.modules.map(({ lessons }) => lessons.length)).toEqual([0, 2]);
  expect(page.lessons).toBe(2);
  const { modules } = await owned.ask<{ modules: { lessons: { cohorts?: string[] }[] }[] }>(
    "GET",
    C,
  );
  expect(modules[0]?.lessons[0]?.cohorts).toEqual(["k"]);
});

test("worked out for many at once it is what it is for one", async () => {
  const one = [await openings("e1"), await openings("e2")];
  expect(one).toEqual([
    expect.not.arrayContaining(["l1"]),
    expect.arrayContaining(["l1", "l2", "m1"]),
  ]);
  const { db } = owned.test_;
  await db.withSchool({ school: owned.school, who: system("test") }, (tx) => unproject(tx, "c"));
  await projectCourse(db, owned.school, "c", now);
  expect([await openings("e1"), await openings("e2")]).toEqual(one);
});

test("before it is published, it says for whom it goes, and comes", async () => {
  await set({ type: "set-lesson", item: "l2", set: { cohorts: ["k"] } });
  const { people, totals } = await owned.ask<RippleAnswer>("GET", `${C}/ripple`);
  expect(totals.touched).toBe(4);
  expect(people.map(({ enrollment }) => enrollment)).not.toContain("e2");
  // Taken back, the draft is what is published.
  await set({ type: "set-lesson", item: "l2", set: { cohorts: null } });
  expect((await owned.ask<RippleAnswer>("GET", `${C}/ripple`)).totals.touched).toBe(0);
});

test("who is moved into the cohort has it from then on", async () => {
  const act = { type: "moved", cohort: "k", reason: "Agreed" };
  await owned.ask("POST", `${C}/acts`, { enrollments: ["e1"], key: "press-into-k", act });
  expect(await lessons(ANA as string, "e1")).toEqual(["l1", "l2", "l3"]);
});

test("the next cohort from it has it too, in the draft, where one asks for that", async () => {
  const dates = { window: null, starts: "2027-07-05", ends: "2027-09-24", grace: 14, seats: 12 };
  const rest = { leaders: false, close: false, hide: false };
  const marksAfter = async (name: string, lessons: boolean) => {
    const body = {
      cohorts: [{ name, ...dates, gates: {} }],
      ...rest,
      lessons,
      key: `press-${name}`,
    };
    const press = () => owned.ask<MadeCohorts>("POST", `${C}/cohorts/k/next`, body);
    const made = await press();
    // The same press twice gives it once.
    expect(await press()).toEqual(made);
    const { course } = await owned.ask<Draft>("GET", `${C}/draft`);
    return [made.cohorts[0]?.id, course.modules[0]?.lessons[0]?.cohorts];
  };
  expect((await marksAfter("Without", false))[1]).toEqual(["k"]);
  const [id, marks] = await marksAfter("With", true);
  expect(marks).toEqual(["k", id]);
});

test("a copy of the course has it for everybody: its cohorts are others", async () => {
  const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/courses", {
    title: "Bread again",
    copyOf: "c",
  });
  const draft = await owned.ask<Draft>("GET", `/schools/one/courses/${id}/draft`);
  const marks = draft.course.modules.flatMap((module) => [
    module.cohorts,
    ...module.lessons.map(({ cohorts }) => cohorts),
  ]);
  expect(marks.every((one) => one === undefined)).toBe(true);
});

test("nobody marks with something that is no list of cohorts", async () => {
  for (const cohorts of [[], "k", [1]]) {
    const wrong = {
      number: ++number,
      operation: { type: "set-lesson", item: "l2", set: { cohorts } },
    };
    const body = { base: 0, clientId: "client-cohorts", operations: [wrong] };
    expect((await owned.app.ask(OWNER, "POST", `${C}/draft`, body)).status).toBe(422);
    number -= 1;
  }
});
