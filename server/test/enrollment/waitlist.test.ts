import type { Shelf } from "@dawngate/contract/enrollment";
import type { MayEnter, WaitlistPage, WaysIn } from "@dawngate/contract/ways-in";
import { nextCaller } from "../../src/enrollment/ways-in/waitlist";
import { readSoldBy } from "../../src/sales/listing-store";
import { atTheDoor, catalog, course, zone } from "../helpers/at-the-door";
import { instant } from "../helpers/sample";

const door = atTheDoor("2027-03-10T12:00:03Z");
const { clock, owned, ask, by, enroll, page, why, set, seats, mailsTo } = door;

describe("the waitlist", () => {
  const wait = (who: string) => by(who, "POST", `${catalog}/waitlist`, { cohort: "k", ...zone });
  const list = async () =>
    (await ask<WaitlistPage>("GET", `${course}/cohorts/k/waitlist`)).waiting.map(
      ({ email, offerUntil }) => [email.split("@")[0], offerUntil !== null],
    );
  const taken = () =>
    owned().test_.db.withSchool(owned().school, async (tx) => {
      const rows = await tx
        .selectFrom("enrollment")
        .select("id")
        .where("cohort_id", "=", "k")
        .where("standing", "<>", "ended")
        .execute();
      return rows.length;
    });
  const enrollmentOf = async (who: string) =>
    ((await (await by(who, "GET", "/schools/one/shelf")).json()) as Shelf).courses[0]?.enrollment;
  const withdraw = async (who: string) =>
    ask("POST", `${course}/acts`, {
      enrollments: [await enrollmentOf(who)],
      key: `withdraw-${who}`,
      act: { type: "revoked", reason: "Moved away" },
    });
  const call = () =>
    nextCaller({
      db: owned().test_.db,
      baseUrl: "http://127.0.0.1:1",
      now: () => clock.now,
      soldBy: readSoldBy,
    })(owned().school, "k");

  beforeAll(async () => {
    await enroll("first@example.org");
  });
  test("there is none until staff set one; nobody waits while a seat is free", async () => {
    await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
    expect(await why(await wait("w0@example.org"))).toMatch(/A seat is free/);
    await seats(await taken());
    await set({});
    expect(await why(await wait("w0@example.org"))).toMatch(/choose another cohort/);
    await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
  });
  test("first come, first served; the same press twice waits once; one sees where one stands", async () => {
    for (const who of ["w1", "w2", "w3", "w1"])
      expect((await wait(`${who}@example.org`)).status).toBe(200);
    expect(await list()).toEqual([
      ["w1", false],
      ["w2", false],
      ["w3", false],
    ]);
    const [door] = (await page("w3@example.org")).ways;
    expect(door).toMatchObject({
      state: "waitlist",
      does: "wait",
      waits: { ahead: 2, offerUntil: null, until: "2027-03-18" },
    });
    expect((await ask<WaysIn>("GET", `${course}/ways`)).ways[0]).toMatchObject({ waiting: 3 });
  });
  test("a withdrawal offers its place to the next, by mail; nobody else takes it meanwhile", async () => {
    await withdraw("first@example.org");
    expect(await list()).toEqual([
      ["w1", true],
      ["w2", false],
      ["w3", false],
    ]);
    const [mail] = mailsTo("w1@example.org");
    expect(mail?.subject).toMatch(/A place in Bread & more is free for you/);
    expect(mail?.text).toMatch(/held for you until Thu 11 Mar 2027, 12:01 /);
    expect(await why(await enroll("w9@example.org"))).toMatch(/join the waitlist/);
    const may = async (email: string) =>
      (await ask<MayEnter>("GET", `${course}/ways/may?cohort=k&email=${email}`)).checks.find(
        ({ check }) => check === "seats",
      )?.holds;
    expect([await may("w1@example.org"), await may("w9@example.org")]).toEqual([true, false]);
    expect(await why(await enroll("w2@example.org"))).toMatch(/join the waitlist/);
    expect((await page("w1@example.org")).ways[0]).toMatchObject({ does: "enroll", state: "open" });
  });
  test("an offer that lapses goes to the next, once, whichever server finds it", async () => {
    // To the millisecond: half a second late is late.
    clock.now = instant("2027-03-11T12:01:00.5Z");
    // In the moment before it is found the place is nobody's but the next one's.
    expect((await enroll("w1@example.org")).status).toBe(409);
    expect(await owned().test_.db.offersLapsed("2027-03-11T12:01:00Z")).toEqual([
      { school: owned().school, cohort: "k" },
    ]);
    await Promise.all([call(), call(), call()]);
    await owned().app.workOff();
    expect(await list()).toEqual([
      ["w2", true],
      ["w3", false],
    ]);
    expect(mailsTo("w1@example.org").at(-1)?.text).toMatch(/went to the next on the waitlist/);
    expect(mailsTo("w2@example.org")).toHaveLength(1);
  });
  test("whoever is offered a place takes it, also after the window has closed", async () => {
    await seats((await taken()) + 1, "2027-03-10");
    expect(await why(await enroll("w3@example.org"))).toMatch(/Enrolling was possible until/);
    expect((await enroll("w2@example.org")).status).toBe(200);
    await seats(await taken());
    expect(await list()).toEqual([["w3", false]]);
  });
  test("moved up with a reason that is on record; let go by oneself, or taken off", async () => {
    for (const who of ["w4", "w5", "w6"]) await wait(`${who}@example.org`);
    const waiting = await ask<WaitlistPage>("GET", `${course}/cohorts/k/waitlist`);
    const id = waiting.waiting.find(({ email }) => email === "w5@example.org")?.id;
    await ask("POST", `${course}/cohorts/k/waitlist/${id}/up`, { reason: "Was promised it" });
    expect((await list())[0]).toEqual(["w5", false]);
    const changes = JSON.stringify(await ask("GET", "/schools/one/changes"));
    expect(changes).toContain("Was promised it");
    await by("w5@example.org", "DELETE", `${catalog}/waitlist`, { cohort: "k" });
    const w4 = waiting.waiting.find(({ email }) => email === "w4@example.org")?.id;
    await ask("DELETE", `${course}/cohorts/k/waitlist/${w4}`);
    expect(await list()).toEqual([
      ["w3", false],
      ["w6", false],
    ]);
  });
  test("more seats are offered to as many as wait; where an offer needs no answer they are in at once", async () => {
    await set({ waitlist: { until: null, offerHours: null } });
    await seats((await taken()) + 2);
    expect(await list()).toEqual([]);
    expect(mailsTo("w6@example.org").at(-1)?.text).toMatch(/one came free: it is yours/);
    expect((await enroll("w6@example.org")).status).toBe(409);
    expect(await why(await enroll("w7@example.org"))).toMatch(/join the waitlist/);
  });
  test("after its last day it is neither joined nor served", async () => {
    expect((await wait("w7@example.org")).status).toBe(200);
    await set({ waitlist: { until: "2027-03-10", offerHours: 24 } });
    expect(await why(await wait("w8@example.org"))).toMatch(/choose another cohort/);
    await seats((await taken()) + 1);
    expect(await list()).toEqual([["w7", false]]);
    // The seat is anybody's again.
    expect((await enroll("w8@example.org")).status).toBe(200);
  });
  test("forty at one instant on three seats: three are in, the others wait, each once, none is lost", async () => {
    await set({ waitlist: { until: null, offerHours: 24 } });
    await seats((await taken()) + 4);
    await owned().app.workOff();
    // One of the four went to who waited.
    const people = Array.from({ length: 40 }, (_, i) => `crowd${i}@example.org`);
    const first = await Promise.all(people.map((who) => enroll(who)));
    const inside = first.filter(({ status }) => status === 200);
    expect(inside).toHaveLength(3);
    const rest = people.filter((_, i) => first[i]?.status !== 200);
    const join = async (who: string): Promise<number> => {
      const { status } = await wait(who);
      if (status !== 503) return status;
      // On a slow hour whoever stands behind so many is asked to try again, a little later.
      await new Promise((go) => setTimeout(go, 200));
      return join(who);
    };
    const twice = rest.slice(0, 10);
    const waited = await Promise.all([...rest, ...twice].map(join));
    expect(waited.filter((status) => status !== 200)).toEqual([]);
    const waiting = await list();
    expect(waiting.filter(([, offered]) => !offered)).toHaveLength(37);
    expect(new Set(waiting.map(([who]) => who)).size).toBe(waiting.length);
  });
});
