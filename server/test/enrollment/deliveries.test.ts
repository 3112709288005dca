/**
 * A personnel system that delivers people by itself: enrolled without a press, the same file twice changes nothing, whoever
 * is missing is withdrawn only where that was asked for and only if they are few; a key opens nothing else.
 */
import type { DeliveredFile, Deliveries } from "@dawngate/contract/deliveries";
import type { Roster } from "@dawngate/contract/roster";
import type { Instant } from "@dawngate/core/time";
import { bodyMost } from "../../src/base/bodies";
import { withdrawMissing } from "../../src/enrollment/deliveries/missing";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterEach(() => owned.test_.close());

const OF_COURSE = "/schools/one/courses/c/deliveries";
const make = (more: object = {}) =>
  owned.ask<{ id: string; key: string }>("POST", OF_COURSE, {
    ...{ name: "Staff office", cohort: null, timeZone: "Europe/Lisbon", tell: false },
    withdraws: null,
    ...more,
  });
const send = (path: string, key: string | null, text?: string) =>
  owned.app.ask(
    null,
    text === undefined ? "GET" : "POST",
    `/schools/one/deliveries/${path}`,
    text === undefined ? undefined : new TextEncoder().encode(text),
    key === null ? {} : { authorization: `Bearer ${key}` },
  );
type Made = Awaited<ReturnType<typeof make>>;
async function deliver({ id, key }: Made, text: string): Promise<DeliveredFile> {
  const response = await send(id, key, text);
  const said = await response.text();
  if (response.status !== 200) throw new Error(`${response.status}: ${said}`);
  return JSON.parse(said) as DeliveredFile;
}
/** Delivered, and worked on. */
async function done(of: Made, text: string): Promise<DeliveredFile> {
  const { id } = await deliver(of, text);
  await owned.app.workOff();
  return (await (await send(`${of.id}/files/${id}`, of.key)).json()) as DeliveredFile;
}
const names = (count: number, from = 1) =>
  Array.from({ length: count }, (_, i) => `Baker ${from + i},baker-${from + i}@example.org`);
const file = (rows: readonly string[]) => ["Name,Mail", ...rows].join("\n");
async function active(): Promise<string[]> {
  const { people } = await owned.ask<Roster>("GET", "/schools/one/courses/c/people?find=baker");
  return people.filter(({ standing }) => standing !== "ended").map(({ name }) => name);
}
const list = () => owned.ask<Deliveries>("GET", OF_COURSE);

test("what is delivered is enrolled by itself, each row told; the same again is the same file, and later changes nothing", async () => {
  const made = await make({ tell: true });
  const rows = [...names(2), "Nobody,not an address", "Baker 2,baker-2@example.org"];
  const first = await deliver(made, file(rows));
  expect(first).toMatchObject({ state: "checking", rows: 4, enrolled: 0 });
  expect((await deliver(made, file(rows))).id).toBe(first.id);
  const after = await done(made, file(rows));
  expect(after).toMatchObject({
    ...{ id: first.id, state: "done", enrolled: 2, missing: 0, withdrawn: 0, fault: null },
    fates: { new: 2, refused: 2 },
    refused: [
      { line: 4, reason: "“not an address” is not a mail address" },
      { line: 5, reason: "The same address stands in line 3" },
    ],
  });
  expect(await active()).toEqual(["Baker 1", "Baker 2"]);
  const told = owned.app.mails.filter(({ to }) => to.startsWith("baker-"));
  expect(told.map(({ to }) => to).sort()).toEqual(["baker-1@example.org", "baker-2@example.org"]);
  // The next night, in another order.
  now = instant("2027-03-11T03:00:00Z");
  expect(await done(made, file(names(2).reverse()))).toMatchObject({
    ...{ state: "done", enrolled: 0 },
    fates: { new: 0, in: 2, refused: 0 },
  });
  expect(owned.app.mails.filter(({ to }) => to.startsWith("baker-"))).toHaveLength(2);
  const { deliveries } = await list();
  expect(deliveries).toMatchObject([
    { name: "Staff office", ended: false, madeBy: "owner", last: { state: "done", rows: 2 } },
  ]);
  expect(JSON.stringify(deliveries)).not.toContain(made.key);
});

test("whoever is missing stays, where that was not asked for; it is told how many they are", async () => {
  const made = await make();
  await done(made, file(names(4)));
  expect(await done(made, file(names(1)))).toMatchObject({ missing: 3, withdrawn: 0, fault: null });
  expect(await active()).toHaveLength(4);
});

test("a few who are missing are withdrawn, with the reason on record; somebody whom staff enrolled is not its own to withdraw", async () => {
  await owned.ask("POST", "/schools/one/courses/c/enrollments", {
    ...{ name: "Baker by hand", email: "baker-by-hand@example.org" },
    ...{ timeZone: "Europe/Lisbon", cohort: "k", tell: false },
  });
  const made = await make({ withdraws: 25 });
  // Found in, and not brought.
  const byHand = "Baker by hand,baker-by-hand@example.org";
  expect((await done(made, file([...names(8), byHand]))).fates).toMatchObject({ new: 8, in: 1 });
  const after = await done(made, file(names(6)));
  expect(after).toMatchObject({ state: "done", missing: 2, withdrawn: 2, fault: null });
  const left = await active();
  expect(left).toHaveLength(7);
  expect(left).toContain("Baker by hand");
  expect(left).not.toContain("Baker 7");
  const [event] = await owned.test_.db.withSchool(
    { school: owned.school, who: { kind: "system", id: "t", name: "t" } },
    (tx) =>
      tx.selectFrom("enrollment_event").select(["reason"]).where("kind", "=", "revoked").execute(),
  );
  expect(event?.reason).toBe("No longer in the file of Staff office");
  // A row that is refused is a row all the same: who stands in it is not missing.
  const cohort = [
    "Name,Mail,Cohort",
    ...names(5).map((row) => `${row},`),
    `${names(1, 6)[0]},Nowhere`,
  ];
  expect(await done(made, cohort.join("\n"))).toMatchObject({
    ...{ missing: 0, withdrawn: 0 },
    fates: { in: 5, refused: 1 },
  });
  // Back in the file they are back in the course.
  expect(await done(made, file(names(8)))).toMatchObject({ enrolled: 2 });
  expect(await active()).toHaveLength(9);
});

test("of more than that nobody is withdrawn: a file that was cut off empties no course", async () => {
  const made = await make({ withdraws: 25 });
  await done(made, file(names(8)));
  expect(await done(made, file(names(5)))).toMatchObject({
    ...{ state: "done", missing: 3, withdrawn: 0 },
    fault: "3 of 8 are missing from it, more than 25 %: nobody was withdrawn.",
  });
  const none = await done(made, "Name,Mail\nSomebody else,else@example.org\n");
  expect(none).toMatchObject({ missing: 8, withdrawn: 0 });
  expect(await active()).toHaveLength(8);
});

test("ended in the middle of withdrawing it goes on with those who are left, and counts them once", async () => {
  const made = await make({ withdraws: 50 });
  await done(made, file(names(4)));
  const { id } = await deliver(made, file(names(2)));
  await owned.app.workOff();
  // As if the server had ended before it said that it was done.
  const who = { kind: "key", id: `delivery-${made.id}`, name: "Staff office" } as const;
  await owned.test_.db.withSchool({ school: owned.school, who }, (tx) =>
    tx.updateTable("people_file").set({ state: "enrolling" }).where("id", "=", id).execute(),
  );
  await withdrawMissing({ db: owned.test_.db, now: () => now }, owned.school, id, who);
  const last = (await list()).deliveries[0]?.last;
  expect(last).toMatchObject({ state: "done", missing: 2, withdrawn: 2, fault: null });
  expect(await active()).toHaveLength(2);
});

test("nobody is withdrawn for a file after which another has come, nor by a delivery that has ended", async () => {
  const made = await make({ withdraws: 10 });
  await done(made, file(names(4)));
  const older = await done(made, file(names(3)));
  expect(older).toMatchObject({ missing: 1, withdrawn: 0, fault: expect.any(String) });
  await done(made, file(names(4).reverse()));
  const who = { kind: "key", id: `delivery-${made.id}`, name: "Staff office" } as const;
  const within = { school: owned.school, who };
  // As if the older one were still being worked on, and its delivery could withdraw all of them.
  await owned.test_.db.withSchool(within, async (tx) => {
    await tx.updateTable("people_delivery").set({ withdraws: 100 }).execute();
    await tx
      .updateTable("people_file")
      .set({ state: "enrolling" })
      .where("id", "=", older.id)
      .execute();
  });
  const parts = { db: owned.test_.db, now: () => now };
  await withdrawMissing(parts, owned.school, older.id, who);
  expect(await active()).toHaveLength(4);
  const last = await done(made, file(names(4)));
  await owned.ask("DELETE", `${OF_COURSE}/${made.id}`);
  await owned.test_.db.withSchool(within, async (tx) => {
    await tx.deleteFrom("people_file_row").where("line", ">", 2).execute();
    await tx
      .updateTable("people_file")
      .set({ state: "enrolling" })
      .where("id", "=", last.id)
      .execute();
  });
  await withdrawMissing(parts, owned.school, last.id, who);
  expect(await active()).toHaveLength(4);
});

test("a file of thousands is taken: its limit is that of files that staff bring", () => {
  expect(bodyMost("POST", "/api/schools/one/deliveries/d-1")).toBe(
    bodyMost("POST", "/api/schools/one/courses/c/people-files"),
  );
});

test("a key opens its own delivery, as long as that goes on, and nothing else", async () => {
  const made = await make();
  const other = await make();
  for (const key of [null, "wrong", other.key])
    expect((await send(made.id, key, file(names(1)))).status).toBe(404);
  expect((await send("none", made.key, file(names(1)))).status).toBe(404);
  const { id } = await deliver(made, file(names(1)));
  expect((await send(`${made.id}/files/${id}`, other.key)).status).toBe(404);
  expect((await send(`${other.id}/files/${id}`, other.key)).status).toBe(404);
  const roster = await owned.app.ask(null, "GET", "/schools/one/courses/c/people", undefined, {
    authorization: `Bearer ${made.key}`,
  });
  expect(roster.status).toBe(401);
  await owned.ask("DELETE", `${OF_COURSE}/${made.id}`);
  expect((await send(made.id, made.key, file(names(1)))).status).toBe(404);
  await owned.ask("DELETE", `${OF_COURSE}/${made.id}`, undefined, 404);
  await owned.app.workOff();
  expect(await active()).toEqual(["Baker 1"]);
});

test("what is no list of people is refused at once, with what to mend; so are terms that are none, and an eleventh", async () => {
  const made = await make();
  for (const text of ["Name,Town\nAna,Lisboa\n", "Mail\na@example.org\n"]) {
    const response = await send(made.id, made.key, text);
    expect(response.status).toBe(422);
    expect(await response.text()).toContain("Say which column holds");
  }
  expect((await send(made.id, made.key, "")).status).toBe(422);
  for (const more of [{ withdraws: 0 }, { withdraws: 101 }, { name: "" }, { cohort: "none" }])
    expect(
      (
        await owned.app.ask(OWNER, "POST", OF_COURSE, {
          ...{ name: "x", cohort: null, timeZone: "UTC", tell: false, withdraws: null },
          ...more,
        })
      ).status,
    ).toBeGreaterThanOrEqual(400);
  for (let i = 1; i < 10; i++) await make({ name: `System ${i}` });
  const response = await owned.app.ask(OWNER, "POST", OF_COURSE, {
    ...{ name: "One more", cohort: null, timeZone: "UTC", tell: false, withdraws: null },
  });
  expect(response.status).toBe(409);
});
