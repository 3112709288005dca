/** What staff do for one person or several: seen before it is done, on the record after, taken back by its opposite. */
import type { Acted, EventRecord } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { Roster } from "@dawngate/contract/roster";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { Instant } from "@dawngate/core/time";
import type { Undo } from "../../src/enrollment/undo";
import type { TestApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const C = "/schools/one/courses/c";
let now = instant("2027-03-10T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;
let ask: Owned["ask"];
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  ({ test_, app, ask } = await ownedSchool(() => now));
});
afterEach(() => test_.close());

let press = 0;
const act = (wanted: Undo, enrollments = ["e1"], status = 200) =>
  ask<Acted>(
    "POST",
    `${C}/acts`,
    { enrollments, key: `press-${++press}-key`, act: { ...wanted, reason: "Agreed" } },
    status,
  );
const look = (wanted: Undo, enrollments = ["e1"]) =>
  ask<Acted>("POST", `${C}/acts`, {
    enrollments,
    key: "only-looking",
    act: { ...wanted, reason: "Agreed" },
    look: true,
  });
const timeline = (id = "e1") => ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=${id}`);
const record = (id = "e1") => ask<EventRecord>("GET", `${C}/enrollments/${id}/events`);
const dates = async (id = "e1") => {
  const { access, items } = await timeline(id);
  return {
    from: access.from,
    until: access.until,
    shutBy: access.shutBy,
    items: items.map(({ id: item, opens, closes }) => [item, opens, closes]),
  };
};
const later = (minutes: number) => {
  now = (now + minutes * 60_000) as Instant;
};

test("what is looked at is what comes of it, and looking leaves nothing on the record", async () => {
  const [before, events] = [await dates(), (await record()).events.length];
  const seen = await look({ type: "extended", add: "P14D" });
  expect(seen).toMatchObject({ unmoved: 0, refused: [] });
  expect(seen.people[0]).toMatchObject({ name: "Ana Prado", end: { before: before.until } });
  expect([await dates(), (await record()).events.length]).toEqual([before, events]);
  await act({ type: "extended", add: "P14D" });
  expect((await dates()).until).toBe(seen.people[0]?.end?.after);
});

test.each<[string, Undo]>([
  ["opened early", { type: "opened-by-staff", item: "m2" }],
  ["extended by days", { type: "extended", add: "P14D" }],
  ["extended by months", { type: "extended", add: "P1M" }],
  ["given another last day", { type: "end-set", through: "2027-04-30" }],
  ["moved to a cohort", { type: "moved", cohort: "k" }],
  ["suspended", { type: "suspended" }],
  ["withdrawn", { type: "revoked" }],
  ["paused", { type: "paused" }],
])("%s, and taken back by the opposite: every date is what it was", async (_, wanted) => {
  const before = await dates();
  await act(wanted);
  const after = await dates();
  expect(after).not.toEqual(before);
  const [event] = (await record()).events;
  expect(event).toMatchObject({ kind: wanted.type, reason: "Agreed", author: "owner" });
  const undo = event?.undo as Undo;
  expect(undo).not.toBeNull();
  await act(undo);
  expect(await dates()).toEqual(before);
  // Both stay on the record, and the first can not be taken back again.
  const [opposite, first] = (await record()).events;
  expect([first?.kind, first?.undo]).toEqual([wanted.type, null]);
  expect(opposite?.kind).toBe(undo.type);
});

test("a pause that ran for days moves what is counted, and its end is on the record", async () => {
  const before = await dates();
  await act({ type: "paused" });
  later(3 * 24 * 60);
  const seen = await look({ type: "resumed" });
  expect(seen.people[0]?.gains.length).toBeGreaterThan(0);
  await act({ type: "resumed" });
  const after = await dates();
  expect(Date.parse(after.until ?? "") - Date.parse(before.until ?? "")).toBe(3 * 24 * 60 * 60_000);
});

test("moved to a cohort, they have its dates and its own gates, in lists too; full, nobody is moved", async () => {
  const seen = await look({ type: "moved", cohort: "k" });
  await act({ type: "moved", cohort: "k" });
  const shown = await timeline();
  expect(shown.access.from).toBe("2027-04-04T23:00:00Z");
  expect(shown.items.find(({ id }) => id === "m2")?.opens).toBe(
    seen.people[0]?.moves.find(({ item, what }) => item === "m2" && what === "opens")?.after,
  );
  const { people } = await ask<Roster>("GET", `${C}/people?cohort=k`);
  expect(people.map(({ enrollment }) => enrollment)).toContain("e1");
  await act({ type: "moved", cohort: null });
  await ask("PUT", `${C}/cohorts/k`, {
    name: "Spring",
    window: null,
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: 14,
    seats: 1,
  });
  const full = await look({ type: "moved", cohort: "k" });
  expect(full.refused).toEqual([
    { enrollment: "e1", name: "Ana Prado", reason: "No seat is left in that cohort." },
  ]);
  await act({ type: "moved", cohort: "k" }, ["e1"], 422);
  expect((await timeline()).access.from).toBe("2027-03-05T14:20:00.250Z");
});

test("for several at once: done for those for whom it makes sense, the others named with the reason", async () => {
  const both = ["e1", "e2"];
  await act({ type: "paused" }, ["e2"]);
  const seen = await look({ type: "paused" }, both);
  expect(seen.people.map(({ enrollment }) => enrollment)).toEqual(["e1"]);
  expect(seen.refused).toMatchObject([{ enrollment: "e2", reason: "A pause runs already." }]);
  const done = await act({ type: "paused" }, both);
  expect(done).toEqual(seen);
  expect((await timeline()).access.shutBy).toBe("pause");
  const problem = await ask<Problem>(
    "POST",
    `${C}/acts`,
    { enrollments: both, key: "nobody-left", act: { type: "paused", reason: "r" } },
    422,
  );
  expect(problem.errors).toHaveLength(2);
});

test("the same press for several, sent twice, is done once for each", async () => {
  const request = {
    enrollments: ["e1", "e2"],
    key: "one-press",
    act: { type: "extended", add: "P7D", reason: "r" },
  };
  await Promise.all([1, 2, 3].map(() => ask("POST", `${C}/acts`, request)));
  for (const id of request.enrollments)
    expect(
      (await record(id)).events.filter(({ kind, reason }) => kind === "extended" && reason === "r"),
    ).toHaveLength(1);
});

test.each<[Undo, string]>([
  [{ type: "resumed" }, "No pause runs that could end."],
  [{ type: "unsuspended" }, "They are not suspended."],
  [{ type: "restored" }, "Their access was not taken away."],
  [{ type: "moved", cohort: null }, "They are there already."],
  [
    { type: "staff-opening-taken-back", item: "m2" },
    "Nothing was opened that could be taken back.",
  ],
  [{ type: "opened-by-staff", item: "m1" }, "It is open for them."],
  [{ type: "opened-by-staff", item: "l4" }, "It is not published for them."],
])("%j makes no sense, and is told so", async (wanted, reason) => {
  const response = await app.ask(OWNER, "POST", `${C}/acts`, {
    enrollments: ["e1"],
    key: `press-${++press}-key`,
    act: { ...wanted, reason: "Agreed" },
  });
  expect(response.status).toBe(422);
  expect(((await response.json()) as Problem).detail).toBe(reason);
});
