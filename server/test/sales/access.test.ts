/** When access ends that was sold: after so many days from its start or from the first lesson begun, or with a day. */
import type { AsIfBought, FirstDates, ListingAnswer, Offered } from "@dawngate/contract/sales";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { forDays, type Selling, sellingSchool, somebody, through } from "../helpers/selling";

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
    ends: told?.ends,
    holds: [until, waits],
  };
}

// Lisbon is at UTC until 28 March 2027, and an hour ahead of it after.
test.each<[string, string, object, string | null]>([
  [
    "so many days from the start of access",
    "Ida",
    { validity: [forDays(10)] },
    "2027-03-21T00:00:00Z",
  ],
  ["through a day", "Jon", { validity: [through("2027-04-30")] }, "2027-04-30T23:00:00Z"],
  [
    "days, or a day that is earlier",
    "Kim",
    { validity: [forDays(90), through("2027-03-31")] },
    "2027-03-31T23:00:00Z",
  ],
  [
    "days that are over earlier than the day",
    "Lea",
    { validity: [forDays(5), through("2027-03-31")] },
    "2027-03-16T00:00:00Z",
  ],
  [
    "days from the first lesson, through a day until then",
    "Mia",
    { validity: [forDays(5, "started"), through("2027-03-31")] },
    "2027-03-31T23:00:00Z",
  ],
])("%s: what one is told is what then holds", async (_, name, terms, until) => {
  const { told, holds } = await endOf(name, terms);
  expect(told).toEqual(holds);
  expect(holds[0]).toBe(until);
});

test("days from the first lesson one begins: there is no end yet, and one is told from what it counts", async () => {
  const { told, holds } = await endOf("Noa", { validity: [forDays(30, "started")] });
  expect(told).toEqual([null, ["started"]]);
  expect(holds).toEqual([null, ["started"]]);
});

test.each<[string, string, object, (string | null)[], string[]]>([
  [
    "a lesson that is finished",
    "Ola",
    { from: "completed", item: "l1", add: "P1M", edge: "end" },
    ["completed"],
    ["1 month after finishing “First”"],
  ],
  [
    "the course as a whole",
    "Pia",
    { from: "completed", item: "c" },
    ["completed"],
    ["after finishing “Bread & more”"],
  ],
  ["another's opening, known at once", "Rui", { from: "opened", item: "m2", add: "P1W" }, [], []],
  [
    "a report from outside",
    "Sol",
    { from: "signal", name: "visit" },
    ["signal"],
    ["when “visit” is reported"],
  ],
])("counted from %s", async (_, name, end, waits, words) => {
  const { told, holds, ends } = await endOf(name, { validity: [end] });
  expect(told).toEqual(holds);
  expect(told[1]).toEqual(waits);
  expect(holds[0] === null).toBe(waits.length > 0);
  expect(ends).toEqual(words);
});

test("never, where the course says ninety days", async () => {
  const { told, holds } = await endOf("Tom", { validity: [] });
  expect(told).toEqual([null, []]);
  expect(holds).toEqual([null, []]);
});

test("an end counts from nothing that is not in it, and in several courses from no lesson", async () => {
  const listing = await school.onSale("Wrong ends");
  const { offer, number } = await school.owned.ask<ListingAnswer>(
    "GET",
    `/schools/one/listings/${listing}`,
  );
  const refused = async (validity: object[], courses = offer.courses) => {
    const body = { number, offer: { ...offer, courses, validity } };
    const answer = await school.owned.app.ask(
      OWNER,
      "PUT",
      `/schools/one/listings/${listing}`,
      body,
    );
    const { errors } = (await answer.json()) as { errors?: { path: string; reason: string }[] };
    return [answer.status, errors?.map(({ path }) => path)];
  };
  const gone = { from: "passed", item: "gone" };
  expect(await refused([forDays(3), gone])).toEqual([422, ["offer.validity[1].item"]]);
  const { id } = await school.owned.ask<{ id: string }>("POST", "/schools/one/courses", {
    title: "Another",
  });
  const two = [...offer.courses, { id, price: null }];
  expect(await refused([{ from: "completed", item: "l1" }], two)).toEqual([
    422,
    ["offer.validity[0].item"],
  ]);
  expect(await refused([{ from: "staff" }])).toMatchObject([422, ["offer.validity[0].from"]]);
});

test("whoever sells sees the dates of somebody who would buy on a day, before it is on sale", async () => {
  const { id } = await school.owned.ask<{ id: string }>("POST", "/schools/one/listings", {
    title: "Not yet",
    courses: ["c"],
  });
  const asIf = (query: string) =>
    school.owned.ask<AsIfBought>("GET", `/schools/one/listings/${id}/as-if-bought?${query}`);
  // Bought on Monday 22 March: two modules, the second a week later, that is after Monday the 29th, a workday.
  const { at, courses, giveBack } = await asIf("on=2027-03-22");
  expect([at, giveBack]).toEqual(["2027-03-22T12:00:00Z", "2027-04-05"]);
  expect(courses).toMatchObject([
    {
      id: "c",
      until: "2027-06-20T23:00:00Z",
      ends: [],
      modules: [
        { title: "One", opens: "2027-03-22T12:00:00Z" },
        { title: "Two", opens: "2027-03-29T06:00:00Z" },
      ],
    },
  ]);
});

test("whoever was let in for two weeks and pays for the whole stays as long as a newcomer would, in the same enrollment", async () => {
  const taster = await school.onSale("For two weeks", { options: FREE, validity: [forDays(14)] });
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
  const shorter = await school.onSale("For a week", { validity: [forDays(7)] });
  await school.bought("Zoe", shorter);
  expect(await accessOf("zoe")).toEqual(after);
});

test("where the end of what is bought counts from the first lesson, it does so for them too", async () => {
  const taster = await school.onSale("A little", { options: FREE, validity: [forDays(3)] });
  await school.press(null, taster, { ...somebody("Yan"), ...FOR_NOTHING });
  await school.bought(
    "Yan",
    await school.onSale("From the first", { validity: [forDays(30, "started")] }),
  );
  expect(await accessOf("yan")).toEqual({ enrollments: 1, until: null, waits: ["started"] });
});

test("an end that has not begun to count ends nothing of what is bought: days from the first lesson, and then the whole", async () => {
  const validity = [forDays(14, "started")];
  const taster = await school.onSale("From when they begin", { options: FREE, validity });
  await school.press(null, taster, { ...somebody("Vera"), ...FOR_NOTHING });
  expect(await accessOf("vera")).toEqual({ enrollments: 1, until: null, waits: ["started"] });
  await school.bought("Vera", await school.onSale("The whole for Vera"));
  expect((await accessOf("vera")).until).toBe("2027-06-08T23:00:00Z");
});

test("of a course that is one's for ever, the whole is for ever", async () => {
  const { id } = await school.owned.ask<{ id: string }>("POST", "/schools/one/courses", {
    title: "For ever",
    shape: "part-a-week",
  });
  await school.owned.ask("POST", `/schools/one/courses/${id}/versions`, {});
  const courses = [{ id }];
  const taster = await school.onSale("A while", {
    courses,
    options: FREE,
    validity: [forDays(14)],
  });
  await school.press(null, taster, { ...somebody("Wanda"), ...FOR_NOTHING });
  const until = async () => {
    const { people } = await school.owned.ask<{ people: { until: string | null }[] }>(
      "GET",
      `/schools/one/courses/${id}/people?find=wanda`,
    );
    return people.map((one) => one.until);
  };
  expect(await until()).toEqual(["2027-03-25T00:00:00Z"]);
  // The next step ends with a day that is set; what is for ever stands in its place, whoever set it.
  await school.bought(
    "Wanda",
    await school.onSale("A quarter", { courses, validity: [forDays(90)] }),
  );
  expect(await until()).toEqual(["2027-06-08T23:00:00Z"]);
  await school.bought("Wanda", await school.onSale("All of it", { courses }));
  expect(await until()).toEqual([null]);
  // What staff set afterwards holds.
  const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>(
    "GET",
    `/schools/one/courses/${id}/people?find=wanda`,
  );
  await school.owned.ask("POST", `/schools/one/courses/${id}/acts`, {
    enrollments: [people[0]?.enrollment],
    key: "an-end-of-staff",
    act: { type: "end-set", through: "2027-12-31", reason: "Agreed" },
  });
  expect(await until()).toEqual(["2028-01-01T00:00:00Z"]);
});

test("signed in, they may buy what goes on longer, and not the same once more", async () => {
  const { app } = school.owned;
  const taster = await school.onSale("For the owner", { options: FREE, validity: [forDays(14)] });
  const whole = await school.onSale("The whole for the owner", {
    validity: [through("2027-06-30")],
  });
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
