/** People read what they are told in their language: in a school's own words for it, or in ours. */
import type { NoticeText, NoticeTried } from "@dawngate/contract/notices";
import type { School } from "@dawngate/contract/school";
import type { Wishes } from "@dawngate/contract/wishes";
import type { Instant } from "@dawngate/core/time";
import { writeLetter } from "../../src/base/letter";
import { languagesOf } from "../../src/school/context";
import { lookAndSend, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const START = instant("2027-03-15T12:00:00Z");
let now: Instant = START;
let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
beforeEach(() => {
  now = START;
});
afterAll(() => owned.test_.close());

const mail = (who: string) => `${who}@example.org`;
const keeps = (...languages: string[]) => owned.ask<School>("PATCH", "/schools/one", { languages });
/** Comes in with a browser that says what its person reads. */
async function comesIn(who: string, reads?: string): Promise<void> {
  const body = { timeZone: "Europe/Lisbon", cohort: "k" };
  const headers: Record<string, string> = reads === undefined ? {} : { "accept-language": reads };
  const path = "/schools/one/catalog/c";
  const response = await owned.app.ask(mail(who), "POST", path, body, headers);
  expect(response.status).toBe(200);
}
const subjectsTo = (who: string) => mailsTo(owned, mail(who)).map(({ subject }) => subject);
const T = "/schools/one/notices/texts";
const words = (kind: string, query = "") => owned.ask<NoticeText>("GET", `${T}/${kind}?${query}`);
const write = (kind: string, body: object, status = 200) =>
  owned.ask<NoticeText>("PUT", `${T}/${kind}`, body, status);
const wishes = async (who: string, change?: object) => {
  const [method, path] = [change ? "PUT" : "GET", "/schools/one/self/notices"];
  const body = change && { off: [], courses: [], ...change };
  return (await (await owned.app.ask(mail(who), method, path, body)).json()) as Wishes;
};

test("a school writes in English until it says more; what it keeps is said once, its first for everybody else", async () => {
  expect((await owned.ask<School>("GET", "/schools/one")).languages).toEqual(["en"]);
  expect((await keeps("en", "de", "de", "pt")).languages).toEqual(["en", "de", "pt"]);
  await owned.ask("PATCH", "/schools/one", { languages: [] }, 422);
  await owned.ask("PATCH", "/schools/one", { languages: ["tlh"] }, 422);
});

test("whoever comes in is written to in what their browser reads, else in the school's first language", async () => {
  await keeps("en", "de", "pt");
  await comesIn("karl", "fr-CH;q=0.4, de-AT, en;q=0.8");
  await comesIn("joao", "pt-BR");
  await comesIn("kasia", "pl");
  await comesIn("luc", "fr");
  await comesIn("nobody");
  await lookAndSend(owned, now);
  expect(subjectsTo("karl")).toEqual(["Sie sind dabei: Bread & more"]);
  expect(subjectsTo("joao")).toEqual(["A sua inscrição em Bread & more"]);
  for (const who of ["kasia", "luc", "nobody"])
    expect(subjectsTo(who)).toEqual(["You are in Bread & more"]);
  const [german] = mailsTo(owned, mail("karl"));
  // All of it is: greeting, dates, what to press, what stands below.
  expect(german?.text).toMatch(/^Guten Tag karl,/);
  expect(german?.text).toMatch(/Als Nächstes: „One“, Mo\., 5\. Apr(il|\.) 2027, 00:00\./);
  expect(german?.text).toMatch(/Zum Kurs:\n/);
  expect(german?.text).toMatch(/Alle Zeiten gelten für Lisbon/);
  expect(german?.text).not.toMatch(/\b(Hello|Times|Go to|Open|You)\b/);
  expect(german?.html).toMatch(/<html lang="de">/);
});

test("what somebody reads is kept also where the school does not write it yet", async () => {
  await keeps("en", "fr");
  now = instant("2027-04-05T12:00:00Z");
  await lookAndSend(owned, now);
  expect(subjectsTo("luc").at(-1)).toBe("Ouvert maintenant : « One »");
  expect(subjectsTo("karl").at(-1)).toMatch(/^Open now/);
  expect(await wishes("luc")).toMatchObject({ language: "fr", languages: ["en", "fr"] });
});

test("one chooses it oneself, also by the link of a mail; what one does not want stays as it is", async () => {
  await keeps("en", "de");
  expect(await wishes("nobody")).toMatchObject({ language: "en" });
  expect(await wishes("nobody", { off: ["overdue"], language: "de" })).toMatchObject({
    language: "de",
    off: ["overdue"],
  });
  expect(await wishes("nobody", { off: ["overdue"] })).toMatchObject({ language: "de" });
  const [letter] = mailsTo(owned, mail("kasia"));
  const key = /told\/([\da-f-]{36})/.exec(letter?.text ?? "")?.[1];
  const body = { off: [], courses: [], language: "de" };
  const response = await owned.app.ask(null, "PUT", `/schools/one/told/${key}`, body);
  expect(await response.json()).toMatchObject({ language: "de" });
  const refused = await owned.app.ask(mail("kasia"), "PUT", "/schools/one/self/notices", {
    ...body,
    language: "xx",
  });
  expect(refused.status).toBe(422);
});

test("whoever is enrolled by hand, or asked in, reads it in their language too, and as before where nobody knows it", async () => {
  await keeps("pt", "en");
  const enroll = (name: string) =>
    owned.ask("POST", "/schools/one/courses/c/enrollments", {
      name,
      email: mail(name),
      timeZone: "Europe/Lisbon",
      cohort: "k",
    });
  await enroll("rita");
  const [asked] = mailsTo(owned, mail("rita"));
  expect(asked?.subject).toBe("A sua inscrição em Bread & more");
  expect(asked?.text).toMatch(/convida-o\..*com o grupo Spring\. O que abre, e quando:/s);
  expect(asked?.text).toMatch(/Entrar:\nhttp/);
  expect(asked?.text).not.toMatch(/\b(invites|You|opens|yours)\b/);
  await keeps("en", "pt");
  await enroll("sam");
  expect(subjectsTo("sam")).toEqual(["You are enrolled in Bread & more"]);
  expect(mailsTo(owned, mail("sam"))[0]?.text).toMatch(/Come in:\nhttp/);
});

test("words are written for each language; where there are none of one's own, ours are in that language", async () => {
  await keeps("en", "de");
  const given = { subject: "Los geht's: {course}", text: "Schön, dass Sie da sind, {person}." };
  await write("welcome", { language: "de", words: given });
  await write("welcome", { words: { subject: "Off we go: {course}", text: "Welcome, {person}." } });
  expect(await words("welcome", "language=de")).toMatchObject({
    ...given,
    language: "de",
    whose: "school",
  });
  expect(await words("welcome")).toMatchObject({ language: "en", subject: "Off we go: {course}" });
  expect(await words("welcome", "language=pt")).toMatchObject({ whose: "ours", language: "pt" });
  // For a course, in one language: whoever reads another has the school's words in it, not the course's.
  const course = { course: "c", words: { subject: "Flour, {course}", text: "Bring flour." } };
  await write("welcome", course);
  await comesIn("max", "de");
  await comesIn("mary", "en");
  await lookAndSend(owned, now);
  expect(subjectsTo("max")).toEqual(["Los geht's: Bread & more"]);
  expect(subjectsTo("mary")).toEqual(["Flour, Bread & more"]);
  await write("welcome", { language: "de", words: null });
  expect(await words("welcome", "language=de")).toMatchObject({ whose: "ours" });
  expect(await words("welcome")).toMatchObject({ whose: "school" });
});

test("words are tried in the language they are for, whoever reads them", async () => {
  await keeps("en", "de");
  const given = { subject: "{items}", text: "Am {opens} offen: {items}." };
  const path = `${T}/opens-soon/trial`;
  const tried = await owned.ask<NoticeTried>("POST", path, { language: "de", words: given });
  expect(tried.letter?.says[0]).toMatch(/^Am Mo\., .* offen: „.*“\.$/);
  expect(tried.letter?.button?.label).toBe("Zum Kurs");
  expect(tried.letter?.greeting).toMatch(/^Guten Tag /);
  const english = await owned.ask<NoticeTried>("POST", path, { words: given });
  expect(english.letter?.says[0]).toMatch(/^Am Mon .* offen: “.*”\.$/);
});

test("a mail says of itself in which language it is, and where questions go in it", () => {
  const letter = writeLetter({ subject: "s", says: ["x"], from: null, language: "es" });
  expect(letter.html).toMatch(/<html lang="es">/);
  const from = { name: "School", color: "#221D3D", contact: "a@example.org" };
  expect(writeLetter({ subject: "s", says: [], from, language: "it" }).html).toMatch(
    /Domande: a@example\.org/,
  );
});

// RFC 9110, 12.5.4 and 12.4.2; the second is its own example.
test.each<[string, string[]]>([
  ["", []],
  ["da, en-gb;q=0.8, en;q=0.7", ["da", "en-gb", "en"]],
  ["en;q=0.7, de-AT , *;q=0.1", ["de-AT", "en"]],
  ["en;q=0, de", ["de"]],
  ["en;q=x, <script>, de;q=2, fr", ["fr"]],
  [`${"x".repeat(300)}, de`, []],
])("what a browser reads: %s", (said, languages) => {
  expect(languagesOf(new Headers({ "accept-language": said }))).toEqual(languages);
});
