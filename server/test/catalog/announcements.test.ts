/** Announcements: for everybody in a course or for one cohort, at once or later; read and mailed by nobody before. */
import type { Announcement, announcements } from "@dawngate/contract/page";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { notifySchool } from "../../src/notices/notify";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const [WITH, ALONE] = ["with@example.org", "alone@example.org"] as const;

let owned: Owned;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
  const timeZone = "Europe/Lisbon";
  const entered = await owned.app.ask(WITH, "POST", "/schools/one/catalog/c", {
    timeZone,
    cohort: "k",
  });
  expect(entered.status).toBe(200);
  // By themselves people come in with the cohort; by hand without one.
  const alone = { name: "Alone", email: ALONE, timeZone, cohort: null };
  await owned.ask("POST", "/schools/one/courses/c/enrollments", alone);
});
afterAll(() => owned.test_.close());

const A = "/schools/one/courses/c/announcements";
const announce = (more: object, status = 200) =>
  owned.ask<Announcement & { detail?: string }>(
    "POST",
    A,
    { title: "The oven is broken", text: "It is mended **tomorrow**.", ...more },
    status,
  );
/** What somebody reads; null: the owner, who is staff. */
async function read(who: string | null): Promise<string[]> {
  const page =
    who === null
      ? await owned.ask<z.infer<typeof announcements>>("GET", A)
      : ((await (await owned.app.ask(who, "GET", A)).json()) as z.infer<typeof announcements>);
  return page.announcements.map(({ title }) => title);
}
const at = async (text: string) => {
  now = instant(text);
  await notifySchool(owned.test_.db, owned.school, "https://x", now);
  await owned.app.workOff();
};
const told = (who: string, subject: string) =>
  owned.app.mails.filter((mail) => mail.to === who && mail.subject === subject).length;
test("for a cohort: its people read it and are told, the others of the course are not", async () => {
  const { id, cohort } = await announce({ title: "Bring a jar", cohort: "k" });
  expect(cohort).toBe("k");
  await at("2027-03-10T12:00:05Z");
  expect([told(WITH, "Bring a jar"), told(ALONE, "Bring a jar")]).toEqual([1, 0]);
  expect([await read(WITH), await read(ALONE)]).toEqual([["Bring a jar"], []]);
  expect(await read(null)).toEqual(["Bring a jar"]);
  // It has gone out: other words, but to the same people.
  const change = (body: object, status?: number) =>
    owned.ask<{ detail?: string }>("PUT", `${A}/${id}`, body, status);
  await change({ title: "Bring two jars", text: "", cohort: "k" });
  expect(await read(WITH)).toEqual(["Bring two jars"]);
  const refused = await change({ title: "For all", text: "" }, 409);
  expect(refused.detail).toContain("It has gone out");
});

test("for later: until then staff alone read it and may put it off; then each is told once", async () => {
  const { id } = await announce({ title: "Flour sale", onPage: true, at: "2027-03-20T09:00:00Z" });
  await at("2027-03-11T12:00:00Z");
  const visitors = async () =>
    (
      (await (await owned.app.ask(null, "GET", "/schools/one/catalog/c")).json()) as {
        announcements: { title: string }[];
      }
    ).announcements.map(({ title }) => title);
  expect([await read(null), await read(ALONE), await visitors()]).toEqual([
    ["Flour sale", "Bring two jars"],
    [],
    [],
  ]);
  expect(told(ALONE, "Flour sale")).toBe(0);
  // Put off by two days: the mail goes with it.
  await owned.ask("PUT", `${A}/${id}`, {
    title: "Flour sale",
    text: "Till noon.",
    onPage: true,
    at: "2027-03-22T09:00:00Z",
  });
  await at("2027-03-20T09:00:05Z");
  expect([told(ALONE, "Flour sale"), await visitors()]).toEqual([0, []]);
  await at("2027-03-22T09:00:05Z");
  await at("2027-03-22T09:00:09Z");
  expect([told(ALONE, "Flour sale"), told(WITH, "Flour sale")]).toEqual([1, 1]);
  expect([await read(ALONE), await visitors()]).toEqual([["Flour sale"], ["Flour sale"]]);
});

test("what was taken back before it went out is told to nobody", async () => {
  const { id } = await announce({ title: "Never mind", at: "2027-03-25T09:00:00Z" });
  await at("2027-03-24T09:00:00Z");
  await owned.ask("DELETE", `${A}/${id}`);
  await at("2027-03-25T09:00:05Z");
  expect(told(ALONE, "Never mind")).toBe(0);
});

test("no cohort that is not there, no instant that has passed, nothing for a cohort on the public page", async () => {
  const paths = async (more: object) =>
    (await announce(more, 422)) as unknown as { errors: { path: string }[] };
  expect((await paths({ cohort: "gone" })).errors).toMatchObject([{ path: "cohort" }]);
  expect((await paths({ at: "2027-03-01T09:00:00Z" })).errors).toMatchObject([{ path: "at" }]);
  expect((await paths({ at: "2037-03-01T09:00:00Z" })).errors).toMatchObject([{ path: "at" }]);
  expect((await paths({ cohort: "k", onPage: true })).errors).toMatchObject([{ path: "onPage" }]);
});
