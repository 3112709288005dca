/** A list to sign, read back by a general PDF reader. */

import { NO_CHECK } from "@dawngate/core/people";
import type { Instant } from "@dawngate/core/time";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const read = require("pdf-parse/lib/pdf-parse.js") as (
  file: Buffer,
) => Promise<{ text: string; numpages: number }>;

let owned: Owned;
const now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now, 60);
});
afterAll(() => owned.test_.close());

const LIST = "/schools/one/courses/c/people/to-sign";
const list = async (query = "", who = OWNER) => {
  const answer = await owned.app.ask(who, "GET", `${LIST}${query}`);
  const bytes = Buffer.from(await answer.arrayBuffer());
  return answer.status === 200
    ? { status: 200, ...(await read(bytes)), raw: bytes.toString("latin1") }
    : { status: answer.status, text: bytes.toString(), numpages: 0, raw: "" };
};

test("everybody who is meant stands on it by name, with a line each, on as many pages as it takes", async () => {
  const all = await list();
  expect(all.status).toBe(200);
  const { people } = await owned.ask<{ people: { name: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?most=200",
  );
  expect(people.length).toBeGreaterThan(60);
  for (const { name } of people) expect(all.text).toContain(name);
  expect(all.text).toContain(`${people.length} people`);
  expect(all.numpages).toBe(3);
  // Its heads stand on each page again (PDF/UA: a table with heads).
  expect(all.text.match(/Signature/g)).toHaveLength(3);
  expect(all.raw).toContain("/TH");
});

test("of a cohort its dates and its place stand on it; whoever comes several times signs as often", async () => {
  await owned.ask("PUT", "/schools/one/courses/c/cohorts/k", {
    name: "Spring",
    window: null,
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: 14,
    seats: null,
    place: "Mill Lane 4, Setúbal",
  });
  const { text } = await list("?cohort=k&times=3");
  expect(text).toContain("Spring, Mon 5 Apr 2027 to Fri 25 Jun 2027");
  expect(text).toContain("Mill Lane 4, Setúbal");
  for (const head of ["Signature 1", "Signature 2", "Signature 3"]) expect(text).toContain(head);
});

test("what the school asks stands beside the names, where somebody has answered, as far as one may read it", async () => {
  const field = (name: string, seenBy: string) =>
    owned.ask<{ id: string }>("POST", "/schools/one/fields", {
      name,
      hint: "",
      kind: "text",
      check: NO_CHECK,
      choices: [],
      asks: { entering: "no", buying: "no", staff: "may" },
      seenBy,
      listed: true,
      ended: false,
    });
  const bakery = await field("Bakery", "staff");
  await field("Never said", "staff");
  const { people } = await owned.ask<{ people: { person: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?most=1",
  );
  await owned.ask("PUT", `/schools/one/people/${people[0]?.person}/fields`, {
    values: { [bakery.id]: "Mill Lane Bakery" },
  });
  const { text } = await list();
  expect(text).toContain("Mill Lane Bakery");
  expect(text).not.toContain("Never said");
});

test("with nobody on it, or more than anybody would sign, there is none, and it says why", async () => {
  expect(await list("?find=nobody%20is%20called%20so")).toMatchObject({ status: 409 });
  expect((await list("?times=7")).status).toBe(400);
});
