/** The mail of an act: read before it is done, worded for this once, and sent in those words. */
import type { ActLetter } from "@dawngate/contract/notices";
import type { Problem } from "@dawngate/contract/problem";
import type { Instant } from "@dawngate/core/time";
import { comesIn, lookAndSend } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
let enrollment = "";
const C = "/schools/one/courses/c";
beforeEach(async () => {
  now = instant("2027-03-03T12:00:00Z");
  owned = await ownedSchool(() => now);
  enrollment = await comesIn(owned, "ines@example.org");
  await look();
  owned.app.mails.length = 0;
});
afterEach(() => owned.test_.close());

const look = () => lookAndSend(owned, now);
const ACT = { type: "extended", add: "P7D", reason: "Asked for it" };
const WORDS = {
  subject: "A week more, {person}",
  text: "As you asked: until {ends}.\n\nWhy: {reason}.",
};
const see = <T = ActLetter>(words: object | null, status = 200, more: object = {}) =>
  owned.ask<T>("POST", `${C}/acts/letter`, { enrollment, act: ACT, words, ...more }, status);
const events = () =>
  owned.test_.db.readSchool(owned.school, (tx) =>
    tx
      .selectFrom("enrollment_event")
      .select("kind")
      .where("enrollment_id", "=", enrollment)
      .execute(),
  );

test("it is read as it will go out, and nothing is done by that", async () => {
  const before = await events();
  const seen = await see(null);
  expect(seen).toMatchObject({ whose: "ours", person: "ines", faults: [] });
  const said = seen.letter?.says.join("\n");
  expect(said).toContain("given more time");
  // Why it was done is theirs who did it, unless they say it.
  expect(said).not.toContain(ACT.reason);
  expect(await events()).toEqual(before);
  await look();
  expect(owned.app.mails).toEqual([]);
  await owned.ask("POST", `${C}/acts`, {
    enrollments: [enrollment],
    key: "press-number-1",
    act: ACT,
  });
  await look();
  expect(owned.app.mails).toHaveLength(1);
  expect(owned.app.mails[0]?.subject).toBe(seen.letter?.subject);
  for (const line of seen.letter?.says ?? []) expect(owned.app.mails[0]?.text).toContain(line);
});

test("in words of its own it is read, and sent once in them; the next one is the school's again", async () => {
  const seen = await see(WORDS);
  expect(seen.letter?.subject).toBe("A week more, ines");
  expect(seen.letter?.says[0]).toMatch(/^As you asked: until .*2027\.?$/);
  const act = (key: string, more: object = {}) =>
    owned.ask("POST", `${C}/acts`, { enrollments: [enrollment], key, act: ACT, ...more });
  expect(seen.letter?.says[1]).toBe("Why: Asked for it.");
  await act("press-number-1", { words: WORDS });
  // The same press again is done already.
  await act("press-number-1", { words: WORDS });
  await look();
  expect(owned.app.mails.map(({ subject }) => subject)).toEqual(["A week more, ines"]);
  expect(owned.app.mails[0]?.text).toContain(seen.letter?.says[0] ?? "?");
  now = instant("2027-03-04T12:00:00Z");
  await act("press-number-2");
  await look();
  expect(owned.app.mails[1]?.subject).not.toContain("A week more");
});

test("a field that such a mail has not is refused, and nothing is done", async () => {
  const bad = { subject: "Hello", text: "Until {end}" };
  const seen = await see(bad);
  expect(seen.letter).toBeNull();
  expect(seen.faults).toEqual([{ path: "text", reason: expect.stringContaining('"end"') }]);
  const before = await events();
  const problem = await owned.ask<Problem>(
    "POST",
    `${C}/acts`,
    { enrollments: [enrollment], key: "press-number-1", act: ACT, words: bad },
    422,
  );
  expect(problem.errors?.[0]?.path).toBe("words.text");
  expect(await events()).toEqual(before);
});

test("where such mails are off there is none, and what cannot be done says so", async () => {
  await owned.ask("PUT", "/schools/one/notices/settings", {
    ...{ number: 0, hour: "09:00", quiet: null },
    kinds: { "by-staff": { on: false } },
  });
  expect((await see(null)).letter).toBeNull();
  await see(null, 422, { act: { ...ACT, type: "resumed", add: undefined } });
  await see(null, 404, { enrollment: "nobody" });
});
