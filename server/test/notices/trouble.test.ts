/** What goes wrong around notices: histories that are brought in, clocks that differ, names and titles of every kind. */
import type { Instant } from "@dawngate/core/time";
import { HOUR } from "@dawngate/core/time";
import { sql } from "kysely";
import { comesIn, look, lookAndSend, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool, retitled } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
afterEach(() => owned.test_.close());

const opensFor = (who: string) =>
  mailsTo(owned, who).filter(({ subject }) => subject.startsWith("Open now"));

test("people who are brought in with what they did before are told nothing of it", async () => {
  // They are in since the second of March; what they could open since then is known to them.
  now = instant("2027-03-25T12:00:00Z");
  owned = await ownedSchool(() => now, 60);
  await lookAndSend(owned, now);
  expect(owned.app.mails.filter(({ to }) => to.startsWith("guest-"))).toEqual([]);
  // What comes is told: the end of their access, thirty days before.
  now = instant("2027-05-01T12:00:00Z");
  await lookAndSend(owned, now);
  const told = owned.app.mails.filter(({ to }) => to.startsWith("guest-"));
  expect(new Set(told.map(({ to }) => to)).size).toBe(60);
  expect(told.every(({ subject }) => /the last day is/.test(subject))).toBe(true);
});

test("two servers whose clocks are an hour apart send each notice once, whichever is first", async () => {
  now = instant("2027-03-15T12:00:00Z");
  owned = await ownedSchool(() => now);
  await comesIn(owned, "ines@example.org");
  const opens = instant("2027-04-05T05:30:00Z");
  // The one that is ahead finds it first; the other, and then both again, find that it went out.
  const clocks = [0, -HOUR, 0, -HOUR, HOUR, 0];
  for (const off of clocks) {
    now = (opens + off) as Instant;
    await look(owned, now);
  }
  now = (opens + 2 * HOUR) as Instant;
  await lookAndSend(owned, now);
  expect(opensFor("ines@example.org")).toHaveLength(1);
  expect(mailsTo(owned, "ines@example.org").filter(({ subject }) => /date/.test(subject))).toEqual(
    [],
  );
});

test.each([
  ["in a script from right to left", "מִירָה כֹּהֵן", "Hello מִירָה כֹּהֵן,"],
  ["with an address in it", "Mira www.example.org", "Hello Mira example org,"],
  ["over several lines", "Mira\r\nBcc: all@example.org", "Hello Mira Bcc: all at example org,"],
  ["as long as a page", "M".repeat(200), `Hello ${"M".repeat(59)}…,`],
  ["that is nothing but signs that are not seen", "\u200e\u200f", "Hello there,"],
])("a name %s is greeted as far as it can be", async (_, name, greeting) => {
  now = instant("2027-03-15T12:00:00Z");
  owned = await ownedSchool(() => now);
  await comesIn(owned, "mira@example.org");
  await owned.test_.db.withSchool(owned.school, (tx) =>
    sql`update person set name = ${name} where email = 'mira@example.org'`.execute(tx),
  );
  await lookAndSend(owned, now);
  const [mail] = mailsTo(owned, "mira@example.org");
  expect(mail?.text.split("\n")[0]).toBe(greeting);
  expect(mail?.subject).toBe("You are in Bread & more");
});

test("a title with scripts, braces and three hundred letters stands in a mail as it is written", async () => {
  now = instant("2027-03-15T12:00:00Z");
  owned = await ownedSchool(() => now);
  const title = `<script>alert(1)</script> {course} ${"x".repeat(160)}`;
  const draft = { ...retitled(title), clientId: "client-of-titles" };
  await owned.ask("POST", "/schools/one/courses/c/draft", draft);
  await owned.ask("POST", "/schools/one/courses/c/versions", {});
  await comesIn(owned, "ines@example.org");
  await lookAndSend(owned, now);
  now = instant("2027-04-05T12:00:00Z");
  await lookAndSend(owned, now);
  const [mail] = opensFor("ines@example.org");
  expect(mail?.subject.length).toBeLessThanOrEqual(300);
  expect(mail?.text).toContain("<script>alert(1)</script> {course} xxx");
  expect(mail?.html).not.toContain("<script>");
  expect(mail?.html).toContain("&lt;script&gt;alert(1)&lt;/script&gt; {course}");
});
