import { courseSchema } from "@dawngate/core/plan";
import { sayFirstDates } from "../../src/courses/edit/first-dates";

const school = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: [] },
};
const course = (modules: object[]) =>
  courseSchema.parse({ id: "c", title: "Bread", releaseHour: "07:00", modules });
const after = (days: number) => ({
  need: "all",
  when: [{ from: "enrolled", add: `P${days}D` }],
});

test("what who enrolls today sees first stands in the order of its days, whatever the outline's", () => {
  expect(
    sayFirstDates(
      school,
      course([
        { id: "m1", title: "Later", gate: after(7), lessons: [] },
        { id: "m2", title: "First", lessons: [{ id: "l", title: "L", kind: "text", empty: true }] },
        { id: "m3", title: "Shut", gate: { need: "all", when: [{ from: "staff" }] }, lessons: [] },
        { id: "m4", title: "Not seen", visible: "draft", lessons: [] },
        { id: "m5", title: "Last", gate: after(21), lessons: [] },
        { id: "m6", title: "Third", gate: after(14), lessons: [] },
      ]),
      "2027-03-05",
    ),
  ).toEqual([
    "Who enrolls today sees “First” at once, “Later” on Fri 12 Mar, 07:00, “Third” on Fri 19 Mar, 07:00, and more after that.",
    "One lesson is empty still.",
  ]);
});

test("a course in which nothing has a date says so", () => {
  const shut = { need: "all", when: [{ from: "staff" }] };
  expect(
    sayFirstDates(school, course([{ id: "m", title: "M", gate: shut, lessons: [] }]), "2027-03-05"),
  ).toEqual(["Who enrolls today sees nothing with a date yet."]);
});
