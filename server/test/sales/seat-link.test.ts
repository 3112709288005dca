/** Seats of a team's order by a link: made by the buyer, taken by whoever has it, ended, and never more than there are. */
import type { OwnOrder, SeatOffered } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Bought, forDays, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

const SEATS = { teams: true, seats: { mode: "volume", tiers: [{ from: 2, percent: 10 }] } };

async function said<T>(who: string | null, method: string, path: string, body?: object) {
  const response = await school.owned.app.ask(who, method, `/schools/one/orders/${path}`, body);
  return { status: response.status, body: (await response.json()) as T & { detail?: string } };
}

/** An order of two seats that is paid; its buyer pays 17910 for each. */
async function paidPair(title: string, wanted: object = {}): Promise<Bought> {
  const listing = await school.onSale(title, SEATS);
  const seen = { total: 35_820, dueNow: 35_820 };
  return school.bought("Tessa", listing, { seats: 2, seen, ...wanted });
}

const linkOf = async ({ order, secret }: Bought) => {
  const made = await said<{ address: string }>(null, "POST", `${order}/seat-link`, { secret });
  expect(made.status).toBe(200);
  return new URL(made.body.address);
};
const secretOf = (link: URL) => link.searchParams.get("secret") ?? "";

const see = (order: string, secret: string, who: string | null = null) =>
  said<SeatOffered>(who, "GET", `${order}/seat-link?secret=${secret}`);
const take = (order: string, secret: string, name: string | null, who: string | null = null) =>
  said<{ enrollment: string | null }>(who, "POST", `${order}/seat-link/taken`, {
    secret,
    person: name === null ? null : somebody(name),
    timeZone: "Pacific/Auckland",
  });

test("whoever has the link sees what it is for, from whom, and when it would open; takes a seat once, and is told", async () => {
  const bought = await paidPair("By link");
  expect((await school.own(bought)).seatLink).toBe(false);
  const link = await linkOf(bought);
  expect(link.pathname).toBe(`/one/seats/${bought.order}`);
  expect((await school.own(bought)).seatLink).toBe(true);
  const { body } = await see(bought.order, secretOf(link));
  expect(body).toMatchObject({ title: "By link", from: "Tessa", left: 2, enrollment: null });
  expect(body.courses).toHaveLength(1);
  expect(body.courses[0]?.opens).not.toBeNull();

  const mails = school.owned.app.mails.length;
  expect(await take(bought.order, secretOf(link), "Nell")).toMatchObject({
    status: 200,
    body: { enrollment: null },
  });
  const [mail] = school.owned.app.mails.slice(mails).filter(({ to }) => to === "nell@example.org");
  expect(mail?.text).toContain("You took a seat of Tessa.");
  // The same press once more: the way in once more, and no second seat.
  expect((await take(bought.order, secretOf(link), "Nell")).status).toBe(200);
  expect(school.owned.app.mails.at(-1)).toMatchObject({ to: "nell@example.org" });
  expect(school.owned.app.mails.at(-1)?.text).toContain("needed no seat");
  const own = await school.own(bought);
  expect(own.given).toMatchObject([{ number: 1, name: "Nell", begun: false }]);
  // Days of access count from now, in the zone of whoever took it.
  const { people } = await school.owned.ask<{ people: { enrolledAt: string; timeZone: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?find=nell",
  );
  expect(people).toMatchObject([{ enrolledAt: formatInstant(now) }]);
});

test("two who press at once for the last seat: one is in, and the other is told by whom it can be had", async () => {
  const bought = await paidPair("The last one");
  const link = secretOf(await linkOf(bought));
  await take(bought.order, link, "Olga");
  const both = await Promise.all([
    take(bought.order, link, "Pia"),
    take(bought.order, link, "Quinn"),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect(both.find(({ status }) => status === 409)?.body.detail).toBe(
    "All seats are taken. Ask Tessa for one more.",
  );
  expect((await school.own(bought)).given).toHaveLength(2);
});

test("a new link, or its end, leaves the old one nowhere; one that is guessed leads nowhere", async () => {
  const bought = await paidPair("Ended");
  const first = secretOf(await linkOf(bought));
  const second = secretOf(await linkOf(bought));
  expect((await see(bought.order, first)).status).toBe(404);
  expect((await see(bought.order, second)).status).toBe(200);
  expect((await see(bought.order, "guessed")).status).toBe(404);
  // The link gives seats: it does not open the order, nor does the order's secret stand in for it.
  expect((await see(bought.order, bought.secret)).status).toBe(404);
  const opened = await said<OwnOrder>(null, "GET", `${bought.order}/own?secret=${second}`);
  expect(opened.status).toBe(404);
  for (let twice = 0; twice < 2; twice++)
    expect(
      await said<OwnOrder>(null, "POST", `${bought.order}/seat-link/ended`, {
        secret: bought.secret,
      }),
    ).toMatchObject({ status: 200, body: { seatLink: false } });
  expect((await take(bought.order, second, "Rolf")).body.detail).toContain(
    "leads nowhere any more",
  );
  expect((await school.own(bought)).given).toEqual([]);
});

test("whoever is signed in takes it with one press, and needs none where they are in already", async () => {
  const bought = await paidPair("Signed in");
  const link = secretOf(await linkOf(bought));
  const nobody = await take(bought.order, link, null);
  expect(nobody).toMatchObject({ status: 422, body: { errors: [{ path: "person" }] } });
  const { body } = await take(bought.order, link, null, OWNER);
  expect(body.enrollment).toEqual(expect.any(String));
  expect((await see(bought.order, link, OWNER)).body.enrollment).toBe(body.enrollment);
  expect((await take(bought.order, link, null, OWNER)).body).toEqual(body);
  expect((await school.own(bought)).given).toMatchObject([{ email: OWNER }]);
  // Ana has been in all along.
  const ana = "ana@example.org";
  const hers = await take(bought.order, link, null, ana);
  expect(hers.body.enrollment).toBe((await see(bought.order, link, ana)).body.enrollment);
  expect(hers.body.enrollment).toEqual(expect.any(String));
  expect((await school.own(bought)).given).toHaveLength(1);
});

test("an order that was given back has no seats any more, by link or by hand", async () => {
  const bought = await paidPair("Given back");
  const link = secretOf(await linkOf(bought));
  await school.owned.ask("POST", `/schools/one/orders/${bought.order}/refunds`, {
    key: "given-back-whole",
    policy: "full",
    seen: { amount: 35_820, off: 0 },
  });
  for (const { status, body } of [
    await see(bought.order, link),
    await take(bought.order, link, "Sven"),
    await said<OwnOrder>(null, "POST", `${bought.order}/seats`, {
      secret: bought.secret,
      people: [somebody("Sven")],
    }),
    await said<OwnOrder>(null, "POST", `${bought.order}/seat-link`, { secret: bought.secret }),
  ])
    expect([status, body.detail]).toEqual([
      409,
      "This order was given back: it has no seats any more.",
    ]);
  expect((await school.own(bought)).given).toEqual([]);
});

test("whoever is in for two weeks takes a seat and stays longer; a day later the same gives a day, and no second seat", async () => {
  const taster = await school.onSale("Two weeks", {
    options: [{ id: "free", kind: "free", default: true }],
    validity: [forDays(14)],
  });
  const free = { option: "free", seen: { total: 0, dueNow: 0 } };
  await school.press(null, taster, { ...somebody("Xan"), ...free });
  const listing = await school.onSale("Sixty days", { ...SEATS, validity: [forDays(60)] });
  const seen = { total: 35_820, dueNow: 35_820 };
  const bought = await school.bought("Tessa", listing, { seats: 2, seen });
  const secret = secretOf(await linkOf(bought));
  const until = async () => {
    const { people } = await school.owned.ask<{ people: { until: string | null }[] }>(
      "GET",
      "/schools/one/courses/c/people?find=xan",
    );
    return people.map((one) => one.until);
  };
  const given = async () => (await school.own(bought)).given?.map(({ name }) => name);
  expect((await take(bought.order, secret, "Xan")).status).toBe(200);
  expect(await given()).toEqual(["Xan"]);
  expect(await until()).toEqual(["2027-05-09T23:00:00Z"]);
  now = instant("2027-03-11T12:00:00Z");
  expect((await take(bought.order, secret, "Xan")).status).toBe(200);
  expect(school.owned.app.mails.at(-1)?.text).toContain("needed no seat");
  expect(await given()).toEqual(["Xan"]);
  expect(await until()).toEqual(["2027-05-09T23:00:00Z"]);
});
