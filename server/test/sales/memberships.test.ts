/**
 * Memberships: one order opens every course, those to come too, but for those left out; a course is taken up when the
 * member likes, and stands and falls with the order. That what was agreed at a purchase stays is common practice.
 */
import type { CatalogPage, PublicCourse, PublicListing } from "@dawngate/contract/catalog";
import type { Income, Offered, OwnOrder } from "@dawngate/contract/sales";
import type { EntryRequests } from "@dawngate/contract/ways-in";
import type { Instant } from "@dawngate/core/time";
import { orderRunner } from "../../src/sales/running/charge";
import { JOIN, MONTHLY, members } from "../helpers/members";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  ONCE,
  type Selling,
  sellingSchool,
  through,
} from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-06T11:00:00Z");
let rye = "";
let oats = "";
let monthly = "";
beforeAll(async () => {
  school = await sellingSchool(() => now);
  [rye, oats] = [await published("Rye"), await published("Oats")];
  monthly = await membership("All breads", { options: [MONTHLY] });
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
  school.till.become("paid");
});
afterAll(() => school.owned.test_.close());

const { published, membership, change, refused, joins, asks, takesUp, open, held } = members(
  () => school,
);
/** What the job does at an instant. */
async function at(when: string, { order }: Bought): Promise<void> {
  now = instant(when);
  const { test_, app, school: id } = school.owned;
  const run = orderRunner({
    db: test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  });
  await run(id, order);
  await app.workOff();
}
const own = (bought: Bought): Promise<OwnOrder> => school.own(bought);

describe("what it is, to those who sell and to everybody", () => {
  test("it is told by how many courses it opens, in the catalog, on its page and at the checkout", async () => {
    const offered = await asks<Offered>(null, `/schools/one/offers/${monthly}?seats=1`);
    expect(offered.membership).toMatchObject({ courses: 2, titles: ["Rye", "Oats"], until: null });
    expect(offered.courses).toEqual([]);
    const page = await asks<PublicListing>(null, `/schools/one/pages/${monthly}`);
    expect(page.membership).toEqual({ courses: 2, subjects: [] });
    expect(page.courses.map(({ title }) => title)).toEqual(["Rye", "Oats"]);
    const { entries } = await asks<CatalogPage>(null, "/schools/one/catalog");
    expect(entries.find(({ id }) => id === monthly)).toMatchObject({
      kind: "listing",
      opens: 2,
      courses: ["Rye", "Oats"],
      price: { amount: 1_900 },
    });
    const course = await asks<PublicCourse>(null, `/schools/one/catalog/${rye}`);
    expect([course.isMember, course.memberships]).toEqual([
      false,
      [{ id: monthly, title: "All breads" }],
    ]);
  });

  test("what does not go with it is refused by name: courses, an end that a course counts from", async () => {
    expect(await refused(monthly, { courses: [{ id: "c", price: null }] })).toEqual([
      "offer.courses",
    ]);
    expect(
      await refused(monthly, { validity: [{ from: "started", add: "P30D" }, forDays(30)] }),
    ).toEqual(["offer.validity[0].from"]);
    expect(await refused(monthly, { validity: [{ from: "access", add: "PT36H" }] })).toEqual([
      "offer.validity[0].add",
    ]);
  });

  test("paid once and without an end it opens all that will ever come: a snag says so", async () => {
    const endless = await membership("For ever", { options: [ONCE] });
    const { snags } = await change(endless, {}, "hidden");
    expect(snags.map(({ reason }) => reason).join()).toMatch(/opens every course to come for ever/);
    const year = await change(endless, { validity: [forDays(365)] });
    expect(year.snags).toEqual([]);
  });
});

describe("a member", () => {
  test("takes up what is sold without paying for it; whoever is none is told to buy it", async () => {
    await school.onSale("Rye alone", { courses: [{ id: rye }] });
    expect(await takesUp("eva", rye)).toMatch(/is bought; its price stands on its page/);
    const bought = await joins("eva", monthly);
    expect((await own(bought)).membership).toEqual({ until: null });
    expect(await open("eva")).toMatchObject({
      courses: ["Rye", "Oats"],
      memberships: [{ title: "All breads", order: bought.order, until: null }],
    });
    expect((await asks<PublicCourse>("eva", `/schools/one/catalog/${rye}`)).isMember).toBe(true);
    const enrollment = await takesUp("eva", rye);
    expect((await held("eva", rye))?.enrollment).toBe(enrollment);
    // Paid through 5 April, and three days of grace after the next part falls due on the 6th.
    expect((await held("eva", rye))?.until).toBe("2027-04-09T23:00:00Z");
    expect((await open("eva")).courses).toEqual(["Oats"]);
    // What anybody may enter is hers for good, whatever becomes of the membership.
    await takesUp("eva", oats);
    expect((await held("eva", oats))?.until).toBe(null);
    const { enrollments } = await school.order(bought);
    expect(enrollments.map(({ title }) => title)).toEqual(["Rye"]);
  });

  test("every period moves what was taken up; a part that is missing shuts it, and the way into the others", async () => {
    const bought = await joins("finn", monthly);
    await takesUp("finn", rye);
    await at("2027-04-06T05:00:00Z", bought);
    await school.tell(bought.order, "paid", "ch-second-finn");
    await school.owned.app.workOff();
    expect((await held("finn", rye))?.until).toBe("2027-05-09T23:00:00Z");
    school.till.become("refused");
    for (const when of ["2027-05-06T05:00:00Z", "2027-05-07T05:00:00Z", "2027-05-09T23:30:00Z"])
      await at(when, bought);
    expect((await held("finn", rye))?.shutBy).toBe("suspension");
    expect((await open("finn")).memberships).toEqual([]);
    expect(await takesUp("finn", rye)).not.toMatch(/^[0-9a-f-]{36}$/);
    // He pays what is missing, and does not buy it a second time.
    const twice = await school.press<{ detail: string }>("finn@example.org", monthly, JOIN, 409);
    expect(twice.detail).toMatch(/You have this membership already/);
  });

  test("who stops paying keeps what is paid for, and no day more: without any job having run", async () => {
    const bought = await joins("gil", monthly);
    await takesUp("gil", rye);
    const secret = { secret: bought.secret };
    const cancel = `/schools/one/orders/${bought.order}/cancelled`;
    expect((await school.owned.app.ask(null, "POST", cancel, secret)).status).toBe(200);
    now = instant("2027-04-05T22:59:59Z");
    expect((await open("gil")).memberships).toHaveLength(1);
    now = instant("2027-04-05T23:00:00Z");
    expect((await open("gil")).memberships).toEqual([]);
    expect((await held("gil", rye))?.state).toBe("closed");
  });

  test("has it once: a second press is refused", async () => {
    await joins("hal", monthly);
    const twice = await school.press<{ detail: string }>("hal@example.org", monthly, JOIN, 409);
    expect(twice.detail).toMatch(/You have this membership already/);
  });

  test("somebody new is written to once, with how many courses are open, and comes in by the mail", async () => {
    const bought = await school.bought("Kim", monthly, JOIN);
    await school.tell(bought.order, "paid", `ch-${bought.order}`);
    await school.owned.app.workOff();
    const mails = school.owned.app.mails.filter(({ to }) => to === "kim@example.org");
    const [way, ...others] = mails.filter(({ text }) => text.includes("/welcome?token="));
    expect(way?.text).toMatch(
      /You have “All breads”: 2 courses are open to you, and those to come/,
    );
    expect(others).toEqual([]);
    expect((await own(bought)).membership).not.toBeNull();
  });
});

test("who asks to come into what is sold, as a member, has it as a member once the school says yes", async () => {
  const alone = await school.onSale("Oats, asked for", { courses: [{ id: oats }] });
  const { app, ask } = school.owned;
  const way = {
    cohort: null,
    listed: true,
    question: null,
    domains: [],
    needs: [],
    waitlist: null,
  };
  const set = (entry: string) =>
    app.ask(OWNER, "PUT", `/schools/one/courses/${oats}/ways`, { ...way, entry });
  await set("approval");
  const bought = await joins("yara", monthly);
  expect(await takesUp("yara", oats)).toMatch(/The school decides who comes in/);
  const path = `/schools/one/catalog/${oats}/requests`;
  const asked = { cohort: null, timeZone: "Europe/Lisbon", words: "" };
  expect((await app.ask("yara@example.org", "POST", path, asked)).status).toBeLessThan(300);
  const queue = `/schools/one/courses/${oats}/requests`;
  const { requests } = await ask<EntryRequests>("GET", queue);
  const yes = { requests: requests.map(({ id }) => id), approve: true, reason: "" };
  await ask("POST", queue, yes);
  expect((await held("yara", oats))?.until).toBe("2027-04-09T23:00:00Z");
  const { enrollments } = await school.order(bought);
  expect(enrollments.map(({ title }) => title)).toEqual(["Oats"]);
  await set("anyone");
  await change(alone, {}, "hidden");
});

describe("what is left out", () => {
  test("stays open to whoever had it by then, and to nobody who joins later", async () => {
    await school.onSale("Rye by itself", { courses: [{ id: rye }] });
    const both = await membership("Both", { options: [MONTHLY] });
    await joins("lea", both);
    await change(both, { membership: { except: [rye] } });
    now = instant("2027-03-07T11:00:00Z");
    await joins("max", both);
    expect((await open("lea")).courses).toEqual(["Rye", "Oats"]);
    expect((await open("max")).courses).toEqual(["Oats"]);
    expect(await takesUp("max", rye)).toMatch(/is bought/);
    expect(await takesUp("lea", rye)).toMatch(/^[0-9a-f-]{36}$/);
  });

  test("what was published after somebody joined is open to them, unless it is left out: then for all", async () => {
    const all = await membership("All", { options: [MONTHLY] });
    await joins("nora", all);
    now = instant("2027-03-08T11:00:00Z");
    const spelt = await published("Spelt");
    expect((await open("nora")).courses).toContain("Spelt");
    await change(all, { membership: { except: [spelt] } });
    expect((await open("nora")).courses).not.toContain("Spelt");
    await school.owned.ask("PATCH", `/schools/one/courses/${spelt}`, { archived: true });
  });
});

test("a course for members alone lets them in, and tells others of the memberships", async () => {
  const door = { cohort: null, entry: "members", listed: true, question: null, domains: [] };
  const { app } = school.owned;
  const set = (entry: string) =>
    app.ask(OWNER, "PUT", `/schools/one/courses/${oats}/ways`, {
      ...{ ...door, entry },
      needs: [],
      waitlist: null,
    });
  expect((await set("members")).status).toBeLessThan(300);
  expect(await takesUp("otto", oats)).toMatch(/is for members/);
  const { entries } = await asks<CatalogPage>(null, "/schools/one/catalog");
  expect(entries.find(({ id }) => id === oats)).toMatchObject({ members: true, sold: false });
  const bought = await joins("otto", monthly);
  expect(await takesUp("otto", oats)).toMatch(/^[0-9a-f-]{36}$/);
  const { enrollments } = await school.order(bought);
  expect(enrollments.map(({ title }) => title)).toEqual(["Oats"]);
  await set("staff");
  expect((await open("otto")).courses).not.toContain("Oats");
  const told = await asks<Offered>(null, `/schools/one/offers/${monthly}?seats=1`);
  expect(told.membership?.titles).not.toContain("Oats");
  await set("anyone");
});

describe("paid once, for a time", () => {
  const YEAR = { validity: [forDays(30)], options: [ONCE], tax: null };
  let year = "";
  let bought: Bought;
  beforeAll(async () => {
    await school.onSale("Rye for some", { courses: [{ id: rye }] });
    year = await membership("Thirty days", YEAR);
    bought = await joins("pia", year, {});
  });

  test("what is taken up late ends with it, not later", async () => {
    now = instant("2027-03-26T11:00:00Z");
    await takesUp("pia", rye);
    // Bought on 6 March: thirty days, and the last day whole.
    expect((await own(bought)).membership?.until).toBe("2027-04-05T23:00:00Z");
    expect((await held("pia", rye))?.until).toBe("2027-04-05T23:00:00Z");
  });

  test("given back for unused days it is worth what is left of it, and what was taken up ends", async () => {
    const other = await joins("quin", year, {});
    now = instant("2027-03-15T11:00:00Z");
    await takesUp("quin", rye);
    const path = `/schools/one/orders/${other.order}/refund?policy=unused&access=ends`;
    const refund = await school.owned.ask<{ amount: number }>("GET", path);
    // 6 March through 5 April are 31 days, 21 of them after the 15th (orders.md, "Relief").
    expect(refund.amount).toBe(Math.round((19_900 * 21) / 31));
  });

  test("renewed it begins where it ends, with all that was taken up; bought once more it is the same end", async () => {
    now = instant("2027-03-26T12:00:00Z");
    const offered = await asks<Offered>("pia", `/schools/one/offers/${year}?seats=1`);
    expect(offered.renews).toEqual([
      { course: year, until: "2027-04-05T23:00:00Z", becomes: "2027-05-05T23:00:00Z" },
    ]);
    const next = await joins("pia", year, { renews: true });
    await school.tell(next.order, "paid", `ch-${next.order}`);
    expect((await held("pia", rye))?.until).toBe("2027-05-05T23:00:00Z");
    now = instant("2027-04-20T12:00:00Z");
    expect((await open("pia")).memberships).toMatchObject([
      { order: next.order, until: "2027-05-05T23:00:00Z" },
    ]);
    now = instant("2027-05-05T23:00:00Z");
    expect((await open("pia")).memberships).toEqual([]);
  });

  test("on a date it ends for all on that day, and is not renewed", async () => {
    const season = await membership("The season", { validity: [through("2027-06-30")] });
    const late = await joins("rosa", season, {});
    expect((await own(late)).membership?.until).toBe("2027-06-30T23:00:00Z");
    const again = await asks<Offered>("rosa", `/schools/one/offers/${season}?seats=1`);
    expect([again.holds, again.renews]).toEqual([true, null]);
  });
});

test("members pay less where a listing says so, from the purchase to the end of it", async () => {
  const extra = await school.onSale("Less for members", {
    holder: { courses: [], memberships: [monthly], percent: 50 },
  });
  const total = async (who: string) =>
    (await asks<Offered>(who, `/schools/one/offers/${extra}?seats=1`)).quote.total;
  expect(await total("sol")).toBe(19_900);
  await joins("sol", monthly);
  expect(await total("sol")).toBe(9_950);
});

test("its income stands under its own name, by the days of the membership", async () => {
  const lone = await membership("For the books", { validity: [forDays(30)], tax: null });
  await joins("tom", lone, {});
  now = instant("2027-05-10T11:00:00Z");
  const { rows } = await school.owned.ask<Income>(
    "GET",
    "/schools/one/income?from=2027-03&to=2027-05",
  );
  const row = rows.find(({ listing }) => listing.id === lone);
  expect(row?.course.title).toBe("For the books");
  // 26 of its 31 days lie in March.
  expect(row?.months.map(({ earned }) => earned)).toEqual([
    Math.round((19_900 * 26) / 31),
    19_900 - Math.round((19_900 * 26) / 31),
    0,
  ]);
});

test("whoever is a member by two orders is in by the longer one", async () => {
  const short = await membership("A week", { validity: [forDays(7)] });
  await joins("uma", short, {});
  await joins("uma", monthly);
  await school.onSale("Rye once more", { courses: [{ id: rye }] });
  await takesUp("uma", rye);
  expect((await held("uma", rye))?.until).toBe("2027-04-09T23:00:00Z");
});

test("two presses at once, and three messages of the till, make one member", async () => {
  const key = "press-of-vera-at-once";
  const both = await Promise.all(
    [1, 2].map(() => school.press("vera@example.org", monthly, { ...JOIN, key })),
  );
  expect(new Set(both.map(({ order }) => order)).size).toBe(1);
  const [bought] = both as [Bought];
  await Promise.all([1, 2, 3].map(() => school.tell(bought.order, "paid", "ch-vera")));
  expect((await open("vera")).memberships).toHaveLength(1);
});

test("a stranger has no memberships, and a visitor is asked to sign in", async () => {
  expect((await open("wim")).memberships).toEqual([]);
  const visitor = await school.owned.app.ask(null, "GET", "/schools/one/shelf/memberships");
  expect(visitor.status).toBe(401);
});
