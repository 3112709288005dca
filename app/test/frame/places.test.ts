/** Every place is said by its room, and leads to a screen that there is. */
import { existsSync } from "node:fs";
import { join } from "node:path";
import { permissionsOf, type Role } from "@dawngate/contract/permissions";
import { PLACES, placesFor } from "../../src/frame/places";
import type { RoomPlace } from "../../src/ui/place";

const at = { school: "[school]", course: "[course]" };
const may = (role: Role) => (who: RoomPlace["who"]) =>
  who === "learners"
    ? role === "enrollee"
    : who === "signed-in"
      ? role !== "nobody"
      : permissionsOf(role).includes(who);

test("each place leads to a screen of its own", () => {
  const hrefs = PLACES.map(({ href }) => href(at));
  expect(new Set(hrefs).size).toBe(PLACES.length);
  for (const href of hrefs) {
    const file = join(__dirname, "../../app", href);
    expect([href, existsSync(`${file}.tsx`) || existsSync(`${file}/index.tsx`)]).toEqual([
      href,
      true,
    ]);
  }
});

test("a course that was never published has the places one can work at, in their order", () => {
  const names = (unpublished: boolean, role: Role) =>
    placesFor("course", may(role), unpublished).map(({ name }) => name);
  expect(names(true, "owner")).toEqual(["Outline", "Remarks"]);
  expect(names(false, "owner")).toEqual([
    "Outline",
    "Schedule",
    "People",
    "Cohorts",
    "Questions",
    "Sales",
    "Page",
    "Remarks",
  ]);
  expect(names(false, "instructor")).not.toContain("Outline");
});

test("an enrollee finds the shelf, their dates and themselves, a visitor themselves, and nobody the staff's places", () => {
  const names = (role: Role) => placesFor("frame", may(role)).map(({ name }) => name);
  expect(names("enrollee")).toEqual(["Shelf", "Dates", "Me"]);
  expect(names("visitor")).toEqual(["Me"]);
  expect(names("nobody")).toEqual([]);
  expect(names("owner")).toEqual(["Today", "Courses", "People", "Sales", "Me"]);
  const sides = (role: Role) => placesFor("school", may(role)).map(({ name }) => name);
  expect(sides("author")).toEqual(["Handed in", "Library"]);
  expect(sides("instructor")).toEqual(["Handed in"]);
  expect(placesFor("school", may("reviewer"))).toEqual([]);
  expect(sides("manager")).toEqual(["Staff", "Own fields", "Notices", "Handed in"]);
});
