/** When access ends that was sold: after so many days from its start or from the first lesson begun, or with a day. */
import type { FirstDates } from "@dawngate/contract/sales";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
beforeAll(async () => {
  school = await sellingSchool(() => instant("2027-03-10T12:00:00Z"));
});
afterAll(() => school.owned.test_.close());

const FREE = [{ id: "free", kind: "free", default: true }];

/** What a buyer is told of its end, and what the evaluator says of somebody who has bought it for nothing. */
async function endOf(name: string, terms: object) {
  const listing = await school.onSale(`For ${name}`, { options: FREE, ...terms });
  const zone = "Europe/Lisbon";
  const { app } = school.owned;
  const offered = await app.ask(null, "GET", `/schools/one/offers/${listing}?timeZone=${zone}`);
  const { courses } = (await offered.json()) as { courses: FirstDates };
  await school.press(null, listing, {
    ...somebody(name),
    option: "free",
    seen: { total: 0, dueNow: 0 },
    timeZone: zone,
  });
  const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>(
    "GET",
    `/schools/one/courses/c/people?find=${name.toLowerCase()}`,
  );
  const { access } = await school.owned.ask<{
    access: { until: string | null; untilWaitsFor: { from: string }[] };
  }>("GET", `/schools/one/courses/c/timeline?enrollment=${people[0]?.enrollment}`);
  const [told] = courses;
  return {
    told: [told?.until, told?.untilWaitsFor.map(({ from }) => from)],
    holds: [access.until, access.untilWaitsFor.map(({ from }) => from)],
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
