/** A roster narrowed by how people stand to another course: whom it shows, whom an act over all meets, who may ask. */
import type { Acted } from "@dawngate/contract/enrollment";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import { insertMember } from "../../src/school/staff-store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
const PEOPLE = 12;
const LEAD = "lead@example.org";
let owned: Owned;
let rye = "";
const guest = (i: number) => `guest-${String(i).padStart(4, "0")}`;

beforeAll(async () => {
  owned = await ownedSchool(() => now, PEOPLE);
  const { ask } = owned;
  rye = (await ask<{ id: string }>("POST", "/schools/one/courses", { title: "Rye" })).id;
  const module = { id: "m", title: "M", lessons: [{ id: "l", title: "L", kind: "text" }] };
  await ask("POST", `/schools/one/courses/${rye}/draft`, {
    base: 0,
    clientId: "client-rye",
    operations: [{ number: 1, operation: { type: "insert-module", module, after: null } }],
  });
  await ask("POST", `/schools/one/courses/${rye}/versions`);
  // Each third guest is in it; the first two have finished it; the third's access was taken away.
  const entered: string[] = [];
  for (let i = 0; i < PEOPLE; i += 3) {
    const person = { name: `Guest ${i}`, email: `${guest(i)}@example.org`, timeZone: "UTC" };
    const made = await ask<{ enrollment: string }>(
      "POST",
      `/schools/one/courses/${rye}/enrollments`,
      { ...person, cohort: null },
    );
    entered.push(made.enrollment);
  }
  const act = (enrollments: string[], act: object, key: string) =>
    ask("POST", `/schools/one/courses/${rye}/acts`, {
      enrollments,
      act: { ...act, reason: "R" },
      key,
    });
  await act(entered.slice(2, 3), { type: "revoked" }, "press-revoked");
  for (const [i, enrollment] of entered.slice(0, 2).entries()) {
    const who = `${guest(i * 3)}@example.org`;
    const path = `/schools/one/shelf/${enrollment}/lessons/l`;
    await owned.app.ask(who, "POST", path);
    const ticked = await owned.app.ask(who, "PUT", path, { done: true, key: `tick-${i}-of-rye` });
    expect(ticked.status).toBe(200);
  }
  await owned.app.workOff();
});
afterAll(() => owned.test_.close());

const roster = async (is: string, more = "") =>
  (
    await owned.ask<Roster>(
      "GET",
      `/schools/one/courses/c/people?other=${rye}&otherIs=${is}${more}`,
    )
  ).people.map(({ person }) => person.replace(/^p-/, ""));
const IN = [guest(0), guest(3), guest(9)];

test("in, not in, finished: whose access has ended is not in it any more", async () => {
  expect((await roster("in")).sort()).toEqual(IN);
  expect((await roster("finished")).sort()).toEqual([guest(0), guest(3)]);
  const not = await roster("not-in");
  expect(not).toHaveLength(PEOPLE + 2 - IN.length);
  expect(not).toContain(guest(6));
  expect(not).toContain("ana");
  // With everything else that narrows, page by page.
  expect((await roster("in", "&find=0003")).sort()).toEqual([guest(3)]);
  const first = await owned.ask<Roster>(
    "GET",
    `/schools/one/courses/c/people?other=${rye}&otherIs=not-in&most=4`,
  );
  const second = await owned.ask<Roster>(
    "GET",
    `/schools/one/courses/c/people?other=${rye}&otherIs=not-in&most=200&after=${encodeURIComponent(first.next ?? "")}`,
  );
  const both = [...first.people, ...second.people].map(({ person }) => person.replace(/^p-/, ""));
  expect(both.sort()).toEqual(not.sort());
});

test("they are counted; by an answer and another course at once, nobody is", async () => {
  const totals = (more: string) =>
    owned.ask<RosterTotals>("GET", `/schools/one/courses/c/people/totals?other=${rye}${more}`);
  expect(await totals("&otherIs=in")).toMatchObject({ counted: true, all: 3 });
  expect(await totals("&otherIs=not-in")).toMatchObject({ counted: true, all: PEOPLE - 1 });
  expect(await totals("&otherIs=in&find=zzz")).toMatchObject({ counted: true, all: 0 });
});

test("an act for all that match meets those, and nobody else", async () => {
  const matching = { other: rye, otherIs: "in", upTo: "2027-03-10T12:00:00Z" };
  const acted = await owned.ask<Acted>("POST", "/schools/one/courses/c/acts", {
    matching,
    key: "press-for-those-in-rye",
    act: { type: "extended", add: "P7D", reason: "They bake both" },
    look: true,
  });
  expect(acted.people.length + acted.unmoved).toBe(3);
});

test("who does not lead the other course does not learn who is in it", async () => {
  await owned.test_.db.withSchool(owned.school, (tx) =>
    insertMember(tx, owned.school, {
      user_id: `account-${LEAD}`,
      role: "instructor",
      name: "lead",
      email: LEAD,
    }),
  );
  const path = `/schools/one/courses/c/people?other=${rye}&otherIs=in`;
  const answer = await owned.app.ask(LEAD, "GET", path);
  const { people } = (await answer.json()) as Roster;
  expect(people ?? []).toEqual([]);
  const unknown = await owned.app.ask(OWNER, "GET", "/schools/one/courses/c/people?other=none");
  expect([200, 404]).toContain(unknown.status);
  const wrong = await owned.app.ask(OWNER, "GET", `${path}&otherIs=never`);
  expect(wrong.status).toBe(400);
});
