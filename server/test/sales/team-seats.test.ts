/** Seats for several: bought at once, given out by the buyer, taken back from whoever has not begun. */
import type { Offered, OwnOrder } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

const TIERS = {
  teams: true,
  seats: { mode: "volume", tiers: [{ from: 3, percent: 10 }] },
};
// Three at 17910.
const THREE = { seats: 3, seen: { total: 53_730, dueNow: 53_730 } };

async function ask<T = OwnOrder>(path: string, body: object, status = 200): Promise<T> {
  const response = await school.owned.app.ask(null, "POST", `/schools/one/orders/${path}`, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
const give = (
  { order, secret }: Bought,
  names: readonly string[],
  status?: number,
): Promise<OwnOrder & { detail?: string }> =>
  ask(`${order}/seats`, { secret, people: names.map(somebody) }, status);
const back = ({ order, secret }: Bought, number: number, status?: number) =>
  ask<OwnOrder & { detail?: string }>(`${order}/seats/${number}/back`, { secret }, status);

async function paidTeam(title: string, buyer: string): Promise<Bought> {
  const listing = await school.onSale(title, TIERS);
  const bought = await school.press(null, listing, { ...somebody(buyer), ...THREE });
  expect(await school.tell(bought.order, "paid", `ch-${bought.order}`)).toBeLessThan(300);
  return bought;
}

test("three seats cost what the tier says; nobody is in by paying, and the mail leads to giving them out", async () => {
  const listing = await school.onSale("For teams", TIERS);
  const offered = await school.owned.app.ask(null, "GET", `/schools/one/offers/${listing}?seats=3`);
  expect((await offered.json()) as Offered).toMatchObject({
    teams: true,
    quote: { total: 53_730, seats: 3 },
  });
  const mails = school.owned.app.mails.length;
  const bought = await school.press(null, listing, { ...somebody("Tessa"), ...THREE });
  await give(bought, ["Ana"], 409);
  await school.tell(bought.order, "paid", "ch-first");
  const own = await school.own(bought);
  expect(own).toMatchObject({ state: "paid", seats: 3, enrollments: [], given: [] });
  const mail = school.owned.app.mails.slice(mails).find(({ to }) => to === "tessa@example.org");
  const [, secret = ""] = /\/orders\/[^?]+\?secret=([^\s"]+)/.exec(mail?.text ?? "") ?? [];
  expect(mail?.text).toContain("Give out 3 seats");
  // The mail's secret opens it, and so does the one the browser was told.
  expect((await school.own({ ...bought, secret })).state).toBe("paid");
});

test("who gets a seat is in from that day, once, and told so; more than there are get none", async () => {
  const bought = await paidTeam("For three", "Uma");
  now = instant("2027-03-20T12:00:00Z");
  const mails = school.owned.app.mails.length;
  const own = await give(bought, ["Bela", "Cato"]);
  expect(own.given).toMatchObject([
    { number: 1, name: "Bela", email: "bela@example.org", begun: false },
    { number: 2, name: "Cato", begun: false },
  ]);
  expect((await give(bought, ["Bela", "Cato"])).given).toHaveLength(2);
  expect(
    school.owned.app.mails
      .slice(mails)
      .map(({ to }) => to)
      .sort(),
  ).toEqual(["bela@example.org", "cato@example.org"]);
  expect((await give(bought, ["Dana", "Edo"], 409)).detail).toContain("1 seat is left");
  expect((await school.own(bought)).given).toHaveLength(2);
  const { people } = await school.owned.ask<{ people: { name: string; enrolledAt: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?find=bela",
  );
  expect(people).toMatchObject([{ name: "Bela", enrolledAt: "2027-03-20T12:00:00Z" }]);
  // Whoever is in already needs no seat, and is named.
  const other = await paidTeam("For three more", "Vito");
  const refused = (await give(other, ["Bela", "Fara"], 422)) as unknown as {
    errors: { path: string }[];
  };
  expect(refused.errors).toMatchObject([{ path: "people[0].email" }]);
  expect((await school.own(other)).given).toEqual([]);
});

test("a seat goes back while its holder has not begun, and can be given to somebody else", async () => {
  const bought = await paidTeam("Back again", "Wim");
  await give(bought, ["Gus", "Hana"]);
  expect((await back(bought, 1)).given.map(({ name }) => name)).toEqual(["Hana"]);
  expect((await back(bought, 1)).given).toHaveLength(1);
  const { people } = await school.owned.ask<{ people: { enrollment: string; standing: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?find=gus",
  );
  expect(people[0]?.standing).toBe("ended");
  expect((await give(bought, ["Ivo"])).given).toMatchObject([
    { number: 1, name: "Ivo" },
    { number: 2, name: "Hana" },
  ]);
  const { people: hanas } = await school.owned.ask<{ people: { enrollment: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?find=hana",
  );
  const [hana] = hanas;
  await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } } as never,
    async (tx) => {
      const { appendEvent } = await import("../../src/enrollment/append");
      const at = "2027-03-21T08:00:00Z";
      const started = { kind: "started", at, data: {}, reason: null, key: null } as const;
      await appendEvent(tx, school.owned.school, "c", hana?.enrollment ?? "", started, now);
    },
  );
  expect((await back(bought, 2, 409)).detail).toContain("Hana has begun");
  await back(bought, 9, 404);
  await back({ ...bought, secret: "guessed" }, 2, 404);
});

test("what is sold to one at a time is sold to one", async () => {
  const listing = await school.onSale("One at a time", { seats: TIERS.seats });
  const refused = await school.press<{ detail: string }>(
    null,
    listing,
    { ...somebody("Xeno"), ...THREE },
    409,
  );
  expect(refused.detail).toContain("one person at a time");
});
