/** A cohort on sale: its dates, its window and its seats hold for whoever buys, beside those of the listing. */
import type { Offered } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-10T12:00:00Z");
});
afterAll(() => school.owned.test_.close());

async function cohort(name: string, parts: object = {}): Promise<string> {
  const { id } = await school.owned.ask<{ id: string }>("POST", "/schools/one/courses/c/cohorts", {
    name,
    window: null,
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: null,
    seats: null,
    ...parts,
  });
  return id;
}
const sold = (title: string, id: string, terms: object = {}) =>
  school.onSale(title, { cohorts: [{ course: "c", cohort: id }], ...terms });
const offered = async (listing: string, seats = 1) =>
  (await (
    await school.owned.app.ask(null, "GET", `/schools/one/offers/${listing}?seats=${seats}`)
  ).json()) as Offered;
const cohortOf = async ({ order }: Bought) => {
  const { enrollments } = await school.owned.ask<{ enrollments: { id: string }[] }>(
    "GET",
    `/schools/one/orders/${order}`,
  );
  const timeline = await school.owned.ask<{ person: { cohort: string | null } }>(
    "GET",
    `/schools/one/courses/c/timeline?enrollment=${enrollments[0]?.id}`,
  );
  return timeline.person.cohort;
};

test("a buyer sees the cohort's dates before paying, and is in it afterwards", async () => {
  const id = await cohort("Spring");
  const listing = await sold("With spring", id);
  const { courses } = await offered(listing);
  expect(courses[0]?.cohort).toEqual({ name: "Spring", starts: "2027-04-05", ends: "2027-06-25" });
  const bought = await school.press(null, listing, somebody("Pia"));
  await school.tell(bought.order, "paid", "ch-pia");
  expect(await cohortOf(bought)).toBe(id);
});

test("its window holds: before it, and after it, nobody buys", async () => {
  const id = await cohort("Windowed", { window: { opens: "2027-03-12", closes: "2027-03-20" } });
  const listing = await sold("Through a window", id);
  expect((await offered(listing)).state).toBe("before");
  await school.press(null, listing, somebody("Early"), 409);
  now = instant("2027-03-12T12:00:00Z");
  expect((await offered(listing)).state).toBe("open");
  now = instant("2027-03-21T12:00:00Z");
  expect((await offered(listing)).state).toBe("closed");
  const over = await sold(
    "Over",
    await cohort("Over", { starts: "2027-01-01", ends: "2027-02-01" }),
  );
  expect((await offered(over)).state).toBe("closed");
});

test("two seats and four buyers by two listings at once: two are in, nobody else is charged", async () => {
  const id = await cohort("Two seats", { seats: 2 });
  const listings = [await sold("One way", id), await sold("Another", id, { seatLimit: 10 })];
  expect((await offered(listings[0] ?? "")).seatsLeft).toBe(2);
  const presses = await Promise.allSettled(
    ["Q1", "Q2", "Q3", "Q4"].map((name, i) =>
      school.press(null, listings[i % 2] ?? "", somebody(name)),
    ),
  );
  const won = presses.flatMap((one) => (one.status === "fulfilled" ? [one.value] : []));
  expect(won).toHaveLength(2);
  // Held, they are nobody else's; paid, they are taken.
  expect((await offered(listings[1] ?? "")).state).toBe("full");
  for (const one of won) await school.tell(one.order, "paid", `ch-${one.order}`);
  for (const one of won) expect(await cohortOf(one)).toBe(id);
  expect((await offered(listings[0] ?? "")).seatsLeft).toBe(0);
});

test("seats of a team are promised from the purchase on, whether given out or not", async () => {
  const id = await cohort("A team's", { seats: 5 });
  const listing = await sold("For a team", id, { teams: true });
  const bought = await school.press(null, listing, {
    ...somebody("Rosalie"),
    seats: 3,
    seen: { total: 59_700, dueNow: 59_700 },
  });
  await school.tell(bought.order, "paid", "ch-team");
  expect((await offered(listing)).seatsLeft).toBe(2);
  await school.owned.app.ask(null, "POST", `/schools/one/orders/${bought.order}/seats`, {
    secret: bought.secret,
    people: [somebody("Sam")],
  });
  expect((await offered(listing)).seatsLeft).toBe(2);
  expect(await cohortOf(bought)).toBe(id);
});

test("a payment that comes after the hold has run out, when others have the seat, is to be given back", async () => {
  const id = await cohort("One seat", { seats: 1 });
  const listing = await sold("The last one", id);
  const slow = await school.press(null, listing, somebody("Slow"));
  now = (now + 21 * 60_000) as Instant;
  const quick = await school.press(null, listing, somebody("Quick"));
  await school.tell(quick.order, "paid", "ch-quick-one");
  await school.tell(slow.order, "paid", "ch-slow-one");
  expect((await school.own(slow)).state).not.toBe("paid");
  const { events } = await school.owned.ask<{ events: { kind: string }[] }>(
    "GET",
    `/schools/one/orders/${slow.order}`,
  );
  expect(events.map(({ kind }) => kind)).toEqual(["charged", "excess"]);
});

test("a cohort of another course, or two of one, are refused with their place", async () => {
  const id = await cohort("Refused");
  const listing = await sold("Refusals", id);
  const { number, offer } = await school.owned.ask<{ number: number; offer: object }>(
    "GET",
    `/schools/one/listings/${listing}`,
  );
  for (const [cohorts, path] of [
    [[{ course: "c", cohort: "none" }], "offer.cohorts[0].cohort"],
    [[{ course: "other", cohort: id }], "offer.cohorts[0].course"],
    [
      [
        { course: "c", cohort: id },
        { course: "c", cohort: id },
      ],
      "offer.cohorts[1].course",
    ],
  ] as const) {
    const body = { number, offer: { ...offer, cohorts } };
    const response = await school.owned.app.ask(
      OWNER,
      "PUT",
      `/schools/one/listings/${listing}`,
      body,
    );
    expect(response.status).toBe(422);
    const { errors } = (await response.json()) as { errors: { path: string }[] };
    expect(errors.map((one) => one.path)).toEqual([path]);
  }
});
