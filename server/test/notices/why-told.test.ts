/** Staff ask whether somebody was told that something is open: by what became of the mail, or by the rule that keeps it back. */
import type { WhyTold } from "@dawngate/contract/notices";
import type { Instant } from "@dawngate/core/time";
import { comesIn, look, lookAndSend } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const START = instant("2027-03-15T12:00:00Z");
let now: Instant = START;
let owned: Owned;
beforeEach(async () => {
  now = START;
  owned = await ownedSchool(() => now);
});
afterEach(() => owned.test_.close());

const why = (enrollment: string, item: string, status = 200) =>
  owned.ask<WhyTold>(
    "GET",
    `/schools/one/courses/c/why-told?enrollment=${enrollment}&item=${item}`,
    undefined,
    status,
  );
/** The cohort begins on 5 April: its first module opens. */
const begins = async () => {
  now = instant("2027-04-05T12:00:00Z");
  await lookAndSend(owned, now);
};

test("before, as it goes out, and after; a refused address says what the mail server said", async () => {
  const ines = await comesIn(owned, "ines@example.org");
  // Nobody has looked at them yet.
  expect(await why(ines, "m1")).toMatchObject({ why: "soon" });
  await lookAndSend(owned, now);
  expect(await why(ines, "m1")).toMatchObject({ why: "ahead", at: "2027-04-04T23:00:00Z" });
  now = instant("2027-04-05T12:00:00Z");
  await look(owned, now);
  expect(await why(ines, "m1")).toMatchObject({ why: "told", kind: "opened", state: "waiting" });
  await owned.app.workOff();
  expect(await why(ines, "m1")).toMatchObject({ why: "told", state: "sent", fault: null });
  expect(await why(ines, "l3")).toMatchObject({ why: "sample" });
  expect(await why(ines, "m9")).toMatchObject({ why: "gone" });
});

test("off for them", async () => {
  const jo = await comesIn(owned, "jo@example.org");
  await lookAndSend(owned, now);
  const off = { off: ["opened"], courses: [] };
  await owned.app.ask("jo@example.org", "PUT", "/schools/one/self/notices", off);
  await begins();
  expect(await why(jo, "m1")).toMatchObject({ why: "off", by: "person" });
});

test("paused then: told once the pause ends; whose access is over is told nothing", async () => {
  const lu = await comesIn(owned, "lu@example.org");
  await lookAndSend(owned, now);
  const act = (type: string, key: string) =>
    owned.ask("POST", "/schools/one/courses/c/acts", {
      enrollments: [lu],
      key,
      act: { type, reason: "Away" },
    });
  await act("paused", "pause-of-lu");
  await begins();
  expect(await why(lu, "m1")).toMatchObject({ why: "shut", by: "pause" });
  await act("resumed", "resume-of-lu");
  await lookAndSend(owned, now);
  expect(await why(lu, "m1")).toMatchObject({
    why: "told",
    kind: "opened",
    at: "2027-04-05T12:00:00Z",
  });
  await act("revoked", "revoke-of-lu");
  expect(await why(lu, "m1")).toMatchObject({ why: "shut", by: null });
});

test("of an enrollment that is not in this course nothing is said, and to enrollees neither", async () => {
  await why("nobody", "m1", 404);
  const path = "/schools/one/courses/c/why-told?enrollment=e1&item=m1";
  expect((await owned.app.ask("ana@example.org", "GET", path)).status).toBe(403);
});
