/** Views of rosters that staff keep: each their own, and some for all. */
import type { NewRosterView, RosterView } from "@dawngate/contract/roster-views";
import type { Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import { system } from "../../src/db/who";
import { insertMember, removeMember } from "../../src/school/staff-store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
const LEAD = "lead@example.org";
const now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
  await owned.test_.db.withSchool(owned.school, (tx) =>
    insertMember(tx, owned.school, {
      user_id: `account-${LEAD}`,
      role: "instructor",
      name: "lead",
      email: LEAD,
    }),
  );
});
afterAll(() => owned.test_.close());

const VIEWS = "/schools/one/roster-views";
const view = (name: string, more: Partial<NewRosterView> = {}): NewRosterView => ({
  name,
  shared: false,
  standing: "late",
  answer: null,
  other: null,
  order: "ends",
  ...more,
});
const keep = async (who: string, one: NewRosterView) => {
  const answer = await owned.app.ask(who, "POST", VIEWS, one);
  return { status: answer.status, id: ((await answer.json()) as { id?: string }).id ?? "" };
};
const views = async (who = OWNER) => {
  const answer = await owned.app.ask(who, "GET", VIEWS);
  return ((await answer.json()) as { views: RosterView[] }).views;
};
const names = async (who = OWNER) => (await views(who)).map(({ name }) => name);

test("one's own and those for all, by name; nobody else's", async () => {
  await keep(OWNER, view("Late, soonest first"));
  await keep(OWNER, view("Ending", { shared: true, standing: "ending" }));
  await keep(LEAD, view("Mine"));
  expect(await views()).toEqual([
    expect.objectContaining({ name: "Ending", shared: true, standing: "ending", order: "ends" }),
    expect.objectContaining({ name: "Late, soonest first", shared: false }),
  ]);
  expect(await names(LEAD)).toEqual(["Ending", "Mine"]);
});

test("how people stand to another course is kept too; a view from before there was that narrows nothing by it", async () => {
  const other = { course: "c", is: "not-in" as const };
  await keep(OWNER, view("Not in bread", { other }));
  const kept = await views();
  expect(kept.find(({ name }) => name === "Not in bread")?.other).toEqual(other);
  await owned.test_.db.withSchool({ school: owned.school, who: system("test") }, (tx) =>
    sql`update roster_view set terms = terms - 'other' where name = 'Not in bread'`.execute(tx),
  );
  expect((await views()).find(({ name }) => name === "Not in bread")?.other).toBeNull();
});

test("of the same name it takes the place of the one before; for all owners and managers keep them alone", async () => {
  const first = await keep(OWNER, view("Twice"));
  const again = await keep(OWNER, view("twice", { order: "seen" }));
  expect(again.id).toBe(first.id);
  expect((await views()).filter(({ name }) => /twice/i.test(name))).toMatchObject([
    { name: "twice", order: "seen" },
  ]);
  expect((await keep(LEAD, view("For all", { shared: true }))).status).toBe(403);
});

test("forgotten by whose it is; by nobody else", async () => {
  const mine = await keep(LEAD, view("To go"));
  const forget = async (who: string, id: string) =>
    (await owned.app.ask(who, "DELETE", `${VIEWS}/${id}`)).status;
  const shared = (await views()).find((one) => one.shared)?.id ?? "";
  expect(await forget(OWNER, mine.id)).toBe(404);
  expect(await forget(LEAD, shared)).toBe(404);
  expect(await forget(LEAD, mine.id)).toBe(200);
  expect(await forget(LEAD, mine.id)).toBe(404);
});

test("at most fifty, and none by a field that is not there", async () => {
  const answer = { field: "f-nothing", says: "x" };
  expect((await keep(OWNER, view("By nothing", { answer }))).status).toBe(404);
  const have = (await views()).filter(({ shared }) => !shared).length;
  for (let i = have; i < 50; i++) expect((await keep(OWNER, view(`No. ${i}`))).status).toBe(200);
  expect((await keep(OWNER, view("One too many"))).status).toBe(409);
  // What stands there can still be kept otherwise.
  expect((await keep(OWNER, view("No. 49", { order: "name" }))).status).toBe(200);
});

test("whoever leaves the staff takes their views along; those for all stay", async () => {
  await owned.test_.db.withSchool(owned.school, (tx) => removeMember(tx, `account-${LEAD}`));
  const rows = await owned.test_.db.withSchool(owned.school, (tx) =>
    tx
      .selectFrom("roster_view")
      .select("name")
      .where("account_id", "=", `account-${LEAD}`)
      .execute(),
  );
  expect(rows).toEqual([]);
  expect(await names()).toContain("Ending");
});
