/** What people answered the school stands in what they are told, where its words say so: theirs, and only what they see. */
import type { NoticeText, NoticeTried } from "@dawngate/contract/notices";
import type { OwnFieldTerms } from "@dawngate/contract/own-fields";
import { NO_CHECK } from "@dawngate/core/people";
import type { Instant } from "@dawngate/core/time";
import { comesIn, lookAndSend, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
const now: Instant = instant("2027-03-03T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const TEXT = "/schools/one/notices/texts/welcome";
const make = async (name: string, more: Partial<OwnFieldTerms>) =>
  (
    await owned.ask<{ id: string }>("POST", "/schools/one/fields", {
      name,
      hint: "",
      kind: "text",
      check: NO_CHECK,
      choices: [],
      asks: { entering: "may", buying: "no", staff: "may" },
      seenBy: "them",
      listed: true,
      ended: false,
      ...more,
    })
  ).id;
async function told(who: string, answers: object): Promise<string> {
  await comesIn(owned, who, { answers });
  await lookAndSend(owned, now);
  return mailsTo(owned, who)[0]?.text ?? "";
}

test("a choice by its text, a day as it is written; where somebody answered nothing the paragraph goes", async () => {
  const bakery = await make("Bakery", {
    kind: "choice",
    choices: [{ id: "rye", text: "Rye & Sons www.rye.example", ended: false }],
  });
  const since = await make("Bakes since", { kind: "date" });
  const hidden = await make("Wage group", {
    seenBy: "managers",
    asks: { entering: "no", buying: "no", staff: "may" },
  });
  const text = await owned.ask<NoticeText>("GET", TEXT);
  expect(text.own).toEqual([
    { field: `own:${bakery}`, name: "Bakery" },
    { field: `own:${since}`, name: "Bakes since" },
  ]);
  expect(text.fields).toEqual(expect.arrayContaining([`own:${bakery}`, "course"]));
  // Whoever writes of a free place or of money knows no answers: such words would say nothing.
  const place = "/schools/one/notices/texts/place-free";
  expect((await owned.ask<NoticeText>("GET", place)).own).toEqual([]);
  const own = { subject: "A place", text: `You come from {own:${bakery}}.` };
  await owned.ask("PUT", place, { words: own }, 422);

  const words = {
    subject: "You are in {course}",
    text: `Hello {person}.\n\nYou come from {own:${bakery}}.\n\nYou bake since {own:${since}}.`,
  };
  // What they do not see is not told them.
  const secret = { ...words, text: `You are in {own:${hidden}}.` };
  await owned.ask("PUT", TEXT, { words: secret }, 422);
  await owned.ask("PUT", TEXT, { words });

  const all = await told("all@example.org", { [bakery]: "rye", [since]: "2019-05-01" });
  // A name is no link in a mail, whoever wrote it.
  expect(all).toContain("You come from Rye & Sons rye example.");
  expect(all).toContain("You bake since Wed 1 May 2019.");
  const some = await told("some@example.org", { [bakery]: "rye" });
  expect(some).toContain("You come from Rye & Sons");
  expect(some).not.toContain("You bake since");

  // Read as one of them before it is used.
  const { people } = await owned.ask<{ people: { person: string }[] }>(
    "GET",
    "/schools/one/courses/c/people?find=all",
  );
  const tried = await owned.ask<NoticeTried>("POST", `${TEXT}/trial`, {
    words,
    person: people[0]?.person,
  });
  expect(tried.values[`own:${bakery}`]).toMatch(/^Rye/);

  // Asked no more it has nothing to say; the words stay, and are told of when they are changed.
  const terms = {
    ...(
      await owned.ask<{ fields: (OwnFieldTerms & { id: string })[] }>("GET", "/schools/one/fields")
    ).fields.find(({ id }) => id === since),
  } as Partial<OwnFieldTerms> & { id?: string };
  delete terms.id;
  await owned.ask("PUT", `/schools/one/fields/${since}`, { ...terms, ended: true });
  const late = await told("late@example.org", { [bakery]: "rye" });
  expect(late).toContain("You come from");
  await owned.ask("PUT", TEXT, { words }, 422);
});
