import { Temporal } from "temporal-polyfill";
import { parsePlan, shiftPlan } from "../../src/plan";
import { parsed, planOf } from "../helpers";

const plan = parsed(
  planOf({
    school: { calendar: { weekend: [6, 7], closed: ["2027-12-25"] } },
    course: {
      opensOn: "2027-02-01",
      window: { opens: "2027-01-01", closes: "2027-03-31" },
      validity: [{ from: "date", date: "2027-12-31", edge: "end" }],
    },
    modules: [
      {
        id: "m",
        gate: {
          need: "all",
          when: [{ from: "date", date: "2027-03-01", at: "07:00" }, { from: "enrolled" }],
        },
        closes: { from: "date", date: "2027-04-01" },
        due: { from: "date", date: "2027-03-20" },
        lessons: ["l"],
      },
    ],
    cohort: {
      window: { opens: "2027-01-01", closes: "2027-03-01" },
      gates: { m: { need: "any", when: [{ from: "date", date: "2027-05-05" }] }, l: null },
    },
    enrollment: {
      timeZone: "America/New_York",
      enrolledAt: "2027-03-08T02:30:00.250Z",
      paidAt: "2027-03-08T03:00:00Z",
      paidThrough: "2027-06-30",
      validity: [{ from: "date", date: "2027-09-30" }],
    },
    events: [
      {
        type: "opened-by-staff",
        item: "m",
        opens: "2027-03-10T10:00:00Z",
        closes: "2027-03-12T10:00:00Z",
        at: "2027-03-09T10:00:00Z",
      },
      { type: "extended", through: "2027-10-10", at: "2027-03-11T10:00:00Z" },
      { type: "end-set", through: "2027-10-11", at: "2027-03-12T10:00:00Z" },
    ],
  }),
);

test("every date moves by the same number of days, and what results is a plan like any other", () => {
  const moved = shiftPlan(plan, 14);
  expect(parsePlan(JSON.parse(JSON.stringify(moved)))).toMatchObject({ ok: true });
  const dates = (value: unknown) => JSON.stringify(value).match(/"\d{4}-\d{2}-\d{2}"/g) ?? [];
  const later = (text: string) =>
    `"${Temporal.PlainDate.from(text.slice(1, -1)).add({ days: 14 })}"`;
  expect(dates(plan).length).toBeGreaterThan(15);
  expect(dates(moved)).toEqual(dates(plan).map(later));
});

test("instants keep their local time of day over a clock change", () => {
  // New York goes to summer time on 14 March 2027: 21:30 on the 7th becomes 21:30 on the 21st.
  const [enrollment] = shiftPlan(plan, 14).enrollments;
  expect(enrollment?.enrolledAt).toBe("2027-03-22T01:30:00.250Z");
  expect(enrollment?.events[0]).toMatchObject({
    at: "2027-03-23T09:00:00Z",
    opens: "2027-03-24T09:00:00Z",
    closes: "2027-03-26T09:00:00Z",
  });
});

test("no days change nothing, and there and back is where one was", () => {
  expect(shiftPlan(plan, 0)).toEqual(plan);
  expect(shiftPlan(shiftPlan(plan, 70), -70)).toEqual(plan);
});
