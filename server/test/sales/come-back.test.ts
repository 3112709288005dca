/** Whoever was in a course and buys it again goes on where they were; with a cohort, and after staff withdrew them, anew. */
import type { Shelf } from "@dawngate/contract/enrollment";
import type { Offered } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { JOIN, MONTHLY, members } from "../helpers/members";
import { instant } from "../helpers/sample";
import { type Bought, forDays, ONCE, type Selling, sellingSchool } from "../helpers/selling";

const BEGUN = instant("2027-03-10T12:00:00Z");
const TERMS = { validity: [forDays(30)], options: [ONCE], tax: null };

let school: Selling;
let now: Instant = BEGUN;
const { published, membership, asks, takesUp } = members(() => school);
let listing = "";
beforeAll(async () => {
  school = await sellingSchool(() => now);
  listing = await school.onSale("Thirty days", TERMS);
});
beforeEach(() => {
  now = BEGUN;
  school.till.become("paid");
});
afterAll(() => school.owned.test_.close());

async function buys(who: string, of = listing): Promise<Bought> {
  const bought = await school.press(`${who}@example.org`, of, {});
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  return bought;
}
const shelf = async (who: string, course = "c") =>
  (await asks<Shelf>(who, "/schools/one/shelf")).courses.filter((one) => one.course === course);
const offered = async (who: string | null, of = listing) =>
  (await asks<Offered>(who, `/schools/one/offers/${of}?seats=1`)).courses[0];
/** Ticks the first lesson. */
async function learns(who: string): Promise<void> {
  const [held] = await shelf(who);
  const path = `/schools/one/shelf/${held?.enrollment}/lessons/l1`;
  const answer = await school.owned.app.ask(`${who}@example.org`, "PUT", path, {
    ...{ done: true, key: `tick-of-${who}` },
  });
  expect(answer.status).toBe(200);
}
const act = async (who: string, type: string) => {
  const [held] = await shelf(who);
  await school.owned.ask("POST", "/schools/one/courses/c/acts", {
    enrollments: [held?.enrollment],
    key: `${type}-${who}-by-staff`,
    act: { type, reason: "Agreed" },
  });
};

test("months after its end it is the same enrollment, with all that was done, and days from the new purchase", async () => {
  const first = await buys("nina");
  await learns("nina");
  const [before] = await shelf("nina");
  now = instant("2027-06-01T12:00:00Z");
  expect((await shelf("nina"))[0]?.state).toBe("closed");
  // Before it is bought one reads that one goes on, what is open at once, and until when.
  const seen = await offered("nina");
  expect(seen).toMatchObject({ goesOn: true, until: "2027-07-01T23:00:00Z" });
  expect(seen?.modules.map(({ opens }) => opens !== null && Date.parse(opens) < now)).toEqual([
    true,
    true,
  ]);
  // Nobody learns of it who is not signed in.
  expect((await offered(null))?.goesOn).toBe(false);
  const second = await buys("nina");
  const [after, ...others] = await shelf("nina");
  expect(others).toEqual([]);
  expect(after).toMatchObject({
    ...{ enrollment: before?.enrollment, state: "open", until: seen?.until },
    progress: { done: 1 },
  });
  // The second order's days are from today; the first one's are over.
  const unused = async ({ order }: Bought) => {
    const path = `/schools/one/orders/${order}/refund?policy=unused&access=ends`;
    return (await school.owned.ask<{ amount: number }>("GET", path)).amount;
  };
  expect([await unused(first), await unused(second)]).toEqual([0, Math.round((19_900 * 30) / 31)]);
});

test("given back, and bought again: it is open again, and no more is said of the first order", async () => {
  const first = await buys("olaf");
  await learns("olaf");
  const back = { key: "olaf-gives-back", policy: "full", seen: { amount: 19_900, off: 0 } };
  await school.owned.ask("POST", `/schools/one/orders/${first.order}/refunds`, back);
  expect((await shelf("olaf"))[0]?.state).toBe("closed");
  now = instant("2027-03-12T12:00:00Z");
  await buys("olaf");
  expect(await shelf("olaf")).toMatchObject([
    { state: "open", until: "2027-04-11T23:00:00Z", progress: { done: 1 } },
  ]);
});

test("whom staff withdrew begins anew: what they took away is theirs to give back", async () => {
  await buys("pia");
  await learns("pia");
  await act("pia", "revoked");
  expect((await offered("pia"))?.goesOn).toBe(false);
  await buys("pia");
  const held = await shelf("pia");
  expect(held.map(({ state, progress }) => [state, progress.done])).toEqual(
    expect.arrayContaining([
      ["open", 0],
      ["closed", 1],
    ]),
  );
});

test("with a cohort one begins with its dates, whatever one did before", async () => {
  await buys("quin");
  await learns("quin");
  now = instant("2027-04-20T12:00:00Z");
  const day = "2027-04-25";
  await school.owned.ask("PUT", "/schools/one/courses/c/cohorts/k", {
    ...{ name: "Spring", window: { opens: "2027-04-01", closes: day }, starts: "2027-05-03" },
    ...{ ends: "2027-07-30", grace: 0, seats: 12 },
  });
  const with_ = await school.onSale("With Spring", {
    ...{ options: [ONCE], tax: null, cohorts: [{ course: "c", cohort: "k" }] },
  });
  expect((await offered("quin", with_))?.goesOn).toBe(false);
  await buys("quin", with_);
  expect(await shelf("quin")).toHaveLength(2);
});

test("who becomes a member again goes on in what they had taken up, as long as they are one", async () => {
  const rye = await published("Rye");
  await school.onSale("Rye alone", { courses: [{ id: rye }] });
  const monthly = await membership("All breads", { options: [MONTHLY] });
  const joins = async () => {
    const bought = await school.press("rosa@example.org", monthly, JOIN);
    await school.tell(bought.order, "paid", `ch-${bought.order}`);
    return bought;
  };
  const first = await joins();
  const taken = await takesUp("rosa", rye);
  const secret = { secret: first.secret };
  const path = `/schools/one/orders/${first.order}/cancelled`;
  expect((await school.owned.app.ask(null, "POST", path, secret)).status).toBe(200);
  now = instant("2027-08-01T12:00:00Z");
  expect((await shelf("rosa", rye))[0]?.state).toBe("closed");
  const second = await joins();
  expect(await takesUp("rosa", rye)).toBe(taken);
  await school.owned.app.workOff();
  // Paid through 31 August, and three days of grace after the next part falls due on 1 September.
  expect(await shelf("rosa", rye)).toMatchObject([
    { state: "open", until: "2027-09-04T23:00:00Z" },
  ]);
  const { enrollments } = await school.order(second);
  expect(enrollments.map(({ title }) => title)).toEqual(["Rye"]);
});
