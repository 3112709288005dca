/** Memberships for others: seats that the buyer gives out, by hand or by a link, and gifts; each counts from its own day. */
import type { OwnOrder, SeatOffered } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { system } from "../../src/db/who";
import { appendEvent } from "../../src/enrollment/append";
import { giver } from "../../src/sales/gift";
import { orderRunner } from "../../src/sales/running/charge";
import { JOIN, MONTHLY, members } from "../helpers/members";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  ONCE,
  type Selling,
  sellingSchool,
  somebody,
} from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-06T11:00:00Z");
const { published, membership, asks, takesUp, open, held } = members(() => school);
let rye = "";
let year = "";

beforeAll(async () => {
  school = await sellingSchool(() => now);
  rye = await published("Rye");
  await published("Oats");
  await school.onSale("Rye alone", { courses: [{ id: rye }] });
  year = await membership("Thirty days", { validity: [forDays(30)], tax: null, teams: true });
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
  school.till.become("paid");
});
afterAll(() => school.owned.test_.close());

async function post<T = OwnOrder>(path: string, body: object, status = 200, who = "") {
  const at = `/schools/one/orders/${path}`;
  const response = await school.owned.app.ask(who && `${who}@example.org`, "POST", at, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T & { detail?: string };
}
const give = ({ order, secret }: Bought, names: readonly string[], status?: number) =>
  post(`${order}/seats`, { secret, people: names.map(somebody) }, status);
const back = ({ order, secret }: Bought, number: number, status?: number) =>
  post(`${order}/seats/${number}/back`, { secret }, status);
const three = () =>
  school.bought("Tessa", year, { seats: 3, seen: { total: 59_700, dueNow: 59_700 } });
/** Somebody opens the first lesson of a course. */
const begin = async (enrollment: string) => {
  const started = { kind: "started", at: formatInstant(now), data: {}, reason: null, key: null };
  const doing = { school: school.owned.school, who: system("test") };
  await school.owned.test_.db.withSchool(doing, (tx) =>
    appendEvent(tx, school.owned.school, rye, enrollment, started, now),
  );
};
const mailTo = (who: string) =>
  school.owned.app.mails.filter(({ to }) => to === `${who}@example.org`);

test("nobody is a member by paying; whoever gets a seat is one from that day, and told how much is open", async () => {
  const bought = await three();
  expect((await school.own(bought)).membership).toBeNull();
  expect((await open("tessa")).memberships).toEqual([]);
  await give(bought, ["Anton"]);
  now = instant("2027-03-20T11:00:00Z");
  const { given } = await give(bought, ["Bea"]);
  expect(given).toMatchObject([
    { number: 1, name: "Anton", begun: false },
    { number: 2, name: "Bea" },
  ]);
  const [mail] = mailTo("bea");
  expect(mail?.text).toMatch(/You have “Thirty days”: \d courses are open to you/);
  expect(mail?.text).toContain("/welcome?token=");
  // Of thirty days each, and the last one whole.
  expect((await open("anton")).memberships).toMatchObject([{ until: "2027-04-05T23:00:00Z" }]);
  // The order is its buyer's.
  expect((await open("bea")).memberships).toMatchObject([
    { until: "2027-04-19T23:00:00Z", order: null },
  ]);
  await takesUp("bea", rye);
  expect((await held("bea", rye))?.until).toBe("2027-04-19T23:00:00Z");
  // The same press again gives nobody two; and whoever has it by another order needs none.
  expect((await give(bought, ["Bea"])).given).toHaveLength(2);
  const another = await three();
  expect((await give(another, ["Bea"], 422)).detail).toMatch(/is in already/);
});

test("a seat is taken back from whoever has not begun, with all that was taken up by it, and given to somebody else", async () => {
  const bought = await three();
  await give(bought, ["Carl", "Dora"]);
  await takesUp("carl", rye);
  const opened = await takesUp("dora", rye);
  await begin(opened);
  await back(bought, 1);
  expect((await open("carl")).memberships).toEqual([]);
  expect((await held("carl", rye))?.state).toBe("closed");
  expect((await back(bought, 2, 409)).detail).toMatch(/Dora has begun/);
  expect((await held("dora", rye))?.state).not.toBe("closed");
  const { given } = await give(bought, ["Emil"]);
  expect(given).toMatchObject([
    { number: 1, name: "Emil" },
    { number: 2, name: "Dora", begun: true },
  ]);
});

test("by a link one sees what a seat opens, takes it once, and finds it on the shelf", async () => {
  const bought = await three();
  const { secret } = bought;
  const { address } = await post<{ address: string }>(`${bought.order}/seat-link`, { secret });
  const key = new URL(address).searchParams.get("secret") ?? "";
  const see = (who: string | null) =>
    asks<SeatOffered>(who, `/schools/one/orders/${bought.order}/seat-link?secret=${key}`);
  const take = (who: string) =>
    post<{ enrollment: string | null; mailed: boolean }>(
      `${bought.order}/seat-link/taken`,
      { secret: key, person: null, timeZone: "Pacific/Auckland" },
      200,
      who,
    );
  expect(await see(null)).toMatchObject({
    ...{ left: 3, courses: [], isIn: false, enrollment: null },
    membership: { titles: ["Rye", "Oats"], until: "2027-04-05T23:00:00Z" },
  });
  expect(await take("fay")).toMatchObject({ enrollment: null, mailed: false });
  expect(await take("fay")).toMatchObject({ enrollment: null, mailed: false });
  expect(await see("fay")).toMatchObject({ left: 2, isIn: true, enrollment: null });
  expect((await open("fay")).memberships).toHaveLength(1);
  // A stranger who asks for an address that has one is told nothing; its owner is, once more.
  const sent = mailTo("fay").length;
  await post(`${bought.order}/seat-link/taken`, {
    ...{ secret: key, person: somebody("Fay"), timeZone: "UTC" },
  });
  expect(mailTo("fay")).toHaveLength(sent + 1);
  expect(mailTo("fay").at(-1)?.text).toContain("needed no seat");
});

test("two who press at once for the last seat: one is a member", async () => {
  const bought = await three();
  await give(bought, ["Gus", "Hedy"]);
  const { secret } = bought;
  const { address } = await post<{ address: string }>(`${bought.order}/seat-link`, { secret });
  const key = new URL(address).searchParams.get("secret") ?? "";
  const answers = await Promise.all(
    ["ivy", "jon"].map((who) =>
      school.owned.app.ask(
        `${who}@example.org`,
        "POST",
        `/schools/one/orders/${bought.order}/seat-link/taken`,
        { secret: key, person: null, timeZone: "UTC" },
      ),
    ),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect((await school.own(bought)).given).toHaveLength(3);
});

test("paid month by month for several, a part that is missing shuts it for all of them, and comes back for all", async () => {
  const months = await membership("By the month", { options: [MONTHLY], teams: true });
  const two = { total: 3_800, dueNow: 3_800 };
  const bought = await school.bought("Kim", months, { ...JOIN, seats: 2, seen: two });
  await give(bought, ["Lea", "Max"]);
  await takesUp("lea", rye);
  expect((await open("max")).memberships).toHaveLength(1);
  const run = orderRunner({
    ...{ db: school.owned.test_.db, payments: school.till.payments, baseUrl: "https://x" },
    now: () => now,
  });
  const at = async (when: string) => {
    now = instant(when);
    await run(school.owned.school, bought.order);
    await school.owned.app.workOff();
  };
  school.till.become("refused");
  for (const when of ["2027-04-06T05:00:00Z", "2027-04-07T05:00:00Z", "2027-04-10T23:30:00Z"])
    await at(when);
  expect((await open("max")).memberships).toEqual([]);
  expect((await held("lea", rye))?.shutBy).toBe("suspension");
  // Nobody gets a seat of it meanwhile.
  expect(
    (await post(`${bought.order}/seats/2/back`, { secret: bought.secret })).given,
  ).toHaveLength(1);
  expect((await give(bought, ["Nik"], 409)).detail).toMatch(/A payment of this order is missing/);
  school.till.become("paid");
  await post(`${bought.order}/card`, { secret: bought.secret });
  const due = school.till.made.at(-1) as never;
  const { body, headers } = school.till.says(due, "paid", "ch-late", new Date());
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  await school.owned.app.workOff();
  await give(bought, ["Nik"]);
  expect((await open("nik")).memberships).toHaveLength(1);
  expect((await held("lea", rye))?.shutBy).not.toBe("suspension");
});

test("a gift on a day makes somebody a member from that day; who has one already is told nothing, and the buyer is", async () => {
  const gift = { name: "Ola", email: "ola@example.org", says: "Bake!", on: "2027-03-10" };
  const bought = await school.bought("Pia", year, { gift });
  expect((await open("ola")).memberships).toEqual([]);
  now = instant("2027-03-10T08:00:00Z");
  const gives = giver({ db: school.owned.test_.db, baseUrl: "https://x", now: () => now });
  await gives(school.owned.school, bought.order);
  await gives(school.owned.school, bought.order);
  await school.owned.app.workOff();
  expect(mailTo("ola")).toHaveLength(1);
  expect(mailTo("ola")[0]?.text).toMatch(/Pia gives you “Thirty days”/);
  expect((await open("ola")).memberships).toMatchObject([{ until: "2027-04-09T23:00:00Z" }]);
  const second = await school.bought("Quin", year, { gift: { ...gift, on: null } });
  await gives(school.owned.school, second.order);
  await school.owned.app.workOff();
  expect(mailTo("ola")).toHaveLength(1);
  expect(mailTo("quin").at(-1)?.subject).toMatch(/could not be given/);
});

test("given back, all of it ends; its days are those of the seat that was given out first", async () => {
  const bought = await three();
  const refund = (policy: string) =>
    school.owned.ask<{ amount: number }>(
      "GET",
      `/schools/one/orders/${bought.order}/refund?policy=${policy}&access=ends`,
    );
  // Nobody has a day of it: there are no unused ones, and all of it can be given back (orders.md, "Relief").
  expect([(await refund("unused")).amount, (await refund("full")).amount]).toEqual([0, 59_700]);
  await give(bought, ["Rob"]);
  now = instant("2027-03-15T11:00:00Z");
  await give(bought, ["Sam"]);
  // 6 March through 5 April are 31 days, 21 of them after the 15th (orders.md, "Relief").
  expect((await refund("unused")).amount).toBe(Math.round((59_700 * 21) / 31));
  expect((await open("rob")).memberships).toHaveLength(1);
  const whole = { key: "give-back-of-three", policy: "full", seen: { amount: 59_700, off: 0 } };
  await school.owned.ask("POST", `/schools/one/orders/${bought.order}/refunds`, whole);
  for (const who of ["rob", "sam"]) expect((await open(who)).memberships).toEqual([]);
});

test("whoever has a seat of a membership renews by themselves, from the day on which it ends", async () => {
  const bought = await three();
  await give(bought, ["Uma"]);
  await takesUp("uma", rye);
  const own = await school.press("uma@example.org", year, { renews: true });
  await school.tell(own.order, "paid", `ch-${own.order}`);
  expect((await held("uma", rye))?.until).toBe("2027-05-05T23:00:00Z");
  // Nobody else's by the same order.
  await give(bought, ["Vera"]);
  await takesUp("vera", rye);
  expect((await held("vera", rye))?.until).toBe("2027-04-05T23:00:00Z");
});

test("seats are sold where the membership says so", async () => {
  const alone = await membership("For one", { options: [ONCE], validity: [forDays(30)] });
  const wanted = { ...somebody("Wim"), seats: 2, seen: { total: 39_800, dueNow: 39_800 } };
  expect((await school.press<{ detail: string }>(null, alone, wanted, 409)).detail).toMatch(
    /one person at a time/,
  );
});
