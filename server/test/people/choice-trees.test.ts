/** Choices that stand below others: whoever is in a town is in its country; two that are one become one everywhere. */
import type { AskedField, OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import type { MayEnter, WaysIn } from "@dawngate/contract/ways-in";
import { NO_CHECK } from "@dawngate/core/people";
import { atTheDoor, course } from "../helpers/at-the-door";

const FIELDS = "/schools/one/fields";
const door = atTheDoor("2027-03-01T12:00:00Z");
const at = (id: string, text: string, within: string | null = null) => ({
  id,
  text,
  ended: false,
  within,
});
const SITES = [
  at("pt", "Portugal"),
  at("porto", "Porto", "pt"),
  at("k1", "Kitchen", "porto"),
  at("lisbon", "Lisbon", "pt"),
  at("es", "Spain"),
  at("k2", "Kitchen", "es"),
];
const terms = (more: Partial<OwnFieldTerms> & { merged?: object[] } = {}) => ({
  about: "people",
  name: "Site",
  hint: "",
  kind: "several",
  check: NO_CHECK,
  choices: SITES,
  asks: { entering: "may", buying: "no", staff: "may" },
  seenBy: "them",
  listed: true,
  ended: false,
  ...more,
});
const put = (more: object) => door.by("owner@example.org", "PUT", `${FIELDS}/${site}`, terms(more));
const faults = async (response: Response) => ({
  status: response.status,
  errors: ((await response.json()) as Problem).errors?.map(({ path }) => path),
});
const roster = (query = "") => door.ask<Roster>("GET", `${course}/people${query}`);
const called = async (says: string) =>
  (await roster(`?field=${site}&says=${says}`)).people.map(({ name }) => name).sort();

let site = "";
beforeAll(async () => {
  site = (await door.ask<{ id: string }>("POST", FIELDS, terms())).id;
  await door.set({});
  for (const [name, answer] of [
    ["anja", ["k1"]],
    ["bruno", ["lisbon"]],
    ["cleo", ["es", "k2"]],
    ["dora", ["pt"]],
  ] as const)
    await door.enroll(`${name}@example.org`, { answers: { [site]: answer } });
});

test("a list is narrowed to a choice and all below it, each person once, and counted so", async () => {
  expect(await called("pt")).toEqual(["anja", "bruno", "dora"]);
  expect(await called("porto")).toEqual(["anja"]);
  expect(await called("es")).toEqual(["cleo"]);
  const totals = await door.ask<RosterTotals>(
    "GET",
    `${course}/people/totals?field=${site}&says=pt`,
  );
  expect(totals).toMatchObject({ counted: true, all: 3 });
  const { people } = await door.ask<{ people: { name: string }[] }>(
    "GET",
    `/schools/one/people?field=${site}&says=es`,
  );
  expect(people.map(({ name }) => name)).toEqual(["cleo"]);
});

test("where it is asked and read it is said with what it stands below", async () => {
  const { fields } = await door.ask<{ fields: AskedField[] }>(
    "GET",
    `/schools/one/fields/asked?at=entering`,
  );
  expect(fields[0]?.choices.map(({ text }) => text)).toEqual([
    "Portugal",
    "Portugal › Porto",
    "Portugal › Porto › Kitchen",
    "Portugal › Lisbon",
    "Spain",
    "Spain › Kitchen",
  ]);
  const { people } = await roster();
  expect(people.find(({ name }) => name === "cleo")?.answers).toEqual({
    [site]: ["es", "k2"],
  });
});

test("a way in for a country is for whoever is in one of its towns", async () => {
  await door.set({ audience: [{ field: site, says: ["pt"] }] });
  const may = async (name: string) =>
    (
      await door.ask<MayEnter>("GET", `${course}/ways/may?cohort=k&email=${name}@example.org`)
    ).checks.find(({ check }) => check === "audience")?.says ?? [];
  expect(await may("anja")).toEqual([]);
  expect((await may("cleo"))[0]).toContain("“Site” says Portugal");
});

test("what makes no tree is refused at its place", async () => {
  const choices = (more: object[]) => ({ choices: [...SITES, ...more] });
  expect(await faults(await put(choices([at("x", "X", "nowhere")])))).toEqual({
    status: 422,
    errors: ["choices[6].within"],
  });
  expect(await faults(await put(choices([at("x", "X", "y"), at("y", "Y", "x")])))).toMatchObject({
    errors: ["choices[6].within", "choices[7].within"],
  });
  expect(await faults(await put(choices([at("x", "PORTO", "pt")])))).toMatchObject({
    errors: ["choices[6].text"],
  });
  expect(await faults(await put(choices([at("x", "A › B")])))).toMatchObject({
    errors: ["choices[6].text"],
  });
});

test("two that are one: said as the one by everybody, in ways in too, and on the record; each person has it once", async () => {
  const without = (...ids: string[]) => SITES.filter(({ id }) => !ids.includes(id));
  // What stands in use goes only where it becomes another that is there.
  expect(await faults(await put({ choices: without("k2") }))).toMatchObject({
    errors: ["choices"],
  });
  const wrong = [
    [{ from: "k2", into: "gone" }, "merged[0].into"],
    [{ from: "es", into: "pt" }, "merged[0].from"],
  ] as const;
  for (const [merged, path] of wrong)
    expect(await faults(await put({ choices: without("k2"), merged: [merged] }))).toEqual({
      status: 422,
      errors: [path],
    });
  // Spain with what is below it; cleo has both, and one of them stays.
  const merged = [
    { from: "k2", into: "es" },
    { from: "pt", into: "lisbon" },
  ];
  const choices = [...without("k2", "pt", "porto", "k1", "lisbon")];
  const below = [
    at("lisbon", "Lisbon"),
    at("porto", "Porto", "lisbon"),
    at("k1", "Kitchen", "porto"),
  ];
  expect((await put({ choices: [...choices, ...below], merged })).status).toBe(200);
  const { people } = await roster();
  const answers = Object.fromEntries(people.map(({ name, answers }) => [name, answers[site]]));
  expect(answers).toMatchObject({
    anja: ["k1"],
    bruno: ["lisbon"],
    cleo: ["es"],
    dora: ["lisbon"],
  });
  const ways = await door.ask<WaysIn>("GET", `${course}/ways`);
  expect(ways.ways.find(({ cohort }) => cohort === "k")?.audience).toEqual([
    { field: site, says: ["lisbon"] },
  ]);
  const { fields } = await door.ask<{ fields: OwnField[] }>("GET", FIELDS);
  expect(fields.find(({ id }) => id === site)?.choices.map(({ id }) => id)).not.toContain("pt");
  // Once it is done it is no choice that could be merged again.
  expect(await faults(await put({ choices: [...choices, ...below], merged }))).toMatchObject({
    errors: ["merged[0].from"],
  });
});
