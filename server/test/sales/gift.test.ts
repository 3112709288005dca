/** A gift: paid by one, given to another on its day; told once, and still the buyer's to give where it cannot be given. */
import type { Order } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { giver } from "../../src/sales/gift";
import { instant } from "../helpers/sample";
import { type Bought, forDays, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

const forAda = { name: "Ada", email: "Ada.Lind@example.org", says: "Bake <b>well</b>!", on: null };
const give = async ({ order }: Bought) => {
  const { db } = school.owned.test_;
  await giver({ db, baseUrl: "https://x", now: () => now })(school.owned.school, order);
  await school.owned.app.workOff();
};
const mailsOf = (from: number) =>
  school.owned.app.mails.slice(from).map(({ to, subject }) => `${to} ${subject}`);
const enrollmentsOf = async (order: string) =>
  (await school.owned.ask<Order>("GET", `/schools/one/orders/${order}`)).enrollments;

test("once it is paid the other is in, told by whom and with which words; the buyer is not in", async () => {
  const listing = await school.onSale("A gift");
  const before = school.owned.app.mails.length;
  const bought = await school.press(null, listing, { ...somebody("Tessa"), gift: forAda });
  await give(bought);
  expect(mailsOf(before)).toEqual([]);
  await school.tell(bought.order, "paid", "ch-gift");
  await school.owned.app.workOff();
  await give(bought);
  await give(bought);
  const mails = school.owned.app.mails.slice(before);
  expect(mails.map(({ to }) => to).sort()).toEqual(["ada.lind@example.org", "tessa@example.org"]);
  const told = mails.find(({ to }) => to.startsWith("ada"));
  expect(told?.text).toContain("Tessa gives you “A gift”");
  expect(told?.text).toContain("Bake <b>well</b>!");
  expect(told?.html).not.toContain("<b>well</b>");
  expect(mails.find(({ to }) => to.startsWith("tessa"))?.text).toContain("is your gift to Ada");
  const own = await school.own(bought);
  expect(own.given.map(({ email }) => email)).toEqual(["ada.lind@example.org"]);
  expect(own).toMatchObject({ enrollments: [], gift: { name: "Ada" }, signedIn: false });
  expect(await enrollmentsOf(bought.order)).toHaveLength(1);
});

test("on a day that was chosen: nobody is told before, and the days count from then", async () => {
  const listing = await school.onSale("For the feast", { validity: [forDays(10)] });
  const gift = { ...forAda, email: "feast@example.org", on: "2027-03-24" };
  const bought = await school.press(null, listing, { ...somebody("Uri"), gift });
  await school.tell(bought.order, "paid", "ch-feast");
  const before = school.owned.app.mails.length;
  await school.owned.app.workOff();
  expect((await school.own(bought)).given).toEqual([]);
  expect(mailsOf(before).filter((mail) => mail.startsWith("feast"))).toEqual([]);
  now = instant("2027-03-24T08:00:00Z");
  await give(bought);
  const [enrollment] = await enrollmentsOf(bought.order);
  const timeline = await school.owned.ask<{ access: { until: string } }>(
    "GET",
    `/schools/one/courses/c/timeline?enrollment=${enrollment?.id}`,
  );
  expect(timeline.access.until.slice(0, 10)).toBe("2027-04-03");
  now = instant("2027-03-10T12:00:00Z");
});

test("whoever is in already is told nothing; the buyer is, once, and gives it to somebody else", async () => {
  const listing = await school.onSale("Twice");
  const bought = await school.press(null, listing, { ...somebody("Vera"), gift: forAda });
  const before = school.owned.app.mails.length;
  await school.tell(bought.order, "paid", "ch-twice");
  await school.owned.app.workOff();
  await give(bought);
  await give(bought);
  const mails = mailsOf(before);
  expect(mails.filter((mail) => mail.includes("could not be given"))).toEqual([
    "vera@example.org Your gift could not be given: Twice",
  ]);
  expect(mails.some((mail) => mail.startsWith("ada"))).toBe(false);
  const [, secret = ""] =
    /\/orders\/[^?]+\?secret=([^\s"]+)/.exec(
      school.owned.app.mails.find(({ subject }) => subject.startsWith("Your gift could"))?.text ??
        "",
    ) ?? [];
  const given = await school.owned.app.ask(
    null,
    "POST",
    `/schools/one/orders/${bought.order}/seats`,
    {
      secret,
      people: [somebody("Bo")],
    },
  );
  expect(given.status).toBe(200);
  await give(bought);
  expect((await school.own(bought)).given.map(({ email }) => email)).toEqual(["bo@example.org"]);
});

test("given to somebody else before its day, the first is told nothing", async () => {
  const listing = await school.onSale("Changed my mind");
  const gift = { ...forAda, email: "first@example.org", on: "2027-04-01" };
  const bought = await school.press(null, listing, { ...somebody("Wim"), gift });
  await school.tell(bought.order, "paid", "ch-mind");
  await school.owned.app.ask(null, "POST", `/schools/one/orders/${bought.order}/seats`, {
    secret: bought.secret,
    people: [somebody("Second")],
  });
  const before = school.owned.app.mails.length;
  now = instant("2027-04-01T08:00:00Z");
  await give(bought);
  now = instant("2027-03-10T12:00:00Z");
  expect(mailsOf(before).some((mail) => mail.startsWith("first"))).toBe(false);
  expect((await school.own(bought)).given).toHaveLength(1);
});

test("what cannot be given is refused with its place, and nothing is bought", async () => {
  const listing = await school.onSale("No gift", {
    teams: true,
    options: [
      { id: "once", kind: "once", amount: 19_900, default: true },
      { id: "monthly", kind: "subscription", amount: 1500, every: "P1M" },
    ],
  });
  const refusedFor = async (wanted: object) => {
    const { errors } = await school.press<{ errors: { path: string }[] }>(
      null,
      listing,
      { ...somebody("Xenia"), gift: forAda, ...wanted },
      422,
    );
    return errors.map(({ path }) => path);
  };
  expect(await refusedFor({ seats: 3, seen: { total: 59_700, dueNow: 59_700 } })).toEqual([
    "seats",
  ]);
  expect(await refusedFor({ option: "monthly", seen: { total: 1500, dueNow: 1500 } })).toEqual([
    "option",
  ]);
  expect(await refusedFor({ gift: { ...forAda, email: "xenia@example.org" } })).toEqual([
    "gift.email",
  ]);
  expect(await refusedFor({ gift: { ...forAda, on: "2027-03-09" } })).toEqual(["gift.on"]);
  expect(await refusedFor({ gift: { ...forAda, on: "2028-03-12" } })).toEqual(["gift.on"]);
  expect(await refusedFor({ gift: { ...forAda, on: "soon" } })).toEqual(["gift.on"]);
});
