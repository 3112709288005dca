import type { Course } from "@dawngate/contract/courses";
import type { PeopleFile, PeopleRows, RowFate } from "@dawngate/contract/people-file";
import type { Roster } from "@dawngate/contract/roster";
import { NO_CHECK } from "@dawngate/core/people";
import type { Instant } from "@dawngate/core/time";
import { peopleFileWorker } from "../../src/enrollment/people-file/work";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const files = "/schools/one/courses/c/people-files";
const ask = <T>(method: string, path: string, body?: unknown, status = 200) =>
  owned.ask<T>(method, path, body, status);
const bring = async (text: string | Uint8Array, query = "", status = 200) => {
  const bytes = typeof text === "string" ? new TextEncoder().encode(text) : text;
  const path = `${files}?name=staff.csv&timeZone=Europe/Lisbon${query}`;
  return (await ask<{ id: string }>("POST", path, bytes, status)).id;
};
const show = (id: string) => ask<PeopleFile>("GET", `${files}/${id}`);
const rows = async (id: string, fate?: RowFate) =>
  (await ask<PeopleRows>("GET", `${files}/${id}/rows${fate ? `?fate=${fate}` : ""}`)).rows;
const enroll = (id: string, body: object = {}, status = 200) =>
  ask("POST", `${files}/${id}/enroll`, { tell: false, whole: false, ...body }, status);
const people = async () => (await ask<Course>("GET", "/schools/one/courses/c")).people;
const roster = (find: string) => ask<Roster>("GET", `/schools/one/courses/c/people?find=${find}`);

/** Somebody the school knows, who is in nothing of the course. */
async function knownAs(email: string): Promise<string> {
  const id = `known-${email}`;
  await owned.test_.db.withSchool(owned.school, (tx) =>
    tx
      .insertInto("person")
      .values({ school_id: owned.school, id, name: email, email, time_zone: "UTC", user_id: null })
      .execute(),
  );
  return id;
}

const MIXED = [
  "Full name;E-Mail;Group;Site",
  "Ana Rita;ana.rita@example.org;;Mill",
  "Ben Oak;ben.oak@example.org; spring ;Mill",
  "Nobody;not an address;;",
  "Twice;ANA.rita@example.org;;",
  "Cleo;cleo@example.org;Nowhere;",
  ";nameless@example.org;;",
].join("\n");

describe("a file is looked at before anything is written", () => {
  test("its columns are known, every row is told its fate with the reason, and nobody is enrolled", async () => {
    const before = await people();
    const id = await bring(MIXED);
    expect(await show(id)).toMatchObject({
      state: "checked",
      columns: ["name", "email", "cohort", null],
      missing: null,
      rows: 6,
      looked: 6,
      fates: { new: 2, known: 0, moves: 0, in: 0, refused: 4 },
    });
    expect((await rows(id, "refused")).map(({ number, reason }) => [number, reason])).toEqual([
      [4, "“not an address” is not a mail address"],
      [5, "The same address stands in line 2"],
      [6, "There is no cohort “Nowhere”"],
      [7, "A name must not be empty"],
    ]);
    expect(await people()).toBe(before);
  });
  test("all, or nothing: where all was asked for and a row is refused, nobody comes in", async () => {
    const id = await bring(MIXED);
    await enroll(id, { whole: true }, 409);
    expect((await show(id)).state).toBe("checked");
  });
  test("the good ones come in, the refused are taken away to be mended, the same file again changes nothing", async () => {
    const before = await people();
    const id = await bring(MIXED);
    await enroll(id);
    await enroll(id);
    expect(await show(id)).toMatchObject({ state: "done", enrolled: 2 });
    expect(await people()).toBe(before + 2);
    expect((await roster("Ben Oak")).people).toMatchObject([{ name: "Ben Oak", cohort: "k" }]);
    const report = await owned.app.ask(OWNER, "GET", `${files}/${id}/refused.csv`);
    expect(await report.text()).toBe(
      [
        "Full name,E-Mail,Group,Site,Why it was refused",
        "Nobody,not an address,,,“not an address” is not a mail address",
        "Twice,ANA.rita@example.org,,,The same address stands in line 2",
        "Cleo,cleo@example.org,Nowhere,,There is no cohort “Nowhere”",
        ",nameless@example.org,,,A name must not be empty",
      ].join("\r\n"),
    );
    const again = await bring(MIXED);
    expect((await show(again)).fates).toEqual({ new: 0, known: 0, moves: 0, in: 2, refused: 4 });
    await enroll(again);
    expect(await people()).toBe(before + 2);
    expect(owned.app.mails.filter(({ to }) => to === "ana.rita@example.org")).toEqual([]);
  });
  test("somebody of another cohort, or of none, is moved, with the reason on record", async () => {
    const id = await bring("name,mail\nAna,ana.rita@example.org", "&cohort=k");
    expect(await rows(id)).toMatchObject([
      { fate: "moves", reason: "from no cohort", cohort: "Spring" },
    ]);
    await enroll(id);
    expect(await rows(id)).toMatchObject([{ fate: "moves" }]);
    expect(await show(id)).toMatchObject({ state: "done", enrolled: 1 });
    expect((await roster("Ana Rita")).people).toMatchObject([{ cohort: "k" }]);
  });
  test("whoever is new is written to, where that is wanted", async () => {
    const id = await bring("name,mail\nDora,dora@example.org");
    await enroll(id, { tell: true });
    const [mail] = owned.app.mails.filter(({ to }) => to === "dora@example.org");
    expect(mail?.subject).toMatch(/You are enrolled in Bread & more/);
  });
});

describe("columns that nobody can guess", () => {
  test("are said by hand, and remembered for the next file with the same heads", async () => {
    const odd = (who: string) => `Colaborador,Contacto\n${who},${who}@example.org`;
    const id = await bring(odd("ema"));
    expect(await show(id)).toMatchObject({
      columns: [null, null],
      missing: expect.stringMatching(/mail addresses/),
    });
    await enroll(id, {}, 422);
    const change = { cohort: null, timeZone: "Asia/Tokyo" };
    await ask("PUT", `${files}/${id}`, { ...change, columns: ["name", "name"] }, 422);
    await ask("PUT", `${files}/${id}`, { ...change, columns: ["name"] }, 422);
    await ask("PUT", `${files}/${id}`, { ...change, columns: ["name", "email"] });
    expect(await show(id)).toMatchObject({ missing: null, fates: { new: 1 } });
    expect(await show(await bring(odd("fritz")))).toMatchObject({ columns: ["name", "email"] });
  });
});

describe("trouble", () => {
  test("more rows than a cohort has seats: the first ones have them", async () => {
    const crowd = Array.from({ length: 20 }, (_, i) => `Seat ${i},seat${i}@example.org`);
    const id = await bring(`name,mail\n${crowd.join("\n")}`, "&cohort=k");
    const { fates } = await show(id);
    expect(fates.new + fates.refused).toBe(20);
    const [first] = await rows(id, "refused");
    expect(first?.reason).toBe("Every seat of Spring is taken");
    await enroll(id);
    expect((await show(id)).enrolled).toBe(fates.new);
  });
  test("a full cohort and being kept out are overruled for the file, with a reason that stays on record", async () => {
    const kept = await knownAs("kept@example.org");
    await ask("POST", `/schools/one/people/${kept}/blocks`, { course: null, reason: "Unpaid" });
    const text = "name,mail\nOver,over@example.org\nKept,kept@example.org\nOdd,no address";
    const id = await bring(text, "&cohort=k");
    expect(await show(id)).toMatchObject({ against: 2, overrule: null, fates: { refused: 3 } });
    const columns = ["name", "email"];
    const change = { columns, cohort: "k", timeZone: "Europe/Lisbon" };
    await ask("PUT", `${files}/${id}`, { ...change, overrule: "  " }, 422);
    await ask("PUT", `${files}/${id}`, { ...change, overrule: "x".repeat(501) }, 422);
    const overrule = "The room has two chairs more";
    await ask("PUT", `${files}/${id}`, { ...change, overrule });
    expect(await show(id)).toMatchObject({
      against: 2,
      overrule,
      fates: { new: 1, known: 1, refused: 1 },
    });
    expect((await rows(id)).map(({ fate, reason }) => [fate, reason])).toEqual([
      ["new", "overruled: Every seat of Spring is taken"],
      [
        "known",
        "overruled: The school keeps them out; the reason stands with them; Every seat of Spring is taken",
      ],
      ["refused", "“no address” is not a mail address"],
    ]);
    // Taken back it is refused as before; said again it holds.
    await ask("PUT", `${files}/${id}`, change);
    expect(await show(id)).toMatchObject({ overrule: null, fates: { refused: 3 } });
    await ask("PUT", `${files}/${id}`, { ...change, overrule });
    await enroll(id);
    expect(await show(id)).toMatchObject({ state: "done", enrolled: 2 });
    const reasons = await owned.test_.db.readSchool(owned.school, (tx) =>
      tx
        .selectFrom("enrollment_event as v")
        .innerJoin("enrollment as e", (join) =>
          join.onRef("e.school_id", "=", "v.school_id").onRef("e.id", "=", "v.enrollment_id"),
        )
        .innerJoin("person as p", (join) =>
          join.onRef("p.school_id", "=", "e.school_id").onRef("p.id", "=", "e.person_id"),
        )
        .select(["p.email", "v.reason"])
        .where("p.email", "in", ["over@example.org", "kept@example.org"])
        .where("v.kind", "=", "enrolled")
        .where("v.reason", "like", "%against%")
        .orderBy("p.email", "desc")
        .execute(),
    );
    expect(reasons).toEqual(
      ["over@example.org", "kept@example.org"].map((email) => ({
        email,
        reason: `Enrolled by owner, from staff.csv, against what kept them out: ${overrule}`,
      })),
    );
  });
  test("whoever would be moved into a full cohort is refused all the same: seats bind staff who move", async () => {
    await knownAs("mover@example.org");
    const back = await bring("name,mail\nMover,mover@example.org");
    await enroll(back);
    const id = await bring("name,mail\nMover,mover@example.org", "&cohort=k");
    expect(await show(id)).toMatchObject({ against: 0, fates: { refused: 1 } });
  });
  test("a server that ends in the middle goes on; two at once enroll nobody twice", async () => {
    const crowd = Array.from({ length: 450 }, (_, i) => `Many ${i},many${i}@example.org`);
    const id = await bring(`name,mail\n${crowd.join("\n")}`);
    const before = await people();
    await owned.test_.db.withSchool(owned.school, async (tx) => {
      await tx
        .updateTable("people_file")
        .set({ state: "enrolling" })
        .where("id", "=", id)
        .execute();
    });
    const work = () =>
      peopleFileWorker({ db: owned.test_.db, baseUrl: "http://127.0.0.1:1", now: () => now })(
        owned.school,
        id,
      );
    await Promise.all([work(), work(), work()]);
    expect(await show(id)).toMatchObject({ state: "done", enrolled: 450 });
    expect(await people()).toBe(before + 450);
    expect((await rows(id)).length).toBe(100);
  });
  test("somebody kept out is refused; a file of nobody's school is none; old files are forgotten", async () => {
    const found = await ask<{ people: { id: string }[] }>("GET", "/schools/one/people?find=dora");
    const person = found.people[0]?.id;
    await ask("POST", `/schools/one/people/${person}/blocks`, { course: "c", reason: "Unpaid" });
    const id = await bring("name,mail\nDora,dora@example.org");
    expect(await rows(id)).toMatchObject([{ fate: "refused", reason: /keeps them out/ }]);
    await ask("GET", `${files}/nobody`, undefined, 404);
    await owned.test_.db.dropPeopleFiles("2027-03-11T00:00:00Z");
    await ask("GET", `${files}/${id}`, undefined, 404);
  });
  test("a spreadsheet, a cohort that is not there, a course that is none", async () => {
    await bring(Uint8Array.of(0x50, 0x4b, 3, 4), "", 422);
    await bring("name,mail\nA,a@example.org", "&cohort=nobody", 422);
    await ask(
      "POST",
      "/schools/one/courses/nobody/people-files?name=x&timeZone=UTC",
      new TextEncoder().encode("name,mail\nA,a@example.org"),
      404,
    );
  });
});

describe("columns of the school's own fields", () => {
  const field = (name: string, more: object) =>
    ask<{ id: string }>("POST", "/schools/one/fields", {
      name,
      hint: "",
      kind: "text",
      check: NO_CHECK,
      choices: [],
      asks: { entering: "no", buying: "no", staff: "may" },
      seenBy: "staff",
      listed: true,
      ended: false,
      ...more,
    });
  const said = async (find: string) =>
    (await roster(find)).people.map(({ name, answers }) => [name, ...Object.values(answers)]);
  test("are known by their names, checked row by row, and kept with whoever comes in or is in", async () => {
    const sites = [
      { id: "mill", text: "The Mill", ended: false },
      { id: "oven", text: "The Oven", ended: false },
    ];
    const site = await field("Works at", { kind: "choice", choices: sites });
    await field("Years baking", { kind: "number", check: { ...NO_CHECK, least: 0 } });
    const file = [
      "Name,Mail,works AT,Years-baking",
      "Dora Field,dora.field@example.org,the mill,0.5",
      "Egon Field,egon.field@example.org,The Moon,1",
      "Fay Field,fay.field@example.org,,minus one",
      "Ben Oak,ben.oak@example.org,The Oven,",
    ].join("\n");
    const id = await bring(file);
    expect(await show(id)).toMatchObject({
      columns: ["name", "email", `own:${site.id}`, expect.stringMatching(/^own:f-/)],
      fates: { new: 1, in: 1, refused: 2 },
    });
    expect((await rows(id, "refused")).map(({ reason }) => reason)).toEqual([
      "Works at: There is no choice “The Moon”",
      "Years baking: “minus one” is no number; write it as 12 or 0.5",
    ]);
    await enroll(id);
    expect(await said("Field")).toEqual([["Dora Field", "mill", 0.5]]);
    // Whoever is in already stays as they are, and what the file says of them is known now.
    expect(await said("Ben Oak")).toEqual([["Ben Oak", "oven"]]);
  });
  test("those about enrollments are kept with the enrollment, of whoever comes in, is in or moves", async () => {
    const center = await field("Cost center", { about: "enrollments" });
    const notes = async (find: string) => {
      const [found] = (await roster(find)).people;
      const path = `/schools/one/courses/c/enrollments/${found?.enrollment}/fields`;
      const { fields } = await ask<{ fields: { id: string; value: unknown }[] }>("GET", path);
      return [found?.answers[center.id], fields.find(({ id }) => id === center.id)?.value];
    };
    const file = (one: string, two: string) =>
      `Name,Mail,COST center\nHilda Field,hilda.field@example.org,${one}\nBen Oak,ben.oak@example.org,${two}`;
    const first = await bring(file("K-1", "K-2"));
    expect(await show(first)).toMatchObject({
      columns: ["name", "email", `own:${center.id}`],
      fates: { new: 1, in: 1 },
    });
    await enroll(first);
    expect(await notes("Hilda")).toEqual(["K-1", "K-1"]);
    expect(await notes("Ben Oak")).toEqual(["K-2", "K-2"]);
    // Brought again, it says otherwise; an empty cell says nothing.
    await enroll(await bring(file("", "K-3")));
    expect([await notes("Hilda"), await notes("Ben Oak")]).toEqual([
      ["K-1", "K-1"],
      ["K-3", "K-3"],
    ]);
  });
  test("a column of a field that is not asked is refused; a field staff must fill in is missed in a row", async () => {
    await field("Contract", { asks: { entering: "no", buying: "no", staff: "must" } });
    const id = await bring("Name,Mail,Paper\nGus Field,gus.field@example.org,yes\n");
    expect((await rows(id)).map(({ reason }) => reason)).toEqual([
      "Contract: the school asks for this",
    ]);
    const set = (column: string, status = 200) =>
      ask(
        "PUT",
        `${files}/${id}`,
        { columns: ["name", "email", column], cohort: null, timeZone: "Europe/Lisbon" },
        status,
      );
    await set("own:nothing", 422);
    const { fields } = await ask<{ fields: { id: string; name: string }[] }>(
      "GET",
      "/schools/one/fields",
    );
    await set(`own:${fields.find(({ name }) => name === "Contract")?.id}`);
    expect(await show(id)).toMatchObject({ fates: { new: 1, refused: 0 } });
  });
});
