import { enrollingFaults, windowState } from "../../src/enrollment";
import { zoneOf } from "../../src/time";
import { instant } from "../helpers";

const lisbon = zoneOf("Europe/Lisbon");
const window = { opens: "2027-06-01", closes: "2027-08-01" };

describe("a window is open through its last day, in the school's zone (calculations.md 6)", () => {
  test.each([
    ["2027-05-31T22:59:59Z", "before"],
    ["2027-05-31T23:00:00Z", "open"],
    ["2027-08-01T22:59:59Z", "open"],
    ["2027-08-01T23:00:00Z", "closed"],
  ])("at %s it is %s", (at, state) => {
    expect(windowState(window, lisbon, instant(at))).toBe(state);
  });
  test("no window is open; no seat left is full, but only while it is open", () => {
    expect(windowState(null, lisbon, instant("2027-05-31T00:00:00Z"))).toBe("open");
    expect(windowState(window, lisbon, instant("2027-07-01T00:00:00Z"), 0)).toBe("full");
    expect(windowState(window, lisbon, instant("2027-09-01T00:00:00Z"), 0)).toBe("closed");
    expect(windowState(window, lisbon, instant("2027-07-01T00:00:00Z"), 0, true)).toBe("waitlist");
    expect(windowState(window, lisbon, instant("2027-07-01T00:00:00Z"), 1, true)).toBe("open");
  });
});

describe("all that keeps somebody out is told", () => {
  const place = { published: true, window, seatsLeft: 3, ends: null };
  const now = instant("2027-07-01T00:00:00Z");
  const kinds = (change: object, isIn = false, at = now) =>
    enrollingFaults({ ...place, ...change }, { isIn }, lisbon, at).map(({ kind }) => kind);
  test("nothing, where nothing does", () => expect(kinds({})).toEqual([]));
  test("whoever is in is told that, and that alone", () =>
    expect(kinds({ published: false, seatsLeft: 0 }, true)).toEqual(["in-already"]));
  test("a course in the archive takes nobody, whatever its window says", () => {
    expect(kinds({ archived: true })).toEqual(["archived"]);
    expect(kinds({ archived: true }, true)).toEqual(["in-already"]);
  });
  test("several at once, in the order of the rules", () =>
    expect(
      kinds({ published: false, seatsLeft: 0, ends: now }, false, instant("2027-09-01T00:00:00Z")),
    ).toEqual(["not-published", "window-closed", "cohort-ended", "full"]));
});
