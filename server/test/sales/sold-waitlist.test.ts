/**
 * A full cohort on sale (calculations.md 6): who waits is offered the place that falls free, buys it while it is held, and
 * nobody else does; also where a checkout is left, money is given back, or two press at once.
 */
import type { Offered, RefundAnswer } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { system } from "../../src/db/who";
import { lapse } from "../../src/sales/settle";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
let now: Instant;
let cohort = "";
let listing = "";
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  school = await sellingSchool(() => now);
  ({ id: cohort } = await school.owned.ask<{ id: string }>(
    "POST",
    "/schools/one/courses/c/cohorts",
    {
      ...{ name: "Spring", window: null, starts: "2027-04-05", ends: "2027-06-25", grace: null },
      seats: 2,
    },
  ));
  await waitlist({ until: null, offerHours: 24 });
  listing = await school.onSale("Spring", { cohorts: [{ course: "c", cohort }] });
});
afterEach(() => school.owned.test_.close());

const way = (change: object) =>
  school.owned.ask("PUT", "/schools/one/courses/c/ways", {
    ...{ cohort, entry: "anyone", listed: true, question: null, domains: [], needs: [] },
    ...change,
  });
const waitlist = (list: object | null) => way({ waitlist: list });
const by = (who: string | null, method: string, path: string, body?: object) =>
  school.owned.app.ask(who && `${who}@example.org`, method, `/schools/one${path}`, body);
const seen = async (who: string | null) =>
  (await (await by(who, "GET", `/offers/${listing}`)).json()) as Offered;
const standing = async (who: string | null) => {
  const { state, seatsLeft, waiting } = await seen(who);
  return [state, seatsLeft, waiting?.stands ?? waiting];
};
const wait = async (who: string) =>
  (await by(who, "POST", `/offers/${listing}/waitlist`, { timeZone: "Europe/Lisbon" })).status;
const press = (who: string, status = 200) =>
  school.press(`${who}@example.org`, listing, {}, status);
const paid = async (who: string) => {
  const bought = await press(who);
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  return bought;
};
const work = () => school.owned.app.workOff();
const mailTo = async (who: string, subject: string) => {
  await work();
  return school.owned.app.mails.filter(
    (mail) => mail.to === `${who}@example.org` && mail.subject.startsWith(subject),
  );
};
const end = (bought: Bought) =>
  school.owned.test_.db.withSchool({ school: school.owned.school, who: system("test") }, (tx) =>
    lapse(tx, { school: school.owned.school, now }, bought.order),
  );
async function giveBack({ order }: Bought) {
  const path = `/schools/one/orders/${order}/refund`;
  const asked = await school.owned.ask<RefundAnswer>("GET", `${path}?policy=full`);
  await school.owned.ask("POST", `${path}s`, {
    ...{ key: `back-${order}`, policy: "full" },
    seen: { amount: asked.amount, off: asked.off },
  });
}

test("a place given back is held for whoever waits the longest, who buys it; it is nobody else's meanwhile", async () => {
  const first = await paid("ada");
  await paid("bea");
  expect(await standing(null)).toEqual([
    "full",
    0,
    { course: "c", cohort, name: "Spring", stands: null },
  ]);
  expect([await wait("cleo"), await wait("cleo"), await wait("dan")]).toEqual([200, 200, 200]);
  expect(await standing("dan")).toEqual(["full", 0, { ahead: 1, offerUntil: null }]);
  await press("cleo", 409);
  await giveBack(first);
  const [mail] = await mailTo("cleo", "A place in");
  expect(mail?.text).toContain(`/one/o/${listing}`);
  expect(await mailTo("dan", "A place in")).toEqual([]);
  expect(await standing("cleo")).toEqual([
    "open",
    1,
    { ahead: 0, offerUntil: "2027-03-11T12:00:00Z" },
  ]);
  expect(await standing("dan")).toEqual(["full", 0, { ahead: 0, offerUntil: null }]);
  await press("dan", 409);
  await press("eve", 409);
  // Under way to the till she holds one place, not two.
  const bought = await press("cleo");
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  expect((await school.order(bought)).enrollments).toHaveLength(1);
  expect((await seen("cleo")).holds).toBe(true);
  await work();
  expect(await standing("dan")).toEqual(["full", 0, { ahead: 0, offerUntil: null }]);
});

test("an offer that lapses goes to the next; one that is let go too; a checkout that is left frees its place", async () => {
  await paid("ada");
  const open = await press("bea");
  expect((await standing("cleo")).slice(0, 2)).toEqual(["full", 0]);
  await wait("cleo");
  await wait("dan");
  await wait("eve");
  // Promised to a checkout that is under way: nobody is offered it.
  await work();
  expect(await mailTo("cleo", "A place in")).toEqual([]);
  now = instant("2027-03-10T15:00:00Z");
  await end(open);
  expect(await mailTo("cleo", "A place in")).toHaveLength(1);
  now = instant("2027-03-11T15:00:00Z");
  await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: system("test") },
    (tx) =>
      tx
        .insertInto("outbox")
        .values({
          school_id: school.owned.school,
          kind: "call-next",
          payload: JSON.stringify({ school: school.owned.school, cohort }),
          once: "again",
        } as never)
        .execute(),
  );
  expect(await mailTo("dan", "A place in")).toHaveLength(1);
  expect(await standing("cleo")).toMatchObject(["full", 0, { stands: null }]);
  const left = await by("dan", "DELETE", "/catalog/c/waitlist", { cohort });
  expect(left.status).toBe(200);
  expect(await mailTo("eve", "A place in")).toHaveLength(1);
  expect((await standing("eve")).slice(0, 2)).toEqual(["open", 1]);
});

test("where places are given at once, one that has to be bought is held for two days", async () => {
  await waitlist({ until: null, offerHours: null });
  const first = await paid("ada");
  await paid("bea");
  await wait("cleo");
  await giveBack(first);
  await work();
  expect(await standing("cleo")).toEqual([
    "open",
    1,
    { ahead: 0, offerUntil: "2027-03-12T12:00:00Z" },
  ]);
});

test("who is offered a place and somebody who is not press at once: it is hers, once", async () => {
  const first = await paid("ada");
  await paid("bea");
  await wait("cleo");
  await giveBack(first);
  await work();
  const answers = await Promise.all(
    ["cleo", "dan", "eve"].map(async (who) => {
      const press = { key: `at-once-${who}-press`, option: "once", timeZone: "Europe/Lisbon" };
      const body = { ...press, seen: { total: 19_900, dueNow: 19_900 } };
      return (await by(who, "POST", `/offers/${listing}/orders`, body)).status;
    }),
  );
  expect(answers).toEqual([200, 409, 409]);
});

test("nobody waits where a seat is free, where there is no waitlist, where the listing itself is sold out, or who is kept out", async () => {
  expect(await wait("cleo")).toBe(409);
  expect((await seen("cleo")).waiting).toBeNull();
  await paid("ada");
  await paid("bea");
  await waitlist(null);
  expect(await wait("cleo")).toBe(409);
  expect((await seen(null)).waiting).toBeNull();
  await waitlist({ until: "2027-03-09", offerHours: 24 });
  expect(await wait("cleo")).toBe(409);
  await waitlist({ until: "2027-03-10", offerHours: 24 });
  expect(await wait("ada")).toBe(409);
  await way({ domains: ["mill.example.org"], waitlist: { until: null, offerHours: 24 } });
  expect(await wait("cleo")).toBe(409);
  expect((await by(null, "POST", `/offers/${listing}/waitlist`, { timeZone: "UTC" })).status).toBe(
    401,
  );
  const small = await school.onSale("Two of them", {
    cohorts: [{ course: "c", cohort }],
    seatLimit: 0,
  });
  listing = small;
  expect((await seen(null)).waiting).toBeNull();
});
