import type { ComparedCohorts } from "@dawngate/contract/compare";
import type { Shelf } from "@dawngate/contract/enrollment";
import type { Instant } from "@dawngate/core/time";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const compare = (cohorts: string) =>
  owned.ask<ComparedCohorts>("GET", `/schools/one/courses/c/cohorts/compare?cohorts=${cohorts}`);

test("who is in, has begun and finished, and how far they are week by week", async () => {
  const before = (await compare("k")).cohorts[0];
  await owned.app.ask("one@example.org", "POST", "/schools/one/catalog/c", {
    cohort: "k",
    timeZone: "Europe/Lisbon",
  });
  expect((await compare("k")).cohorts[0]).toMatchObject({
    people: (before?.people ?? 0) + 1,
    seats: 12,
    waiting: 0,
  });
  // Two weeks into the cohort one lesson of theirs is done.
  now = instant("2027-04-20T12:00:00Z");
  const shelf = (await (
    await owned.app.ask("one@example.org", "GET", "/schools/one/shelf")
  ).json()) as Shelf;
  const mine = `/schools/one/shelf/${shelf.courses[0]?.enrollment}`;
  const tick = await owned.app.ask("one@example.org", "PUT", `${mine}/lessons/l1`, {
    done: true,
    key: "tick-00001",
  });
  expect(tick.status).toBe(200);
  const [after] = (await compare("k")).cohorts;
  expect(after?.begun).toBe((before?.begun ?? 0) + 1);
  expect(after?.share).toBeGreaterThan(before?.share ?? 0);
  expect(after?.weeks).toHaveLength(3);
  expect(after?.weeks[2]).toBeGreaterThan(after?.weeks[1] ?? 0);
});

test("a cohort that is none, too many of them, none at all", async () => {
  for (const [cohorts, status] of [
    ["nobody", 404],
    ["", 400],
    ["a,b,c,d,e,f,g", 400],
  ] as const) {
    const answer = await owned.app.ask(
      OWNER,
      "GET",
      `/schools/one/courses/c/cohorts/compare?cohorts=${cohorts}`,
    );
    expect(answer.status).toBe(status);
  }
});
