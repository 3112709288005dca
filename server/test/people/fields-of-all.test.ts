/** Fields of a school's own about enrollments, cohorts and courses: written by staff, checked, seen in lists, narrowed by. */
import type { Course, CourseList } from "@dawngate/contract/courses";
import type { AskedField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import { NO_CHECK } from "@dawngate/core/people";
import { insertMember, replaceCohorts } from "../../src/school/staff-store";
import { atTheDoor, course } from "../helpers/at-the-door";
import { OWNER } from "../helpers/owned";

const FIELDS = "/schools/one/fields";
const door = atTheDoor("2027-03-01T12:00:00Z");

const terms = (about: OwnFieldTerms["about"], name: string, more: Partial<OwnFieldTerms> = {}) => ({
  about,
  name,
  hint: "",
  kind: "text",
  check: NO_CHECK,
  choices: [],
  asks: { entering: "no", buying: "no", staff: "may" },
  seenBy: "staff",
  listed: true,
  ended: false,
  ...more,
});
const make = async (...given: Parameters<typeof terms>) =>
  (await door.ask<{ id: string }>("POST", FIELDS, terms(...given))).id;
const valuesOf = async (path: string, who = OWNER) => {
  const response = await door.by(who, "GET", `${path}/fields`);
  if (response.status !== 200) return response.status;
  const { fields } = (await response.json()) as { fields: AskedField[] };
  return Object.fromEntries(fields.map(({ name, value }) => [name, value]));
};
const write = (path: string, values: object, who = OWNER) =>
  door.by(who, "PUT", `${path}/fields`, { values });
const faults = async (response: Response) => ({
  status: response.status,
  errors: ((await response.json()) as Problem).errors?.map(({ path }) => path),
});
const COHORT = `${course}/cohorts/k`;
const roster = (query = "") => door.ask<Roster>("GET", `${course}/people${query}`);
/** Somebody with a role, as staff. */
const staff = (name: string, role: "author" | "instructor", cohorts: string[] = []) => {
  const { test_, school } = door.owned();
  const email = `${name}@example.org`;
  return test_.db.withSchool(school, async (tx) => {
    await insertMember(tx, school, { user_id: `account-${email}`, role, name, email });
    if (cohorts.length > 0) await replaceCohorts(tx, school, `account-${email}`, cohorts);
  });
};

let center = "";
let enrollment = "";
beforeAll(async () => {
  center = await make("enrollments", "Cost center", { check: { ...NO_CHECK, signs: "plain" } });
  await door.enroll("nia@example.org");
  await door.enroll("pim@example.org");
  enrollment = (await roster()).people.find(({ name }) => name === "nia")?.enrollment ?? "";
});

test("what a school notes about one enrollment is checked, kept, and stands in the course's list of people", async () => {
  const path = `${course}/enrollments/${enrollment}`;
  expect(await valuesOf(path)).toEqual({ "Cost center": null });
  expect(await faults(await write(path, { [center]: "K 415", nothing: 1 }))).toEqual({
    status: 422,
    errors: ["values.nothing", `values.${center}`],
  });
  expect((await write(path, { [center]: "K-415" })).status).toBe(200);
  expect(await valuesOf(path)).toEqual({ "Cost center": "K-415" });
  const { people } = await roster();
  expect(people.map(({ name, answers }) => [name, answers[center]])).toEqual([
    ["Ana Prado", undefined],
    ["Ben Loth", undefined],
    ["nia", "K-415"],
    ["pim", undefined],
  ]);
  // It is no field of the person: not asked, not theirs, in no other list.
  expect(await valuesOf(`/schools/one/people/${people[2]?.person}`)).toEqual({});
  const asked = await door.by("nia@example.org", "GET", `${FIELDS}/asked?at=entering`);
  expect(await asked.json()).toEqual({ fields: [] });
  expect(
    (await door.by(OWNER, "GET", `/schools/one/people?field=${center}&says=K-415`)).status,
  ).toBe(404);
  // Of another course, or of nobody, there is nothing.
  expect(await valuesOf(`${course}/enrollments/none`)).toBe(404);
});

test("a list of people is narrowed by it, and counted, as by what they have answered themselves", async () => {
  const paid = await make("enrollments", "Paid by", {
    kind: "choice",
    choices: [
      { id: "fund", text: "The fund", ended: false },
      { id: "own", text: "Themselves", ended: false },
    ],
  });
  await write(`${course}/enrollments/${enrollment}`, { [paid]: "fund" });
  const narrowed = `?field=${paid}&says=fund`;
  expect((await roster(narrowed)).people.map(({ name }) => name)).toEqual(["nia"]);
  expect((await roster(`?field=${paid}&says=own`)).people).toEqual([]);
  const totals = await door.ask<RosterTotals>("GET", `${course}/people/totals${narrowed}`);
  expect(totals).toMatchObject({ counted: true, all: 1 });
});

test("of cohorts and courses it stands in their lists, in words; a course is found by it", async () => {
  const oven = await make("cohorts", "Oven");
  const since = await make("courses", "Taught since", { kind: "date" });
  expect((await write(COHORT, { [oven]: "Stone oven" })).status).toBe(200);
  expect((await write(course, { [since]: "2024-03-01" })).status).toBe(200);
  const { cohorts } = await door.ask<Course>("GET", course);
  expect(cohorts.find(({ id }) => id === "k")?.written).toEqual([
    { name: "Oven", says: "Stone oven" },
  ]);
  const { courses } = await door.ask<CourseList>("GET", "/schools/one/courses");
  expect(courses.find(({ id }) => id === "c")?.written).toEqual([
    { name: "Taught since", says: "Fri 1 Mar 2024" },
  ]);
  // The next cohort, and a copy of the course, have what is noted of the one they are made from.
  const next = await door.ask<{ cohorts: { id: string }[] }>("POST", `${COHORT}/next`, {
    cohorts: [
      {
        name: "Next",
        window: { opens: "2027-08-03", closes: "2027-08-19" },
        starts: "2027-09-06",
        ends: "2027-11-24",
        grace: 14,
        seats: 12,
        gates: {},
      },
    ],
    ...{ leaders: false, close: false, hide: false },
    key: "next-with-fields",
  });
  expect(await valuesOf(`${course}/cohorts/${next.cohorts[0]?.id}`)).toMatchObject({
    Oven: "Stone oven",
  });
  const copy = await door.ask<{ id: string }>("POST", "/schools/one/courses", {
    title: "Once more",
    copyOf: "c",
  });
  expect(await valuesOf(`/schools/one/courses/${copy.id}`)).toMatchObject({
    "Taught since": "2024-03-01",
  });
  expect(await valuesOf(`${course}/cohorts/none`)).toBe(404);
  expect(await valuesOf("/schools/one/courses/none")).toBe(404);
});

test("what has to be said is said before anything of it is kept; it cannot be taken away", async () => {
  const must = { entering: "no", buying: "no", staff: "must" } as const;
  const room = await make("cohorts", "Room", { asks: must });
  const other = await make("cohorts", "Apron color");
  expect(await faults(await write(COHORT, { [other]: "blue" }))).toEqual({
    status: 422,
    errors: [`values.${room}`],
  });
  expect(await valuesOf(COHORT)).toMatchObject({ "Apron color": null });
  expect((await write(COHORT, { [room]: "12", [other]: "blue" })).status).toBe(200);
  expect((await write(COHORT, { [room]: null })).status).toBe(422);
});

test("nobody is asked for it at the door or the checkout, and what it is about stays so", async () => {
  for (const [more, at] of [
    [{ asks: { entering: "may", buying: "no", staff: "no" } }, "asks.entering"],
    [{ asks: { entering: "no", buying: "must", staff: "no" } }, "asks.buying"],
    [{ seenBy: "them" }, "seenBy"],
  ] as const) {
    const response = await door.by(OWNER, "POST", FIELDS, terms("courses", "Off", more));
    expect((await faults(response)).errors).toContain(at);
  }
  const changed = { ...terms("people", "Cost center"), seenBy: "them" };
  expect(await faults(await door.by(OWNER, "PUT", `${FIELDS}/${center}`, changed))).toEqual({
    status: 422,
    errors: ["about"],
  });
  // Lists of fields are of one kind; those about people, where nothing is said.
  const named = async (query: string) =>
    (await door.ask<{ fields: { name: string }[] }>("GET", `${FIELDS}${query}`)).fields.map(
      ({ name }) => name,
    );
  expect(await named("")).toEqual([]);
  expect(await named("?about=enrollments")).toEqual(["Cost center", "Paid by"]);
  expect(await named("?about=all")).toContain("Taught since");
});

test("what owners and managers note, an author and an instructor do not read; an instructor writes of their cohorts' people", async () => {
  await staff("ada", "author");
  await staff("ines", "instructor", ["k"]);
  await staff("otto", "instructor");
  const rent = await make("courses", "Rent", { seenBy: "managers" });
  const grade = await make("enrollments", "Told the bakery", { seenBy: "managers" });
  await write(course, { [rent]: "1,200" });
  expect(await valuesOf(course, "ada@example.org")).not.toHaveProperty("Rent");
  expect(await valuesOf(course)).toMatchObject({ Rent: "1,200" });
  const listed = await door.by("ada@example.org", "GET", "/schools/one/courses");
  expect(await listed.text()).not.toContain("1,200");
  expect((await write(course, { [rent]: "0" }, "ada@example.org")).status).toBe(422);
  const path = `${course}/enrollments/${enrollment}`;
  expect(await valuesOf(path, "ines@example.org")).not.toHaveProperty("Told the bakery");
  expect((await write(path, { [center]: "K-430" }, "ines@example.org")).status).toBe(200);
  expect((await write(path, { [grade]: "yes" }, "ines@example.org")).status).toBe(422);
  expect((await write(path, { [center]: "K-1" }, "otto@example.org")).status).toBe(404);
  expect((await write(COHORT, {}, "ines@example.org")).status).toBe(403);
  expect((await write(course, {}, "nia@example.org")).status).toBe(403);
});

test("whoever enrolls somebody notes it at once, kept with that enrollment; what has to be said is missed", async () => {
  const shift = await make("enrollments", "Shift", {
    asks: { entering: "no", buying: "no", staff: "must" },
  });
  const hidden = await make("enrollments", "Who asked", { seenBy: "managers" });
  const enroll = (name: string, answers: object, who = OWNER) =>
    door.by(who, "POST", `${course}/enrollments`, {
      ...{ name, email: `${name}@example.org`, timeZone: "Europe/Lisbon", cohort: "k" },
      answers,
    });
  expect(await faults(await enroll("rui", {}))).toEqual({
    status: 422,
    errors: [`answers.${shift}`],
  });
  expect((await roster("?find=rui")).people).toEqual([]);
  const said = { [shift]: "early", [center]: "K-9", [hidden]: "Rosa" };
  expect((await enroll("rui", said)).status).toBe(200);
  const [rui] = (await roster("?find=rui")).people;
  const path = `${course}/enrollments/${rui?.enrollment}`;
  expect(await valuesOf(path)).toMatchObject({
    Shift: "early",
    "Cost center": "K-9",
    "Who asked": "Rosa",
  });
  expect(await valuesOf(`/schools/one/people/${rui?.person}`)).toEqual({});
  // What owners and managers note is noted by nobody else, and asked of nobody else.
  await make("enrollments", "Contract", {
    seenBy: "managers",
    asks: { entering: "no", buying: "no", staff: "must" },
  });
  const ines = (answers: object) =>
    enroll("sara", { [shift]: "late", ...answers }, "ines@example.org");
  expect((await ines({ [hidden]: "x" })).status).toBe(422);
  expect((await ines({})).status).toBe(200);
});

test("it stands on the record with the person it is about, among what they can take along, and is forgotten with them", async () => {
  const { test_, school } = door.owned();
  const noted = () =>
    test_.db.withSchool(school, (tx) =>
      tx
        .selectFrom("change")
        .select(["act", "person", "course", "after"])
        .where("what", "=", "own_value")
        .where("subject", "=", center)
        .orderBy("number")
        .execute(),
    );
  const { people } = await roster();
  const nia = people.find(({ name }) => name === "nia")?.person;
  expect((await noted())[0]).toMatchObject({ act: "added", person: nia, course: "c" });
  const theirs = `/schools/one/people/${nia}`;
  expect(JSON.stringify(await door.ask("GET", `${theirs}/data`))).toContain("K-430");
  await door.ask("POST", `${theirs}/forgetting`, { reason: "As she asked" });
  expect(await valuesOf(`${course}/enrollments/${enrollment}`)).toMatchObject({
    "Cost center": null,
  });
  expect(JSON.stringify(await noted())).not.toContain("K-4");
});
