/** A change says beforehand who was told a date that it makes wrong; they are written to once it is made, if wanted. */
import type { Acted } from "@dawngate/contract/enrollment";
import type { WrongNotices } from "@dawngate/contract/notices";
import type { RippleAnswer, Touched } from "@dawngate/contract/review";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { comesIn, lookAndSend, mailsTo, spring } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-03T12:00:00Z");
beforeEach(async () => {
  now = instant("2027-03-03T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterEach(() => owned.test_.close());

const at = async (text: string) => {
  now = instant(text);
  await owned.app.workOff();
  await lookAndSend(owned, now);
};
const enters = (who: string) => comesIn(owned, who);
const subjects = (who: string) => mailsTo(owned, who).map(({ subject }) => subject);
const K = "/schools/one/courses/c/cohorts/k";
const foretold = (starts: string) => owned.ask<RippleAnswer>("POST", `${K}/ripple`, spring(starts));
const wrong = () => owned.ask<WrongNotices>("GET", "/schools/one/notices/wrong");
const wish = (since: string, status = 200) =>
  owned.ask("PUT", "/schools/one/notices/wrong/corrections", { since }, status);

test("a cohort that moves: whoever was told is named with what they were told, and told once what holds", async () => {
  await enters("ines@example.org");
  const unmoved = await foretold("2027-04-06");
  expect(unmoved.told).toBe(0);
  await at("2027-03-03T12:00:05Z");
  // Both welcomes have gone out: that of the one who was in by hand is of then.
  const ripple = await foretold("2027-04-06");
  expect(ripple.told).toBe(1);
  const [person] = ripple.people.filter(({ told }) => told.length > 0);
  expect(person).toMatchObject({
    name: "ines",
    told: [
      { of: "opens", item: "m1", instant: "2027-04-04T23:00:00Z", holds: "2027-04-05T23:00:00Z" },
    ],
  });
  // Page by page they say the same.
  const page = await owned.ask<Touched>("POST", `${K}/ripple/people`, spring("2027-04-06"));
  expect(page.people.find(({ name }) => name === "ines")?.told).toEqual(person?.told);
  // A change that moves none of it makes nothing wrong.
  expect((await foretold("2027-04-05")).told).toBe(0);

  await owned.ask("PUT", K, spring("2027-04-06"));
  await wish(ripple.at);
  await at("2027-03-03T13:00:00Z");
  await at("2027-03-03T13:01:00Z");
  expect((await wrong()).count).toBe(0);
  expect(subjects("ines@example.org")).toEqual([
    "You are in Bread & more",
    "A date has changed: One",
  ]);
  // What they were told since then is what counts the next time.
  const again = await foretold("2027-04-07");
  expect(again.people.find(({ name }) => name === "ines")?.told).toMatchObject([
    { instant: "2027-04-05T23:00:00Z", holds: "2027-04-06T23:00:00Z" },
  ]);
  // Without the wish nobody is written to, and staff find them.
  await owned.ask("PUT", K, spring("2027-04-07"));
  await at("2027-03-03T14:00:00Z");
  expect((await wrong()).count).toBe(1);
  expect(subjects("ines@example.org")).toHaveLength(2);
});

test("who was enrolled by hand was told by the mail of that, and is told once more what holds", async () => {
  await owned.ask("POST", "/schools/one/courses/c/enrollments", {
    name: "Olga",
    email: "olga@example.org",
    timeZone: "Europe/Lisbon",
    cohort: "k",
  });
  await at("2027-03-03T12:00:05Z");
  const ripple = await foretold("2027-04-06");
  expect(ripple.people.find(({ name }) => name === "Olga")?.told).toContainEqual({
    of: "opens",
    item: "m1",
    instant: "2027-04-04T23:00:00Z",
    holds: "2027-04-05T23:00:00Z",
  });
  const before = subjects("olga@example.org").length;
  await owned.ask("PUT", K, spring("2027-04-06"));
  await wish(ripple.at);
  await at("2027-03-03T13:00:00Z");
  await at("2027-03-03T13:01:00Z");
  expect(subjects("olga@example.org").slice(before)).toEqual([
    expect.stringMatching(/^(A date has|Dates have) changed/),
  ]);
});

test("what was left alone before stays so, unless the same people are told wrongly again", async () => {
  await enters("ines@example.org");
  await at("2027-03-03T12:00:05Z");
  await owned.ask("PUT", K, spring("2027-04-06"));
  await at("2027-03-03T13:00:00Z");
  expect((await wrong()).count).toBe(1);
  // Somebody else's change: nothing of it is wrong, so nobody is written to, and the wish is over.
  await wish(formatInstant(instant("2027-03-03T13:30:00Z")));
  await at("2027-03-03T14:00:00Z");
  await at("2027-03-03T14:01:00Z");
  expect(subjects("ines@example.org")).toHaveLength(1);
  const left = await owned.test_.db.readSchool(owned.school, (tx) =>
    tx.selectFrom("notice_correction").select("since").execute(),
  );
  expect(left).toEqual([]);
  // The date moves once more, and she is to be told: in one letter, what holds now.
  const { at: since } = await foretold("2027-04-08");
  await owned.ask("PUT", K, spring("2027-04-08"));
  await wish(since);
  await at("2027-03-03T15:00:00Z");
  await at("2027-03-03T15:01:00Z");
  expect(subjects("ines@example.org")).toHaveLength(2);
  expect((await wrong()).count).toBe(0);
  await wish("tomorrow", 422);
});

test("an act for one person says what they were told, and a forgotten person was told nothing", async () => {
  const enrollment = await enters("ines@example.org");
  await at("2027-03-03T12:00:05Z");
  const look = (reason: string) =>
    owned.ask<Acted>("POST", "/schools/one/courses/c/acts", {
      enrollments: [enrollment],
      key: `press-${reason}`,
      act: { type: "moved", cohort: null, reason },
      look: true,
    });
  const [person] = (await look("early")).people;
  expect(person?.told).toMatchObject([
    { of: "opens", item: "m1", instant: "2027-04-04T23:00:00Z" },
  ]);
  const told = () =>
    owned.test_.db.readSchool(owned.school, (tx) =>
      tx.selectFrom("told").select("of").where("enrollment_id", "=", enrollment).execute(),
    );
  expect(await told()).not.toEqual([]);
  const ines = await owned.test_.db.readSchool(owned.school, (tx) =>
    tx.selectFrom("enrollment").select("person_id").where("id", "=", enrollment).execute(),
  );
  const path = `/schools/one/people/${ines[0]?.person_id}/forgetting`;
  await owned.ask("POST", path, { reason: "Asked for it" });
  expect(await told()).toEqual([]);
});

test("a correction is in the language of whoever was told wrongly", async () => {
  await owned.ask("PATCH", "/schools/one", { languages: ["de", "en"] });
  await enters("ines@example.org");
  await at("2027-03-03T12:00:05Z");
  const { at: since } = await foretold("2027-04-06");
  await owned.ask("PUT", K, spring("2027-04-06"));
  await wish(since);
  await at("2027-03-03T13:00:00Z");
  await at("2027-03-03T13:01:00Z");
  const [welcome, correction] = mailsTo(owned, "ines@example.org");
  expect(welcome?.subject).toBe("Sie sind dabei: Bread & more");
  expect(correction?.subject).toBe("Ein Termin hat sich geändert: One");
  expect(correction?.text).toMatch(/„One“: Di\., 6\. Apr.* 00:00, nicht Mo\., 5\. Apr.* 00:00\./);
  expect(correction?.text).toMatch(/Ihre Termine ansehen:\n/);
});

test("publishing says beforehand how many are mailed at once that something has opened; as many are", async () => {
  const guests = await ownedSchool(() => now, 6);
  const on = (when: object[]) =>
    guests.ask("POST", "/schools/one/courses/c/draft", {
      base: 0,
      clientId: `client-${Math.random()}`,
      operations: [
        {
          number: 1,
          operation: { type: "set-module", item: "m2", set: { gate: { need: "all", when } } },
        },
      ],
    });
  const ripple = () => guests.ask<RippleAnswer>("GET", "/schools/one/courses/c/ripple");
  const opened = async () => {
    await lookAndSend(guests, now);
    return guests.app.mails.filter(({ subject }) => subject.startsWith("Open now")).length;
  };
  await lookAndSend(guests, now);
  // One of them does not want to hear of it; another wants nothing at all of this kind.
  const off = { off: ["opened"], courses: [] };
  await guests.app.ask("guest-0000@example.org", "PUT", "/schools/one/self/notices", off);
  // What has been open for long is told to nobody.
  await on([{ from: "date", date: "2027-02-20" }]);
  const long = await ripple();
  expect(long.totals.gains).toBeGreaterThan(5);
  expect(long.mailed).toBe(0);
  // Since this morning.
  await on([{ from: "date", date: "2027-03-03" }]);
  const before = await opened();
  const { mailed, totals } = await ripple();
  expect(mailed).toBe(totals.gains - 1);
  await guests.ask("POST", "/schools/one/courses/c/versions", {});
  await guests.app.workOff();
  now = (now + 60_000) as Instant;
  expect((await opened()) - before).toBe(mailed);
  await guests.test_.close();
});
