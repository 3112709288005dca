import { timelineQuery } from "../src/schedule";

const faults = (query: object) =>
  timelineQuery.safeParse(query).error?.issues.map(({ path }) => path.join(".")) ?? [];

test("a question names a real enrollment, or a day for somebody imagined, and not both", () => {
  expect(faults({ enrollment: "e1" })).toEqual([]);
  expect(faults({ day: "2027-03-05", time: "07:00", timeZone: "Asia/Tokyo", cohort: "k" })).toEqual(
    [],
  );
  expect(faults({})).toEqual(["enrollment"]);
  expect(faults({ enrollment: "e1", day: "2027-03-05" })).toEqual(["enrollment"]);
});

test("what belongs to somebody imagined is refused beside a real enrollment", () => {
  expect(faults({ enrollment: "e1", time: "07:00", cohort: "k" })).toEqual(["time", "cohort"]);
});
