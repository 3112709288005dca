/** Notices go out at their instant, once, and are what the core says. */
import type { Instant } from "@dawngate/core/time";
import { notifySchool } from "../../src/notices/notify";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-03T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const at = async (text: string) => {
  now = instant(text);
  await notifySchool(owned.test_.db, owned.school, "https://x", now);
  await owned.app.workOff();
};
const enters = async (who: string) => {
  const response = await owned.app.ask(who, "POST", "/schools/one/catalog/c", {
    timeZone: "Europe/Lisbon",
    cohort: "k",
  });
  if (response.status !== 200) throw new Error(await response.text());
  return ((await response.json()) as { enrollment: string }).enrollment;
};
const mailsTo = (who: string) => owned.app.mails.filter(({ to }) => to === who);
const subjects = (who: string) => mailsTo(who).map(({ subject }) => subject);

test("whoever enrolls is welcomed at once, with what opens next, and told of the next module at its hour, once", async () => {
  now = instant("2027-03-03T12:00:00Z");
  const enrollment = await enters("ines@example.org");
  await at("2027-03-03T12:00:05Z");
  expect(subjects("ines@example.org")).toEqual(["You are in Bread & more"]);
  const [welcome] = mailsTo("ines@example.org");
  console.log(welcome?.text);
  await at("2027-04-05T08:59:00Z");
  await at("2027-04-12T05:59:00Z");
  await at("2027-04-12T06:00:01Z");
  console.log(mailsTo("ines@example.org").slice(1).map((m)=>m.subject+"\n"+m.text).join("\n---\n"));
});

test("a server that was away longer than two days tells nothing that is over", async () => {
  await enters("late@example.org");
  await at("2027-03-16T07:10:00Z");
  const before = subjects("late@example.org").length;
  // The second module opens on Monday the 29th; nobody looks until Thursday.
  await at("2027-04-01T07:00:00Z");
  expect(subjects("late@example.org").slice(before)).toEqual([]);
});

test("two servers that look at the same instant send each notice once", async () => {
  now = instant("2027-03-17T12:00:00Z");
  await enters("twice@example.org");
  await Promise.all([at("2027-03-17T12:00:05Z"), at("2027-03-17T12:00:05Z")]);
  expect(subjects("twice@example.org")).toEqual(["You are in Bread & more"]);
});
