import { parseInstant } from "@dawngate/core/time";
import { asQuery, firstAsIf, readAsIf, windowFor, writeAsIf } from "../../src/schedule/as-if/as-if";
import { courseAnswer } from "../helpers/answers";

const at = (text: string) => {
  const parsed = parseInstant(text);
  if (!parsed.ok) throw new Error(parsed.reason);
  return parsed.value;
};

describe("the as-if stands in the page's address", () => {
  test.each([
    { enrollment: "e1", at: "2027-03-20T12:00:00Z" },
    { enrollment: "e1" },
    { day: "2027-03-05", time: "23:30", zone: "Asia/Tokyo", cohort: "k2" },
    { day: "2027-03-05", time: "12:00", zone: "Europe/Lisbon", at: "2027-03-20T12:00:00Z" },
  ])("and comes back from it: %j", (params) => {
    const asIf = readAsIf(params, "Europe/Lisbon");
    if (!asIf) throw new Error();
    const written = Object.fromEntries(
      Object.entries(writeAsIf(asIf)).filter(([, v]) => v !== undefined),
    );
    expect(written).toEqual(params);
  });
  test("an address that names nobody says nothing", () => {
    expect(readAsIf({ at: "2027-03-20T12:00:00Z" }, "Europe/Lisbon")).toBeNull();
  });
  test("a real person is asked for by enrollment alone, somebody imagined by day, time, zone and cohort", () => {
    expect(asQuery({ who: { kind: "real", enrollment: "e1" }, at: null })).toEqual({
      enrollment: "e1",
    });
    const who = {
      kind: "imagined",
      day: "2027-03-05",
      time: "07:00",
      timeZone: "UTC",
      cohort: null,
    } as const;
    expect(asQuery({ who, at: "2027-03-20T12:00:00Z" })).toEqual({
      day: "2027-03-05",
      time: "07:00",
      timeZone: "UTC",
      at: "2027-03-20T12:00:00Z",
    });
  });
});

describe("where nobody is named, somebody enrolls now", () => {
  test("on the school's own date, at its own time", () => {
    const { who } = firstAsIf(courseAnswer(), "Pacific/Auckland", at("2027-03-20T12:34:56Z"));
    expect(who).toMatchObject({ day: "2027-03-21", time: "01:34", timeZone: "Pacific/Auckland" });
  });
  test.each([
    ["2027-03-20T12:00:00Z", "k2"],
    ["2027-01-31T23:00:00Z", "k1"],
    ["2027-02-10T12:00:00Z", "k2"],
    ["2028-01-01T12:00:00Z", "k2"],
  ])("on %s into %s: the open cohort, the next one, or the last", (now, cohort) => {
    expect(firstAsIf(courseAnswer(), "Europe/Lisbon", at(now)).who).toMatchObject({ cohort });
  });
  test("the window that counts is the cohort's, or the course's own", () => {
    const course = { ...courseAnswer(), window: { opens: "2027-05-01", closes: "2027-05-31" } };
    expect(windowFor(course, "k1")?.opens).toBe("2027-01-01");
    expect(windowFor(course, null)?.opens).toBe("2027-05-01");
  });
});
