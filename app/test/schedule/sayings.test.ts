import type { Cohort } from "@dawngate/contract/courses";
import type { Shelf } from "@dawngate/contract/enrollment";
import type { Instant } from "@dawngate/core/time";
import { sayLength } from "../../src/courses/length";
import { sayCohort } from "../../src/enrollment/cohorts-table";
import { sayNext, sayStanding } from "../../src/enrollment/held-course";
import { suggestSlug } from "../../src/school/new-school-screen";
import { explain, faultsOf } from "../../src/store/api";

jest.mock("expo-router", () => ({}));

describe("a cohort's state, in words people understand", () => {
  const cohort: Cohort = {
    id: "k",
    name: "Spring",
    window: null,
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: 14,
    seats: null,
    place: "",
    link: "",
    gates: {},
  };
  test.each([
    ["2027-04-04", {}, "Enrolled, not yet started: access begins on Mon 5 Apr 2027"],
    ["2027-04-05", {}, "Running until Fri 25 Jun 2027"],
    ["2027-06-25", {}, "Running until Fri 25 Jun 2027"],
    [
      "2027-06-26",
      {},
      "In its days of grace: ended on Fri 25 Jun 2027, access goes on until Fri 9 Jul 2027",
    ],
    [
      "2027-07-09",
      {},
      "In its days of grace: ended on Fri 25 Jun 2027, access goes on until Fri 9 Jul 2027",
    ],
    ["2027-07-10", {}, "Ended on Fri 25 Jun 2027; access ended on Fri 9 Jul 2027"],
    ["2027-06-26", { grace: 0 }, "Ended on Fri 25 Jun 2027; access ended with it"],
    ["2027-06-26", { grace: null }, "Ended on Fri 25 Jun 2027; access goes on"],
  ])("on %s %j", (today, change, words) => {
    expect(sayCohort({ ...cohort, ...change }, today)).toBe(words);
  });
});

describe("a course on the shelf", () => {
  const held: Shelf["courses"][number] = {
    enrollment: "e",
    course: "c",
    title: "Course",
    cohort: "Spring",
    cover: null,
    timeZone: "Europe/Lisbon",
    state: "open",
    shutBy: null,
    from: "2027-03-05T14:20:00Z",
    until: "2027-06-03T23:00:00Z",
    progress: { done: 1, of: 4 },
    seen: null,
    modules: [],
    fresh: [],
    next: { title: "Shaping", opens: "2027-03-19T07:00:00Z" },
    goOn: null,
  };
  const now = Date.parse("2027-03-15T23:30:00Z") as Instant;
  test.each([
    [{}, "1 of 4 done · yours until the end of Thu 3 Jun 2027"],
    [{ progress: { done: 4, of: 4 }, until: null }, "all done"],
    [{ progress: { done: 0, of: 0 }, until: null }, ""],
    [
      { state: "scheduled" },
      "begins Fri 5 Mar, 14:20 · cohort Spring · yours until the end of Thu 3 Jun 2027",
    ],
    [{ state: "closed" }, "Your access ended at the end of Thu 3 Jun 2027"],
    [{ state: "closed", shutBy: "pause" }, "Paused"],
    [{ state: "closed", shutBy: "suspension" }, "Closed for now"],
  ])("stands so: %j", (change, words) => {
    expect(sayStanding({ ...held, ...change } as typeof held)).toBe(words);
  });
  test.each([
    [{}, "Shaping opens Fri 19 Mar, 07:00, in 4 days"],
    [{ next: null }, null],
    [
      { state: "scheduled", next: null, from: "2027-04-05T06:00:00Z" },
      "You are in. It begins in 3 weeks.",
    ],
    [{ state: "waiting", from: null }, "It opens as soon as your first payment has arrived."],
    [{ shutBy: "pause" }, "You lose no days. Write to the school to go on."],
    [{ shutBy: "suspension" }, "Write to the school to go on."],
  ])("goes on so: %j", (change, words) => {
    const said = sayNext({ ...held, ...change } as typeof held, now);
    expect(said && `${said.strong}${said.rest}`).toBe(words);
  });
});

test.each([
  [0, "0 min"],
  [59, "59 min"],
  [60, "1 h"],
  [236, "3 h 56 min"],
])("a length of %i minutes", (minutes, words) => {
  expect(sayLength(minutes)).toBe(words);
});

test.each([
  ["Ember Row Bread School", "ember-row-bread-school"],
  ["  Pão & Mel — Évora  ", "pao-mel-evora"],
  ["לחם", ""],
])("the address that “%s” suggests", (name, slug) => {
  expect(suggestSlug(name)).toBe(slug);
});

describe("a refusal as something one can read", () => {
  const data = {
    title: "The input is refused",
    detail: "Something is off.",
    status: 422,
    errors: [{ path: "email", reason: "This is not a mail address" }],
  };
  test("with its faults by their fields", () => {
    expect(explain({ status: 422, data })).toEqual({
      title: "The input is refused",
      detail: "Something is off. email: This is not a mail address",
    });
    expect(faultsOf({ status: 422, data })).toEqual({ email: "This is not a mail address" });
  });
  test("no answer at all is said as that", () => {
    expect(explain({ status: "FETCH_ERROR" }).title).toBe("No answer from the server");
    expect(faultsOf(undefined)).toEqual({});
  });
});
