/** A school's own fields about people: asked where it says, kept with whoever answers, seen by whom it says. */
import type { AskedField, OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Everyone } from "@dawngate/contract/people";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import type { EntryRequests, MayEnter } from "@dawngate/contract/ways-in";
import { NO_CHECK } from "@dawngate/core/people";
import { insertMember } from "../../src/school/staff-store";
import { atTheDoor, catalog, course, zone } from "../helpers/at-the-door";
import { OWNER } from "../helpers/owned";

const FIELDS = "/schools/one/fields";
const door = atTheDoor("2027-03-01T12:00:00Z");

const terms = (name: string, more: Partial<OwnFieldTerms> = {}): OwnFieldTerms => ({
  about: "people",
  name,
  hint: "",
  kind: "text",
  check: NO_CHECK,
  choices: [],
  asks: { entering: "no", buying: "no", staff: "may" },
  seenBy: "them",
  listed: true,
  ended: false,
  ...more,
});
const make = async (name: string, more: Partial<OwnFieldTerms> = {}) =>
  (await door.ask<{ id: string }>("POST", FIELDS, terms(name, more))).id;
const BAKERIES = [
  { id: "rye", text: "Rye & Sons", ended: false },
  { id: "oven", text: "The Oven", ended: false },
];
const MUST = { entering: "must", buying: "may", staff: "may" } as const;
const askedOf = async (who: string | null, at = "entering") => {
  const response = await door.by(who, "GET", `${FIELDS}/asked${at && `?at=${at}`}`);
  return ((await response.json()) as { fields: AskedField[] }).fields;
};
const valuesOf = async (person: string) =>
  Object.fromEntries(
    (
      await door.ask<{ fields: AskedField[] }>("GET", `/schools/one/people/${person}/fields`)
    ).fields.map(({ name, value }) => [name, value]),
  );
const roster = (query = "") => door.ask<Roster>("GET", `${course}/people${query}`);
const personOf = async (name: string) =>
  (await roster()).people.find((one) => one.name === name)?.person ?? "";
const faults = async (response: Response) => ({
  status: response.status,
  errors: ((await response.json()) as Problem).errors?.map(({ path }) => path),
});

let bakery = "";
let number = "";

test("whoever comes in is asked what the school asks there, once, and kept with what they said", async () => {
  bakery = await make("Bakery", { kind: "choice", choices: BAKERIES, asks: MUST });
  number = await make("Personnel number", {
    check: { ...NO_CHECK, signs: "figures", longest: 6 },
    asks: { entering: "may", buying: "no", staff: "may" },
  });
  await make("Remarks of ours", { seenBy: "managers" });
  expect((await askedOf(null)).map(({ name, must }) => [name, must])).toEqual([
    ["Bakery", true],
    ["Personnel number", false],
  ]);
  // Without it nobody comes in, and nothing is half done.
  expect(await faults(await door.enroll("nia@example.org"))).toEqual({
    status: 422,
    errors: [`answers.${bakery}`],
  });
  expect(
    await faults(
      await door.enroll("nia@example.org", {
        answers: { [bakery]: "mill", [number]: "K-1", nothing: "x" },
      }),
    ),
  ).toEqual({
    status: 422,
    errors: ["answers.nothing", `answers.${bakery}`, `answers.${number}`],
  });
  expect((await roster()).people.map(({ name }) => name)).not.toContain("nia");
  const entered = await door.enroll("nia@example.org", {
    answers: { [bakery]: "rye", [number]: "0815" },
  });
  expect(entered.status).toBe(200);
  const nia = await personOf("nia");
  expect(await valuesOf(nia)).toEqual({
    Bakery: "rye",
    "Personnel number": "0815",
    "Remarks of ours": null,
  });
  // What is known is there the next time, and need not be said again.
  expect((await askedOf("nia@example.org")).map(({ value }) => value)).toEqual(["rye", "0815"]);
});

test("one reads and changes what is known of oneself; what has to be answered is not taken away", async () => {
  const nia = await personOf("nia");
  const change = (values: object) =>
    door.by("nia@example.org", "PUT", `${FIELDS}/asked`, { values });
  expect((await change({ [bakery]: "oven", [number]: null })).status).toBe(200);
  expect(await askedOf("nia@example.org", "")).toMatchObject([{ name: "Bakery", value: "oven" }]);
  expect(await faults(await change({ [bakery]: null }))).toEqual({
    status: 422,
    errors: [`values.${bakery}`],
  });
  expect(await valuesOf(nia)).toMatchObject({ Bakery: "oven", "Personnel number": null });
  // Whom the school does not know has nothing to answer about.
  const stranger = await door.by("stranger@example.org", "PUT", `${FIELDS}/asked`, {
    values: { [bakery]: "rye" },
  });
  expect(stranger.status).toBe(404);
});

test("staff enroll with what they know; a field that is theirs to fill in is asked of them", async () => {
  const shift = await make("Shift", {
    kind: "several",
    choices: [
      { id: "early", text: "Early", ended: false },
      { id: "late", text: "Late", ended: false },
    ],
    asks: { entering: "no", buying: "no", staff: "must" },
    seenBy: "staff",
  });
  const somebody = { name: "Pim Ott", email: "pim@example.org", ...zone, cohort: "k" };
  const enroll = (answers?: object) =>
    door.by("owner@example.org", "POST", `${course}/enrollments`, { ...somebody, answers });
  expect(await faults(await enroll())).toEqual({ status: 422, errors: [`answers.${shift}`] });
  expect((await enroll({ [shift]: ["late", "early"], [bakery]: "oven" })).status).toBe(200);
  expect(await valuesOf(await personOf("Pim Ott"))).toMatchObject({
    Shift: ["early", "late"],
    Bakery: "oven",
  });
  // What is staff's to know is not told to whom it is about.
  expect((await askedOf("pim@example.org", "")).map(({ name }) => name)).not.toContain("Shift");
});

test("a roster shows what is listed, and is narrowed by it, with its counts and in a mark over pages", async () => {
  const narrowed = await roster(`?field=${bakery}&says=oven`);
  expect(narrowed.people.map(({ name, answers }) => [name, answers[bakery]])).toEqual([
    ["nia", "oven"],
    ["Pim Ott", "oven"],
  ]);
  expect((await roster(`?field=${bakery}&says=oven&find=pim`)).people).toHaveLength(1);
  expect((await roster(`?field=${bakery}&says=rye`)).people).toEqual([]);
  const totals = await door.ask<RosterTotals>(
    "GET",
    `${course}/people/totals?field=${bakery}&says=oven`,
  );
  expect(totals).toMatchObject({ counted: true, all: 2 });
  // So is everybody of the school, whatever they are in.
  const everybody = await door.ask<Everyone>(
    "GET",
    `/schools/one/people?field=${bakery}&says=oven`,
  );
  expect(everybody.people.map(({ name, answers }) => [name, answers[bakery]])).toEqual([
    ["nia", "oven"],
    ["Pim Ott", "oven"],
  ]);
  // An act over all who match reaches those and nobody else.
  const acted = await door.ask<{ done: number }>("POST", `${course}/acts`, {
    matching: { field: bakery, says: "oven", find: "pim", upTo: "2027-03-02T00:00:00Z" },
    key: "by-the-bakery",
    act: { type: "extended", add: "P1M", reason: "Asked for" },
    look: true,
  });
  expect(JSON.stringify(acted)).toMatch(/Pim Ott/);
  expect(JSON.stringify(acted)).not.toMatch(/nia/);
});

test("an instructor sees the fields of staff, and not those of whoever looks after all; nor narrows by them", async () => {
  const { owned } = door;
  const lead = { role: "instructor" as const, name: "lead", email: "lead@example.org" };
  await owned().test_.db.withSchool(owned().school, async (tx) => {
    await insertMember(tx, owned().school, { user_id: "account-lead@example.org", ...lead });
    await tx
      .insertInto("cohort_instructor")
      .values({ school_id: owned().school, cohort_id: "k", user_id: "account-lead@example.org" })
      .execute();
  });
  const fields = (await (await door.by("lead@example.org", "GET", FIELDS)).json()) as {
    fields: OwnField[];
  };
  const ours = (await door.ask<{ fields: OwnField[] }>("GET", FIELDS)).fields.find(
    ({ name }) => name === "Remarks of ours",
  );
  expect(fields.fields.map(({ name }) => name)).toEqual(["Bakery", "Personnel number", "Shift"]);
  const asked = await door.by(
    "lead@example.org",
    "GET",
    `${course}/people?field=${ours?.id}&says=x`,
  );
  expect(asked.status).toBe(404);
  const pim = `/schools/one/people/${await personOf("Pim Ott")}/fields`;
  const write = (values: object) => door.by("lead@example.org", "PUT", pim, { values });
  expect((await write({ [ours?.id ?? ""]: "x" })).status).toBe(422);
  expect((await write({ [number]: "42" })).status).toBe(200);
  expect((await door.by("lead@example.org", "POST", FIELDS, terms("Mine"))).status).toBe(403);
  // What they do not see they are not asked for, whatever has to be filled in by staff.
  const must = { entering: "no", buying: "no", staff: "must" } as const;
  const contract = await make("Contract", { seenBy: "managers", asks: must });
  const somebody = { name: "Lou", email: "lou@example.org", ...zone, cohort: "k" };
  const enroll = (who: string, answers: object) =>
    door.by(who, "POST", `${course}/enrollments`, { ...somebody, answers });
  const shift = fields.fields.find(({ name }) => name === "Shift")?.id ?? "";
  expect(await faults(await enroll(OWNER, { [shift]: ["early"] }))).toEqual({
    status: 422,
    errors: [`answers.${contract}`],
  });
  expect((await enroll("lead@example.org", { [shift]: ["early"] })).status).toBe(200);
  await door.ask("DELETE", `${FIELDS}/${contract}`);
});

test("what has been answered stays of its kind; a choice somebody has taken is put out of use, not away", async () => {
  const set = (more: Partial<OwnFieldTerms>) =>
    door.by(
      "owner@example.org",
      "PUT",
      `${FIELDS}/${bakery}`,
      terms("Bakery", { kind: "choice", choices: BAKERIES, asks: MUST, ...more }),
    );
  expect(await faults(await set({ kind: "text", choices: [] }))).toEqual({
    status: 422,
    errors: ["kind"],
  });
  expect(await faults(await set({ choices: BAKERIES.slice(0, 1) }))).toEqual({
    status: 422,
    errors: ["choices"],
  });
  expect(
    (
      await set({
        choices: [
          { ...BAKERIES[0], ended: false } as never,
          { ...BAKERIES[1], ended: true } as never,
        ],
      })
    ).status,
  ).toBe(200);
  // Who has it keeps it; nobody takes it anew.
  expect((await askedOf("nia@example.org"))[0]?.choices.map(({ id }) => id)).toEqual([
    "rye",
    "oven",
  ]);
  expect((await askedOf("new@example.org"))[0]?.choices.map(({ id }) => id)).toEqual(["rye"]);
  expect((await door.enroll("new@example.org", { answers: { [bakery]: "oven" } })).status).toBe(
    422,
  );
  expect((await door.by("owner@example.org", "DELETE", `${FIELDS}/${bakery}`)).status).toBe(409);
  expect(await faults(await door.by("owner@example.org", "POST", FIELDS, terms("bakery")))).toEqual(
    {
      status: 422,
      errors: ["name"],
    },
  );
  const gone = await make("Gone again");
  await door.ask("PUT", `${FIELDS}/${gone}/place`, { place: 0 });
  const order = async () =>
    (await door.ask<{ fields: OwnField[] }>("GET", FIELDS)).fields.map(({ name }) => name);
  expect((await order())[0]).toBe("Gone again");
  await door.ask("DELETE", `${FIELDS}/${gone}`);
  expect(await order()).toEqual(["Bakery", "Personnel number", "Remarks of ours", "Shift"]);
});

test("what makes no field is refused at its place", async () => {
  const wrong = (more: object) =>
    door.by("owner@example.org", "POST", FIELDS, { ...terms("Wrong"), ...more }).then(faults);
  const choice = { kind: "choice", choices: [] };
  expect((await wrong(choice)).errors).toEqual(["choices"]);
  const twice = [
    { id: "a", text: "Rye", ended: false },
    { id: "b", text: " rye", ended: false },
  ];
  expect((await wrong({ ...choice, choices: twice })).errors).toEqual(["choices[1].text"]);
  expect((await wrong({ choices: BAKERIES })).errors).toEqual(["choices"]);
  const check = { ...NO_CHECK, least: 2, most: 1 };
  expect((await wrong({ kind: "number", check })).errors).toEqual(["check.most"]);
  expect((await wrong({ seenBy: "staff", asks: MUST })).errors).toEqual(["seenBy"]);
  expect((await wrong({ name: "x".repeat(61) })).errors).toEqual(["name"]);
});

test("by approval and on the waitlist it is asked as well; asking is what comes first", async () => {
  await door.set({ entry: "approval" });
  const ask = (answers?: object) =>
    door.by("ada@example.org", "POST", `${catalog}/requests`, {
      cohort: "k",
      ...zone,
      words: "Please",
      answers,
    });
  expect(await faults(await ask())).toEqual({ status: 422, errors: [`answers.${bakery}`] });
  expect((await ask({ [bakery]: "rye" })).status).toBe(200);
  const queue = await door.ask<EntryRequests>("GET", `${course}/requests`);
  expect(queue.requests.map(({ name, answers }) => [name, answers])).toEqual([
    ["ada", [{ name: "Bakery", says: "Rye & Sons" }]],
  ]);
  expect(await askedOf("ada@example.org")).toMatchObject([{ value: "rye" }, { value: null }]);
  await door.set({ entry: "anyone", waitlist: { until: null, offerHours: 24 } });
  await door.seats(1);
  const wait = (answers?: object) =>
    door.by("bo@example.org", "POST", `${catalog}/waitlist`, { cohort: "k", ...zone, answers });
  expect(await faults(await wait())).toEqual({ status: 422, errors: [`answers.${bakery}`] });
  expect((await wait({ [bakery]: "rye" })).status).toBe(200);
});

test("a cohort can be for those alone of whom a field says something, answered at the door or known before", async () => {
  await door.seats(null);
  const rule = { field: bakery, says: ["rye"] };
  await door.set({ entry: "anyone", audience: [rule] });
  const said = (await door.page(null)).ways[0]?.says;
  expect(said).toEqual(["For people of whom “Bakery” says Rye & Sons."]);
  // Whoever has not answered yet says it here; what does not fit is refused, and not kept.
  expect((await door.page("cleo@example.org")).ways[0]?.does).toBe("enroll");
  const shut = await make("Floor", {
    kind: "choice",
    choices: BAKERIES.map((one) => ({ ...one, id: `floor-${one.id}` })),
    asks: { entering: "no", buying: "no", staff: "may" },
  });
  await door.set({ entry: "anyone", audience: [rule, { field: shut, says: ["floor-rye"] }] });
  const refused = await door.enroll("cleo@example.org", { answers: { [bakery]: "rye" } });
  expect(refused.status).toBe(409);
  expect(await door.why(refused)).toBe(
    "This course is for people of whom “Floor” says Rye & Sons; of you the school does not know it yet. Ask it to write it down.",
  );
  expect((await askedOf("cleo@example.org"))[0]?.value).toBeNull();
  await door.set({ entry: "anyone", audience: [rule] });
  expect((await door.enroll("cleo@example.org", { answers: { [bakery]: "rye" } })).status).toBe(
    200,
  );
  // Whoever works elsewhere is told so; staff let them in all the same.
  await door.by("dana@example.org", "POST", `${catalog}/waitlist`, { cohort: "k", ...zone });
  const pim = await personOf("Pim Ott");
  const may = await door.ask<MayEnter>("GET", `${course}/ways/may?cohort=k&email=pim@example.org`);
  expect(pim).not.toBe("");
  expect(may.checks.find(({ check }) => check === "audience")?.says).toEqual([
    "This course is for people of whom “Bakery” says Rye & Sons; of you the school knows something else. Ask it to put that right, if it is wrong.",
  ]);
  // What a way is for is not taken away under it.
  expect((await door.by("owner@example.org", "DELETE", `${FIELDS}/${bakery}`)).status).toBe(409);
  await door.set({ entry: "anyone", audience: [{ field: shut, says: ["floor-oven"] }] });
  expect((await door.by("owner@example.org", "DELETE", `${FIELDS}/${shut}`)).status).toBe(409);
  expect(
    await faults(
      await door.by("owner@example.org", "PUT", `${course}/ways`, {
        ...door.way,
        audience: [{ field: number, says: ["x"] }],
      }),
    ),
  ).toEqual({ status: 422, errors: ["audience[0].field"] });
  await door.set({ entry: "anyone" });
});

test("two accounts made one keep what either answered; whoever is forgotten has answered nothing", async () => {
  const { joinIn } = await import("../../src/school/join-in");
  const { test_, school } = door.owned();
  const person = await personOf("nia");
  // Ada said where she works, Nia too, and her number: what one has said of both stays.
  const { values } = { values: { [number]: "77" } };
  await door.by("ada@example.org", "PUT", `${FIELDS}/asked`, { values });
  const into = { id: "account-nia@example.org", name: "nia", email: "nia@example.org" };
  await joinIn(test_.db, school, into, "account-ada@example.org");
  expect(await valuesOf(person)).toMatchObject({ Bakery: "oven", "Personnel number": "77" });
  const data = await door.ask<{ schools: { answers: object[] }[] }>(
    "GET",
    `/schools/one/people/${person}/data`,
  );
  expect(data.schools[0]?.answers).toEqual([
    { field: "Bakery", value: "oven" },
    { field: "Personnel number", value: "77" },
  ]);
  await door.ask("POST", `/schools/one/people/${person}/forgetting`, { reason: "Asked for it" });
  expect(await valuesOf(person)).toMatchObject({ Bakery: null, "Personnel number": null });
});
