/** Questions as they go to the server, and what has an answer asked for again. */
import { ADDRESSES } from "@dawngate/contract/addresses";
import { ROOMS } from "@dawngate/contract/endpoints/index";
import { HELD, keptAs, reachedBy } from "@dawngate/contract/held";
import { addressOf, asking } from "../../src/store/ask";

const reaches = (changed: ReturnType<typeof reachedBy>, kept: ReturnType<typeof keptAs>) =>
  changed.some(({ type, id }) => kept.some((one) => one.type === type && one.id === id));

describe("what an answer is asked for again by", () => {
  const bread = { school: "ember-row", course: "bread" };
  const soup = { school: "ember-row", course: "soup" };
  test("a change to one course has that course asked for again, and no other", () => {
    const changed = reachedBy(["course"], bread);
    expect(reaches(changed, keptAs(["course"], bread))).toBe(true);
    expect(reaches(changed, keptAs(["course"], soup))).toBe(false);
    expect(reaches(changed, keptAs(["course"], { ...bread, school: "other" }))).toBe(false);
    expect(reaches(changed, keptAs(["timeline"], bread))).toBe(false);
  });
  test("a change to a school reaches all its courses, and no other school's", () => {
    const changed = reachedBy(["timeline"], { school: "ember-row" });
    expect(reaches(changed, keptAs(["timeline"], bread))).toBe(true);
    expect(reaches(changed, keptAs(["timeline"], soup))).toBe(true);
    expect(reaches(changed, keptAs(["timeline"], { ...bread, school: "other" }))).toBe(false);
  });
  test("an act for several reaches each one's record", () => {
    const record = keptAs(["record"], { ...bread, enrollment: "bread-7" });
    expect(reaches(reachedBy(["record"], bread), record)).toBe(true);
    expect(reaches(reachedBy(["record"], { ...bread, enrollment: "bread-8" }), record)).toBe(false);
  });
  test("a name that holds the sign between names reaches nothing else", () => {
    const kept = keptAs(["course"], { school: "a", course: "b/c" });
    expect(reaches(reachedBy(["course"], { school: "a/b", course: "c" }), kept)).toBe(false);
  });
  test("whatever an endpoint changes, some endpoint holds", () => {
    const all = Object.values(ADDRESSES);
    const held = new Set<string>(all.flatMap(([, , holds]) => holds as readonly string[]));
    const changed = new Set<string>(all.flatMap(([, , , changes]) => changes as readonly string[]));
    expect([...changed].filter((one) => !held.has(one))).toEqual([]);
    expect(Object.keys(HELD).filter((one) => !held.has(one))).toEqual([]);
  });
});

describe("a question", () => {
  test("has its words in the address, what narrows it behind, and its body apart", () => {
    expect(
      asking("getRoster", { school: "s", course: "a b", find: "Ana", cohort: null, after: "" }),
    ).toEqual({
      url: "/schools/s/courses/a%20b/people",
      method: "GET",
      params: { find: "Ana" },
    });
    expect(
      asking("shareLesson", { school: "s", course: "c", lesson: "l", body: { course: "d" } }),
    ).toEqual({
      url: "/schools/s/courses/c/draft/lessons/l/sharing",
      method: "POST",
      body: { course: "d" },
    });
  });
  test("a file goes as what it is", () => {
    const body = new Blob(["BEGIN:VCALENDAR"], { type: "text/calendar" });
    expect(asking("readCalendar", { school: "s", body })).toMatchObject({
      headers: { "content-type": "text/calendar" },
    });
  });
  test("an address that somebody made up stays one part of the address", () => {
    expect(addressOf("getPicture", { school: "s", course: "../x", hash: "?" })).toBe(
      "/api/schools/s/courses/..%2Fx/cover/%3F",
    );
    expect(addressOf("getChangesFile", { school: "s", by: "a&b" })).toBe(
      "/api/schools/s/changes/file?by=a%26b",
    );
  });
  test("every endpoint of the contract has its address here", () => {
    const defined = Object.values(ROOMS).flatMap((room) => Object.keys(room));
    expect(Object.keys(ADDRESSES).sort()).toEqual(defined.sort());
    expect(new Set(defined).size).toBe(defined.length);
  });
});
