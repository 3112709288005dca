/** What a school asks of whoever buys: it waits with the order, and is theirs once they are in. */
import type { AskedField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster } from "@dawngate/contract/roster";
import { NO_CHECK } from "@dawngate/core/people";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let listing = "";
let bakery = "";
beforeAll(async () => {
  school = await sellingSchool(() => instant("2027-03-02T12:00:00Z"));
  listing = await school.onSale("Bread");
  const field: OwnFieldTerms = {
    about: "people",
    name: "Bakery",
    hint: "Where you work",
    kind: "text",
    check: NO_CHECK,
    choices: [],
    asks: { entering: "no", buying: "must", staff: "may" },
    seenBy: "them",
    listed: true,
    ended: false,
  };
  bakery = (await school.owned.ask<{ id: string }>("POST", "/schools/one/fields", field)).id;
});
afterAll(() => school.owned.test_.close());

const answers = (says: string) => ({ answers: { [bakery]: says } });
const waiting = () =>
  school.owned.test_.db.withSchool(school.owned.school, (tx) =>
    tx.selectFrom("sales_order").select(["name", "answers"]).orderBy("name").execute(),
  );
const bakeries = async () => {
  const { people } = await school.owned.ask<Roster>("GET", "/schools/one/courses/c/people");
  return people.flatMap(({ name, answers }) => (answers[bakery] ? [[name, answers[bakery]]] : []));
};

test("nobody buys without it; it waits with the order, and is with the buyer once they are in", async () => {
  const refused = await school.press<Problem>(null, listing, somebody("Nia"), 422);
  expect(refused.errors).toEqual([
    { path: `answers.${bakery}`, reason: "Bakery: the school asks for this" },
  ]);
  const made = await school.press(null, listing, { ...somebody("Nia"), ...answers("Rye & Sons") });
  expect(await bakeries()).toEqual([]);
  expect(await waiting()).toEqual([{ name: "Nia", answers: { [bakery]: "Rye & Sons" } }]);
  await school.tell(made.order, "paid", "ch-1");
  expect(await bakeries()).toEqual([["Nia", "Rye & Sons"]]);
  expect(await waiting()).toEqual([{ name: "Nia", answers: null }]);
});

test("of whoever buys for others nothing is asked: it would be about those", async () => {
  const gift = { ...somebody("Otto"), on: null, says: "" };
  await school.press(null, listing, { ...somebody("Pia"), gift });
  await school.press(null, await school.onSale("For teams", { teams: true }), {
    ...somebody("Quirin"),
    seats: 2,
    seen: { total: 39_800, dueNow: 39_800 },
  });
  expect((await waiting()).map(({ answers }) => answers)).toEqual([null, null, null]);
});

test("a field that is gone by the time it is paid keeps nobody out", async () => {
  const made = await school.press(null, listing, { ...somebody("Ravi"), ...answers("The Oven") });
  const other = (
    await school.owned.ask<{ fields: AskedField[] }>("GET", "/schools/one/fields")
  ).fields.find(({ id }) => id === bakery);
  // Only figures by now: what was said cannot be an answer any more.
  await school.owned.ask("PUT", `/schools/one/fields/${bakery}`, {
    ...other,
    id: undefined,
    check: { ...NO_CHECK, signs: "figures" },
  });
  await school.tell(made.order, "paid", "ch-2");
  expect((await school.own(made)).state).toBe("paid");
  expect(await bakeries()).toEqual([["Nia", "Rye & Sons"]]);
});
