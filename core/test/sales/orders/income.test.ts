/** Income by month: the worked example of orders.md, ends that move, bundles, subscriptions, documents. */
import { IncomeBook, parseMonth, parseOrders } from "../../../src/sales/orders";
import { instant } from "../../helpers";
import { charged, courseOf, income, looseOrder, orderOf, partsOn, subscription } from "./sketch";

const months = { at: "2027-12-31T00:00:00Z", from: "2027-03", to: "2027-06" };
const paid = charged("2027-03-15T11:00:01Z", "a", 1, 12_000);

describe("straight-line, by the worked example", () => {
  // IFRS 15.35(a), B18: what is promised over time is earned evenly over it (from memory).
  const refunded = { type: "refunded", at: "2027-05-20T09:00:00Z", refund: "r", amount: 3000 };
  test("11: 12000 for 90 days, 3000 of it back on 20 May", () => {
    const found = income([looseOrder({ events: [paid, refunded] })], months);
    expect(found.months.map(({ earned }) => earned)).toEqual([1843, 3252, 1246, 976]);
    expect(found.months.map(({ deferred }) => deferred)).toEqual([7913, 4661, 976, 0]);
    expect(found.months.map(({ received }) => received)).toEqual([9756, 0, -2439, 0]);
    expect(found.months.map(({ tax }) => tax)).toEqual([2244, 0, -561, 0]);
    expect(found.documents).toEqual([
      {
        number: "A-2027-0001",
        kind: "invoice",
        order: "o1",
        at: "2027-03-15T11:00:01Z",
        amount: 12_000,
        tax: 2244,
        of: [],
      },
      {
        number: "C-2027-0001",
        kind: "credit-note",
        order: "o1",
        at: "2027-05-20T09:00:00Z",
        amount: 3000,
        tax: 561,
        of: ["A-2027-0001"],
      },
    ]);
  });
  test("an order bought later has its row and nothing in it", () => {
    const found = income([looseOrder({ events: [paid] })], {
      ...months,
      at: "2027-03-01T00:00:00Z",
    });
    expect(found.rows).toMatchObject([{ listing: "s1", course: "c1", cohort: null }]);
    expect(found.months.every(({ earned, received, due }) => earned + received + due === 0)).toBe(
      true,
    );
  });
  test("what lies ahead is earned with what is known, and nothing is received", () => {
    const found = income([looseOrder({ events: [paid] })], {
      ...months,
      at: "2027-04-10T00:00:00Z",
    });
    expect(found.months.map(({ earned }) => earned)).toEqual([1843, 3252, 3360, 1301]);
    expect(found.months.map(({ received }) => received)).toEqual([9756, 0, 0, 0]);
  });
  test("an end that was moved spreads what lacked; no end counts as twelve months", () => {
    const access = {
      from: "2027-03-15",
      through: "2027-06-12",
      moved: [{ on: "2027-05-01", through: "2027-07-31" }],
    };
    const moved = income(
      [looseOrder({ events: [paid], courses: [courseOf("c1", 1, { access })] })],
      {
        ...months,
        to: "2027-08",
      },
    );
    // 47 of 90 days by the end of April; the rest over 92 days: 31, 30, 31.
    const whole = 9756;
    const share = (days: number) => Math.round((47 / 90 + (43 / 90) * (days / 92)) * whole);
    expect(moved.months.map(({ earned }) => earned)).toEqual([
      1843,
      3252,
      share(31) - 5095,
      share(61) - share(31),
      whole - share(61),
      0,
    ]);
    const endless = income(
      [
        looseOrder({
          events: [paid],
          courses: [courseOf("c1", 1, { access: { from: "2027-03-15", through: null } })],
        }),
      ],
      months,
    );
    expect(endless.months[0]?.earned).toBe(Math.round((9756 * 17) / 366));
  });
  test("an order that ends early is earned at once", () => {
    const ends = { type: "cancelled", at: "2027-04-02T00:00:00Z", when: "now" };
    const found = income([looseOrder({ events: [paid, ends] })], months);
    expect(found.months.map(({ deferred }) => deferred)).toEqual([7913, 0, 0, 0]);
  });
});

describe("a bundle in parts", () => {
  const courses = [courseOf("c1", 100), courseOf("c2", 100, { cohort: "k1" })];
  const given = (events: object[]) =>
    looseOrder({
      kind: "installments",
      courses,
      quote: partsOn(300, 0, ["2027-03-15", "2027-04-15", "2027-05-15"]),
      events: [charged("2027-03-15T11:00:01Z", "a", 1, 100), ...events],
    });
  const back = {
    type: "refunded",
    at: "2027-03-20T00:00:00Z",
    refund: "r",
    off: 150,
    course: "c2",
    access: "ends",
  };
  test("a course given back bears its own; what is received comes to what it is worth", () => {
    const events = [back, charged("2027-04-15T05:00:01Z", "b", 2, 50)];
    const found = income([given(events)], { ...months, to: "2027-06" });
    const total = (course: string, of: "received" | "earned") =>
      found.rows
        .find((row) => row.course === course)
        ?.months.reduce((all, month) => all + month[of], 0);
    expect([total("c1", "received"), total("c1", "earned")]).toEqual([150, 150]);
    expect([total("c2", "received"), total("c2", "earned")]).toEqual([0, 0]);
    expect(found.rows.map(({ cohort }) => cohort)).toEqual([null, "k1"]);
  });
  test("due is what paying would add", () => {
    const found = income([given([back])], { ...months, at: "2027-03-31T00:00:00Z" });
    expect(found.months.map(({ due }) => due)).toEqual([0, 50, 0, 0]);
    expect(found.rows.map(({ months }) => months[1]?.due)).toEqual([25, 25]);
  });
});

describe("a subscription", () => {
  const events = [
    charged("2027-03-15T11:00:01Z", "a", 1, 3000),
    {
      type: "option-changed",
      at: "2027-03-25T10:00:00Z",
      when: "now",
      to: { every: "P1Y", amount: 30_000, tax: 0 },
      charge: "b",
      amount: 27_968,
    },
  ];
  test("a period is earned over its days; a credit moves with the change", () => {
    const given = subscription(
      { courses: [courseOf("c1", 1, { access: { from: "2027-03-15", through: null } })], events },
      { tax: 0 },
    );
    const found = income([given], { ...months, to: "2028-03" });
    const sum = (of: "received" | "earned") =>
      found.months.reduce((all, month) => all + month[of], 0);
    expect(sum("received")).toBe(30_968);
    expect(sum("earned")).toBe(30_968);
    // 968 of the old period, and 7 of 366 days of the new one.
    expect(found.months[0]?.earned).toBe(968 + Math.round((30_000 * 7) / 366));
    expect(found.months.at(-1)).toMatchObject({ month: "2028-03", deferred: 0 });
  });
  test("its periods to come are due as far as one asks, unless it is cancelled", () => {
    const plain = { at: "2027-03-31T00:00:00Z", from: "2027-03", to: "2027-06" };
    const paid = charged("2027-03-15T11:00:01Z", "a", 1, 3000);
    const due = (events: object[]) =>
      income([subscription({ events })], plain).months.map(({ due, dueTax }) => [due, dueTax]);
    expect(due([paid])).toEqual([
      [0, 0],
      [2439, 561],
      [2439, 561],
      [2439, 561],
    ]);
    const cancelled = { type: "cancelled", at: "2027-03-20T00:00:00Z", when: "period-end" };
    expect(
      due([paid, cancelled])
        .flat()
        .every((one) => one === 0),
    ).toBe(true);
  });
});

test("documents of one name share a series; each year begins anew; those of other months count too", () => {
  const order = (id: string, boughtAt: string) =>
    looseOrder({
      id,
      boughtAt,
      quote: partsOn(100, 0, [boughtAt.slice(0, 10)]),
      events: [charged(boughtAt, "a", 1, 100)],
    });
  const found = income(
    [
      order("o2", "2027-12-31T23:59:59Z"),
      order("o1", "2027-12-31T23:59:59Z"),
      order("o3", "2028-01-01T00:00:00Z"),
      order("o0", "2027-11-01T00:00:00Z"),
    ],
    { at: "2028-02-01T00:00:00Z", from: "2027-12", to: "2028-01" },
  );
  expect(found.documents.map(({ number, order }) => [number, order])).toEqual([
    ["A-2027-0002", "o1"],
    ["A-2027-0003", "o2"],
    ["A-2028-0001", "o3"],
  ]);
});

test("an orders file is refused with exact paths", () => {
  const read = parseOrders({
    dawnGateOrders: 1,
    at: "2027-12-31T00:00:00Z",
    timeZone: "Europe/Lisbon",
    currency: "EUR",
    series: { invoice: "A", creditNote: "A" },
    orders: [looseOrder(), looseOrder({ currency: "JPY", seatsGiven: 9 })],
  });
  expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual([
    "orders[1].seatsGiven",
    "orders[1].id",
    "orders[1].currency",
  ]);
});

test("orders with another mark stand in rows of their own, and come to the same", () => {
  const at = instant("2027-06-01T00:00:00Z");
  const span = [parseMonth("2027-03") ?? 0, parseMonth("2027-06") ?? 0] as const;
  const book = (marks: (string | undefined)[]) => {
    const made = new IncomeBook(at, ...span, {
      timeZone: "Europe/Lisbon",
      series: { invoice: "A", creditNote: "C" },
    });
    marks.forEach((mark, i) => {
      const bought = charged("2027-03-15T11:00:05Z", `ch${i}`, 1, 12_000);
      made.add(orderOf(looseOrder({ id: `o${i}`, events: [bought] })), mark);
    });
    return made.close();
  };
  const parted = book(["a", undefined, "b", "a"]);
  const whole = book([undefined, undefined, undefined, undefined]);
  expect(parted.rows.map(({ mark }) => mark)).toEqual([undefined, "a", "b"]);
  expect(parted.months).toEqual(whole.months);
  // Of no mark nothing is written: the command line prints none.
  expect(whole.rows.map((row) => Object.keys(row))).toEqual([
    ["listing", "course", "cohort", "months"],
  ]);
});
