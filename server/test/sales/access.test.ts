/** When access ends that was sold: after so many days from its start or from the first lesson begun, or with a day. */
import type { FirstDates, Offered } from "@dawngate/contract/sales";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
beforeAll(async () => {
  school = await sellingSchool(() => instant("2027-03-10T12:00:00Z"));
});
afterAll(() => school.owned.test_.close());

const FREE = [{ id: "free", kind: "free", default: true }];
const FOR_NOTHING = { option: "free", seen: { total: 0, dueNow: 0 }, timeZone: "Europe/Lisbon" };

/** The end of somebody's access to the course, as the evaluator has it; and how many enrollments they have. */
async function accessOf(find: string) {
  const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>(
    "GET",
    `/schools/one/courses/c/people?find=${find}`,
  );
  const { access } = await school.owned.ask<{
    access: { until: string | null; untilWaitsFor: { from: string }[] };
  }>("GET", `/schools/one/courses/c/timeline?enrollment=${people[0]?.enrollment}`);
  return {
    enrollments: people.length,
    until: access.until,
    waits: access.untilWaitsFor.map(({ from }) => from),
  };
}

/** What a buyer is told of its end, and what the evaluator says of somebody who has bought it for nothing. */
async function endOf(name: string, terms: object) {
  const listing = await school.onSale(`For ${name}`, { options: FREE, ...terms });
  const zone = "Europe/Lisbon";
  const { app } = school.owned;
  const offered = await app.ask(null, "GET", `/schools/one/offers/${listing}?timeZone=${zone}`);
  const { courses } = (await offered.json()) as { courses: FirstDates };
  await school.press(null, listing, { ...somebody(name), ...FOR_NOTHING });
  const { until, waits } = await accessOf(name.toLowerCase());
  const [told] = courses;
  return {
    told: [told?.until, told?.untilWaitsFor.map(({ from }) => from)],
    holds: [until, waits],
  };
}

// Lisbon is at UTC until 28 March 2027, and an hour ahead of it after.
test.each<[string, string, object, string | null]>([
  ["so many days from the start of access", "Ida", { days: 10 }, "2027-03-21T00:00:00Z"],
  ["through a day", "Jon", { through: "2027-04-30" }, "2027-04-30T23:00:00Z"],
  [
    "days, or a day that is earlier",
    "Kim",
    { days: 90, through: "2027-03-31" },
    "2027-03-31T23:00:00Z",
  ],
  [
    "days that are over earlier than the day",
    "Lea",
    { days: 5, through: "2027-03-31" },
    "2027-03-16T00:00:00Z",
  ],
  [
    "days from the first lesson, through a day until then",
    "Mia",
    { days: 5, daysFrom: "started", through: "2027-03-31" },
    "2027-03-31T23:00:00Z",
  ],
])("%s: what one is told is what then holds", async (_, name, terms, until) => {
  const { told, holds } = await endOf(name, terms);
  expect(told).toEqual(holds);
  expect(holds[0]).toBe(until);
});

test("days from the first lesson one begins: there is no end yet, and one is told from what it counts", async () => {
  const { told, holds } = await endOf("Noa", { days: 30, daysFrom: "started" });
  expect(told).toEqual([null, ["started"]]);
  expect(holds).toEqual([null, ["started"]]);
});

test("whoever was let in for two weeks and pays for the whole stays as long as a newcomer would, in the same enrollment", async () => {
  const taster = await school.onSale("For two weeks", { options: FREE, days: 14 });
  await school.press(null, taster, { ...somebody("Zoe"), ...FOR_NOTHING });
  expect((await accessOf("zoe")).until).toBe("2027-03-25T00:00:00Z");
  const whole = await school.onSale("The whole");
  const bought = await school.bought("Zoe", whole);
  // As the course says: ninety days, in summer time by then.
  const after = { enrollments: 1, until: "2027-06-08T23:00:00Z", waits: [] };
  expect(await accessOf("zoe")).toEqual(after);
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  expect(await accessOf("zoe")).toEqual(after);
  // What ends sooner takes nothing away.
  const shorter = await school.onSale("For a week", { days: 7 });
  await school.bought("Zoe", shorter);
  expect(await accessOf("zoe")).toEqual(after);
});

test("where the end of what is bought counts from the first lesson, it does so for them too", async () => {
  const taster = await school.onSale("A little", { options: FREE, days: 3 });
  await school.press(null, taster, { ...somebody("Yan"), ...FOR_NOTHING });
  await school.bought(
    "Yan",
    await school.onSale("From the first", { days: 30, daysFrom: "started" }),
  );
  expect(await accessOf("yan")).toEqual({ enrollments: 1, until: null, waits: ["started"] });
});

test("signed in, they may buy what goes on longer, and not the same once more", async () => {
  const { app } = school.owned;
  const taster = await school.onSale("For the owner", { options: FREE, days: 14 });
  const whole = await school.onSale("The whole for the owner", { through: "2027-06-30" });
  const offered = async () =>
    (await (await app.ask(OWNER, "GET", `/schools/one/offers/${whole}`)).json()) as Offered;
  await school.press(OWNER, taster, FOR_NOTHING);
  expect(await offered()).toMatchObject({ holds: false, renews: null });
  const { order } = await school.press(OWNER, whole, {});
  await school.tell(order, "paid", `ch-${order}`);
  expect((await accessOf("owner")).until).toBe("2027-06-30T23:00:00Z");
  // By other terms than they came in by, and no later: nothing is gained.
  expect(await offered()).toMatchObject({ holds: true });
  expect(await school.press<{ detail: string }>(OWNER, whole, {}, 409)).toMatchObject({
    detail: expect.stringContaining("in this already"),
  });
});
