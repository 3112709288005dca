/** What a day brings to many: some at a time, each by itself, and never in the way of somebody else's. */
import type { sentNotices } from "@dawngate/contract/notices";
import type { z } from "zod";
import { notifySchool } from "../../src/notices/notify";
import { sendNotices } from "../../src/notices/send";
import type { Mailer } from "../../src/stand-ins/mail/mail";
import { AddressRefused } from "../../src/stand-ins/mail/mail";
import { comesIn, look, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now = instant("2027-03-01T12:00:00Z");
const WHO = Array.from({ length: 23 }, (_, i) => `p${String(i).padStart(2, "0")}@example.org`);
beforeEach(async () => {
  now = instant("2027-03-01T12:00:00Z");
  owned = await ownedSchool(() => now);
  await owned.test_.db.withSchool(owned.school, (tx) =>
    tx.updateTable("cohort").set({ seats: 100 }).execute(),
  );
  for (const who of WHO) await comesIn(owned, who);
  await look(owned, now);
  await owned.app.workOff();
  // What opens next does so for all of them at one instant.
  now = instant("2027-04-12T06:00:00Z");
});
afterEach(() => owned.test_.close());

type Page = z.infer<typeof sentNotices>;
const opened = async () =>
  (await owned.ask<Page>("GET", "/schools/one/notices/sent?kind=opened&most=100")).notices.filter(
    ({ person }) => WHO.includes(person.email),
  );
const waiting = async () =>
  owned.test_.db.readSchool(owned.school, (tx) =>
    tx.selectFrom("outbox").select(["kind", "payload"]).orderBy("id").execute(),
  );
/** Sends some, with a mail server that answers as it is told to. */
async function send(ids: readonly string[], answer: (to: string) => Error | undefined) {
  const asked: string[] = [];
  const mailer: Mailer = {
    async send({ to }) {
      asked.push(to);
      const error = answer(to);
      if (error) throw error;
    },
  };
  const parts = { db: owned.test_.db, mailer, baseUrl: "https://x", now: () => now };
  const fault = await sendNotices(parts, { school: owned.school, notices: ids }).then(
    () => null,
    (error: Error) => error.message,
  );
  return { asked, fault };
}

test("they go to the outbox twenty at a time; who has just come in has a row of their own", async () => {
  now = instant("2027-03-02T12:00:00Z");
  await comesIn(owned, "late@example.org");
  await look(owned, now);
  expect((await waiting()).map(({ kind }) => kind)).toContain("send-notice");
  await owned.app.workOff();
  now = instant("2027-04-12T06:00:00Z");
  await look(owned, now);
  const kinds = (await waiting()).map(({ kind }) => kind);
  // Fifty are looked at in one transaction; twenty and four of them go out together.
  expect(kinds.filter((kind) => kind === "send-notices")).toHaveLength(2);
  expect(kinds).not.toContain("send-notice");
  await owned.app.workOff();
  for (const who of [...WHO, "late@example.org"]) expect(mailsTo(owned, who)).toHaveLength(2);
});

test("one that is not taken keeps none of the others, and is tried again alone", async () => {
  await look(owned, now);
  const rows = await opened();
  expect(rows).toHaveLength(WHO.length);
  const ids = rows.map(({ id }) => id);
  const busy = (to: string) => (to === WHO[4] ? new Error("4.2.1 Mailbox busy") : undefined);
  const first = await send(ids, busy);
  expect(first.fault).toMatch(/busy/);
  expect(first.asked).toHaveLength(WHO.length);
  const second = await send(ids, () => undefined);
  expect(second).toEqual({ asked: [WHO[4]], fault: null });
  expect((await opened()).every(({ state }) => state === "sent")).toBe(true);
});

test("a mail server that is away is not asked for each of them", async () => {
  await look(owned, now);
  const ids = (await opened()).map(({ id }) => id);
  const away = await send(ids, () => new Error("connect ECONNREFUSED"));
  expect(away.asked).toHaveLength(3);
  expect(away.fault).toMatch(/ECONNREFUSED/);
  const states = (await opened()).map(({ state }) => state);
  expect(states.filter((state) => state === "waiting")).toHaveLength(WHO.length - 3);
  const back = await send(ids, () => undefined);
  expect(back.asked).toHaveLength(WHO.length);
});

test("an address that is refused, and one that was before, end by themselves", async () => {
  await look(owned, now);
  const ids = (await opened()).map(({ id }) => id);
  const refuses = (to: string) =>
    to === WHO[0] ? new AddressRefused("550 No such mailbox") : undefined;
  expect((await send(ids, refuses)).fault).toBeNull();
  const states = new Map((await opened()).map(({ person, state }) => [person.email, state]));
  expect(states.get(WHO[0] as string)).toBe("refused");
  expect([...states.values()].filter((state) => state === "sent")).toHaveLength(WHO.length - 1);
});

test("a school has its turn, and goes on where it was in the next", async () => {
  const { db } = owned.test_;
  const more = Array.from({ length: 40 }, (_, i) => `q${i}@example.org`);
  now = instant("2027-03-02T12:00:00Z");
  for (const who of more) await comesIn(owned, who);
  const turn = () => notifySchool(db, owned.school, "https://x", now, 0);
  while (await turn());
  now = instant("2027-04-12T06:00:00Z");
  // Fifty are looked at in one transaction, and no turn is too short for one.
  expect(await turn()).toBe(true);
  const some = (await opened()).length;
  expect(some).toBeGreaterThan(0);
  while (await turn());
  expect(await opened()).toHaveLength(WHO.length);
  expect(await turn()).toBe(false);
});
