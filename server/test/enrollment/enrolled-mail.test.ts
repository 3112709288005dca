/** The mail of enrolling somebody by hand is read before it goes out, worded for this once, or left out. */
import type { EnrollByHand, EnrolledByHand } from "@dawngate/contract/enrollment";
import type { Roster } from "@dawngate/contract/roster";
import { lookAndSend, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-15T12:00:00Z");
let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const enroll = (name: string, more: Partial<EnrollByHand> = {}, status = 200) =>
  owned.ask<EnrolledByHand>(
    "POST",
    "/schools/one/courses/c/enrollments",
    {
      name,
      email: `${name.toLowerCase()}@example.org`,
      timeZone: "Europe/Lisbon",
      cohort: "k",
      ...more,
    },
    status,
  );
const to = (name: string) => mailsTo(owned, `${name.toLowerCase()}@example.org`);
const found = async (name: string) =>
  (await owned.ask<Roster>("GET", `/schools/one/courses/c/people?find=${name}`)).people.length;

test("looked at, it says what it would, and nobody is enrolled, known or written to", async () => {
  const seen = await enroll("Mira", { look: true });
  expect(seen.mail).toMatchObject({
    subject: "You are enrolled in Bread & more",
    says: ["You are in “Bread & more”, with cohort Spring. What opens when:"],
    dates: [{ when: "Mon 5 Apr 2027, 00:00", what: "One" }, expect.anything()],
  });
  expect(await found("Mira")).toBe(0);
  expect(to("Mira")).toEqual([]);
  // Done, it says the same.
  const done = await enroll("Mira");
  expect(done.mail).toEqual(seen.mail);
  expect(to("Mira")).toHaveLength(1);
  expect(to("Mira")[0]?.text).toContain("You are in “Bread & more”, with cohort Spring.");
});

test("worded for this once it says that, with its dates and the way in", async () => {
  const words = {
    subject: "Welcome to the bakery",
    text: "Come on Saturday.\n\n{Bring} an apron.",
  };
  const seen = await enroll("Nora", { look: true, words });
  expect(seen.mail).toMatchObject({
    subject: "Welcome to the bakery",
    says: ["Come on Saturday.", "{Bring} an apron."],
  });
  await enroll("Nora", { words });
  const [mail] = to("Nora");
  expect(mail?.subject).toBe("Welcome to the bakery");
  expect(mail?.text).toMatch(/Come on Saturday\.\n\n\{Bring\} an apron\./);
  expect(mail?.text).toMatch(/Come in:\nhttp/);
  await enroll("Otto", { words: { subject: "", text: "x" } }, 422);
});

test("left out, they are told nothing, and no welcome stands in for it", async () => {
  expect(await enroll("Pia", { tell: false })).toMatchObject({ mail: null });
  await lookAndSend(owned, now);
  expect(to("Pia")).toEqual([]);
  expect(await found("Pia")).toBe(1);
});

test("what keeps somebody out keeps them out in a look as well", async () => {
  await enroll("Mira", { look: true }, 409);
});
