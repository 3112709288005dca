/** What a change did, in lines one can read. */
import type { ChangeRow } from "@dawngate/contract/record";
import { sayDifference } from "../../src/school/say-difference";

const change = (row: Partial<ChangeRow>): ChangeRow => ({
  number: 1,
  at: "2027-03-10T12:00:00Z",
  by: { kind: "account", id: "a", name: "A" },
  what: "school",
  act: "changed",
  subject: "s",
  name: null,
  course: null,
  person: null,
  before: null,
  after: null,
  ...row,
});

test("a change says from what to what; nothing has a word too", () => {
  expect(
    sayDifference(
      change({
        before: { contact: null, time_zone: "UTC" },
        after: { contact: "a@example.org", time_zone: "Asia/Tokyo" },
      }),
    ),
  ).toEqual(["contact: nothing → a@example.org", "time zone: UTC → Asia/Tokyo"]);
});
test("what was added or removed says what it is, without identifiers nobody reads", () => {
  expect(
    sayDifference(change({ act: "added", after: { name: "Spring", user_id: "x9", grace: 0 } })),
  ).toEqual(["name: Spring", "grace: 0"]);
  expect(sayDifference(change({ act: "removed", before: { role: "author" } }))).toEqual([
    "role: author",
  ]);
});
test("long texts and many parts are cut, and say so", () => {
  const many = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`part${i}`, i]));
  expect(sayDifference(change({ act: "added", after: many })).at(-1)).toBe("and 4 more");
  expect(
    sayDifference(change({ act: "added", after: { text: "x".repeat(500) } }))[0]?.length,
  ).toBeLessThan(140);
});
test("parts are called by our words, and a reviewer's record says nothing of editing", () => {
  const added = (role: string) =>
    sayDifference(
      change({ act: "added", after: { role, email: "a@example.org", all_courses: true } }),
    );
  expect(added("author")).toEqual([
    "role: author",
    "mail address: a@example.org",
    "edits all courses: yes",
  ]);
  expect(added("reviewer")).toEqual(["role: reviewer", "mail address: a@example.org"]);
  // A change holds what differs, and no role.
  const narrowed = change({ before: { all_courses: true }, after: { all_courses: false } });
  expect(sayDifference(narrowed)).toEqual(["edits all courses: yes → no"]);
});
