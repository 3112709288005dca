import type { Everyone, Someone } from "@dawngate/contract/people";
import { sql } from "kysely";
import { system } from "../../src/db/who";
import { insertMember } from "../../src/school/staff-store";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => instant("2027-03-20T12:00:00Z"), 120);
});
afterAll(() => owned.test_.close());
const page = (more = "") => owned.ask<Everyone>("GET", `/schools/one/people${more}`);

async function all(find = "") {
  const found: string[] = [];
  let after = "";
  for (let pages = 0; pages < 20; pages += 1) {
    const { people, next } = await page(
      `?${find ? `find=${find}&` : ""}${after ? `after=${after}` : ""}`,
    );
    found.push(...people.map(({ name }) => name));
    if (next === null) return found;
    after = next;
  }
  throw new Error("The list has no end");
}

test("everybody is met once, by name, page after page", async () => {
  const names = await all();
  expect(names).toHaveLength(122);
  expect(new Set(names).size).toBe(122);
  const low = names.map((name) => name.toLowerCase());
  expect(low).toEqual([...low].sort());
});

test("somebody is found by a part of their name, with what they hold and until when", async () => {
  const { people, next } = await page("?find=PRADO");
  expect(next).toBeNull();
  expect(people).toEqual([
    expect.objectContaining({ id: "ana", name: "Ana Prado", number: expect.any(Number) }),
  ]);
  expect(people[0]?.courses[0]).toMatchObject({ course: "c", title: "Bread & more" });
  expect(await all("guest")).toHaveLength(120);
  expect((await page("?find=%25")).people).toEqual([]);
});

test("one of them with all they hold, as they see it themselves", async () => {
  const found = await owned.ask<Someone>("GET", "/schools/one/people/ana");
  const shelf = (await (
    await owned.app.ask(found.email, "GET", "/schools/one/shelf")
  ).json()) as Pick<Someone, "courses">;
  expect(found.name).toBe("Ana Prado");
  expect(found.courses).toEqual(shelf.courses);
  await owned.ask("GET", "/schools/one/people/nobody", undefined, 404);
});

test("an instructor meets the people of their cohorts, and nobody else", async () => {
  const member = { user_id: "account-piet@example.org", name: "Piet", email: "piet@example.org" };
  await owned.test_.db.withSchool(owned.school, async (tx) => {
    await insertMember(tx, owned.school, { ...member, role: "instructor" });
    await tx
      .insertInto("cohort_instructor")
      .values({ school_id: owned.school, cohort_id: "k", user_id: member.user_id })
      .execute();
  });
  const ask = (path: string) => owned.app.ask("piet@example.org", "GET", `/schools/one${path}`);
  const { people, next } = (await (await ask("/people")).json()) as Everyone;
  expect(next).toBeNull();
  const whole = await owned.ask<{ people: { name: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?cohort=k",
  );
  expect(people.map(({ name }) => name).sort()).toEqual(
    whole.people.map(({ name }) => name).sort(),
  );
  const other = people.some(({ id }) => id === "ana") ? null : "ana";
  if (other) expect((await ask(`/people/${other}`)).status).toBe(404);
});

test("who has taken a course of a subject is interested in it: their page says so, and the list is narrowed by it", async () => {
  const card = (subject: string) =>
    owned.test_.db.withSchool({ school: owned.school, who: system("test") }, (tx) =>
      sql`update course_page set card = card || ${JSON.stringify({ subject })}::jsonb
        where course_id = 'c'`.execute(tx),
    );
  const narrowed = (interest: string) => page(`?interest=${encodeURIComponent(interest)}&most=200`);
  expect((await page()).subjects).toEqual([]);
  await card("Bread & more");
  expect((await page()).subjects).toEqual(["Bread & more"]);
  const first = await page("?most=1");
  expect((await page(`?after=${encodeURIComponent(first.next ?? "")}`)).subjects).toEqual([]);
  const { people } = await narrowed("Bread & more");
  expect(people.map(({ id }) => id)).toContain("ana");
  expect(people.every(({ courses }) => courses.some(({ course }) => course === "c"))).toBe(true);
  const everybody = (await page("?most=200")).people;
  const taken = everybody.filter(({ courses }) => courses.some(({ course }) => course === "c"));
  expect(people.map(({ id }) => id)).toEqual(taken.map(({ id }) => id));
  expect((await narrowed("Rye")).people).toEqual([]);
  const ana = await owned.ask<Someone>("GET", "/schools/one/people/ana");
  expect(ana.interests).toEqual(["Bread & more"]);
  await card("");
  expect((await owned.ask<Someone>("GET", "/schools/one/people/ana")).interests).toEqual([]);
});
