import { zoneOf } from "@dawngate/core/time";
import { rowsOf } from "../../src/schedule/rows";
import { markOf, sayState } from "../../src/schedule/state-words";
import { courseAnswer, timelineAnswer } from "../helpers/answers";

const lisbon = zoneOf("Europe/Lisbon");
const rows = (
  enrollment: string,
  at?: string,
  cohort: string | null = null,
  folded: string[] = [],
) => {
  const course = courseAnswer();
  return rowsOf(
    course,
    timelineAnswer(enrollment, at),
    course.cohorts.find(({ id }) => id === cohort) ?? null,
    (module) => folded.includes(module),
    lisbon,
  );
};
const row = (list: ReturnType<typeof rows>, title: string) => {
  const found = list.find((entry) => entry.title === title);
  if (!found) throw new Error(`no row ${title}`);
  return found;
};

describe("the rows of the outline", () => {
  test("stand in the outline's order, lessons under their module", () => {
    expect(rows("e1").map(({ title }) => title)).toEqual([
      "Starter",
      "Flour",
      "Feeding",
      "First loaf",
      "Mixing",
      "Crumb",
      "Own formula",
      "Percentages",
    ]);
    expect(rows("e1", undefined, null, ["m1", "m3"]).map(({ title }) => title)).toEqual([
      "Starter",
      "First loaf",
      "Mixing",
      "Crumb",
      "Own formula",
    ]);
  });
  test("say what holds a module, and what a lesson is", () => {
    const all = rows("e1");
    expect(row(all, "First loaf").note).toBe("7 days after enrolling");
    expect(row(all, "Own formula").note).toBe("after passing “Crumb”");
    expect(row(all, "Mixing").note).toBe("video, 12 min");
    expect(row(all, "Crumb").note).toBe("quiz");
  });
  test("a cohort's own gate stands in for the module's", () => {
    expect(row(rows("e1", undefined, "k2"), "First loaf").note).toBe("at once");
    expect(row(rows("e1", undefined, "k1"), "First loaf").note).toBe("7 days after enrolling");
  });
  test("a bar says its date; a lesson that opens with its module says nothing twice", () => {
    const all = rows("e1");
    // Two days of pause on top of seven.
    expect(row(all, "First loaf").label).toBe("Sun 14 Mar, 07:00");
    expect(row(all, "Mixing").label).toBeNull();
    expect(row(all, "Own formula").label).toBe(
      "not before Fri 5 Mar, 14:20; waits for them to pass “Crumb”",
    );
  });
});

describe("states in words", () => {
  test.each([
    ["Flour", "2027-03-20T12:00:00Z", "Done", "done"],
    ["Feeding", "2027-03-20T12:00:00Z", "Open", "open"],
    ["First loaf", "2027-03-10T12:00:00Z", "Opens Sun 14 Mar, 07:00", "scheduled"],
    ["Own formula", "2027-03-20T12:00:00Z", "Waiting", "waiting"],
    ["Feeding", "2027-08-20T12:00:00Z", "Closed", "closed"],
    ["Flour", "2027-08-20T12:00:00Z", "Done, closed", "closed"],
  ])("%s on %s: %s", (title, at, words, mark) => {
    const { item } = row(rows("e1", at), title);
    expect([sayState(item, lisbon), markOf(item)]).toEqual([words, mark]);
  });
});
