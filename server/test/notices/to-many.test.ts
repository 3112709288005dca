/** What a day brings to many: some at a time, each by itself, and never in the way of somebody else's. */
import type { sentNotices } from "@dawngate/contract/notices";
import type { z } from "zod";
import { notifySchool } from "../../src/notices/notify";
import { sendNotices } from "../../src/notices/send";
import { AddressRefused, type Mailer } from "../../src/stand-ins/mail/mail";
import { comesIn, look, mailsTo } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now = instant("2027-03-01T12:00:00Z");
/** What opens next does so for all of them at this instant. */
const OPENS = instant("2027-04-12T06:00:00Z");
const WHO = Array.from({ length: 63 }, (_, i) => `p${String(i).padStart(2, "0")}@example.org`);
const turn = () => notifySchool(owned.test_.db, owned.school, "https://x", now, 0);
beforeAll(async () => {
  owned = await ownedSchool(() => now);
  await owned.test_.db.withSchool(owned.school, (tx) =>
    tx.updateTable("cohort").set({ seats: 100 }).execute(),
  );
  for (const who of WHO) await comesIn(owned, who);
});
afterAll(() => owned.test_.close());

type Page = z.infer<typeof sentNotices>;
const opened = async () =>
  (await owned.ask<Page>("GET", "/schools/one/notices/sent?kind=opened&most=100")).notices.filter(
    ({ person }) => WHO.includes(person.email),
  );
const jobs = () =>
  owned.test_.db.readSchool(owned.school, async (tx) =>
    (await tx.selectFrom("outbox").select("kind").execute()).map(({ kind }) => kind),
  );

test("who has just come in has a job of their own; what opens for many goes out twenty at a time, in turns", async () => {
  await look(owned, now);
  expect((await jobs()).filter((kind) => kind === "send-notice")).toHaveLength(WHO.length);
  expect(await jobs()).not.toContain("send-notices");
  await owned.app.workOff();
  now = OPENS;
  // Fifty are looked at in one transaction, and no turn is too short for one.
  expect(await turn()).toBe(true);
  const some = (await opened()).length;
  expect(some).toBeGreaterThan(0);
  expect(some).toBeLessThan(WHO.length);
  while (await turn());
  expect(await opened()).toHaveLength(WHO.length);
  expect(await turn()).toBe(false);
  const kinds = await jobs();
  expect(kinds).not.toContain("send-notice");
  expect(kinds.filter((kind) => kind === "send-notices").length).toBeLessThan(6);
  await owned.app.workOff();
  for (const who of WHO) expect(mailsTo(owned, who)).toHaveLength(2);
});

describe("some of them, with a mail server that answers as it is told to", () => {
  const SOME = 12;
  let ids: string[] = [];
  let first = "";
  beforeEach(async () => {
    // As they were before they went out.
    await owned.test_.db.withSchool(owned.school, async (tx) => {
      await tx.updateTable("notice").set({ state: "waiting", sent_at: null }).execute();
      await tx.deleteFrom("mail_refused").execute();
    });
    const rows = (await opened()).slice(0, SOME);
    ids = rows.map(({ id }) => id);
    first = rows[0]?.person.email ?? "";
  });
  const states = async () =>
    (await opened()).filter(({ id }) => ids.includes(id)).map(({ state }) => state);
  async function send(answer: (to: string) => Error | undefined) {
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

  test("one that is not taken keeps none of the others, and is tried again alone", async () => {
    const busy = await send((to) => (to === first ? new Error("4.2.1 Mailbox busy") : undefined));
    expect(busy.fault).toMatch(/busy/);
    expect(busy.asked).toHaveLength(SOME);
    expect(await send(() => undefined)).toEqual({ asked: [first], fault: null });
    expect(await states()).toEqual(ids.map(() => "sent"));
  });

  test("a mail server that is away is not asked for each of them", async () => {
    const away = await send(() => new Error("connect ECONNREFUSED"));
    expect(away.asked).toHaveLength(3);
    expect(away.fault).toMatch(/ECONNREFUSED/);
    expect((await states()).filter((state) => state === "waiting")).toHaveLength(SOME - 3);
    expect((await send(() => undefined)).asked).toHaveLength(SOME);
  });

  test("an address that is refused, now or before, ends by itself", async () => {
    const refuses = (to: string) =>
      to === first ? new AddressRefused("550 No such mailbox") : undefined;
    expect((await send(refuses)).fault).toBeNull();
    expect((await states()).filter((state) => state === "sent")).toHaveLength(SOME - 1);
    expect(await states()).toContain("refused");
    // Whatever else goes to it is not tried.
    await owned.test_.db.withSchool(owned.school, (tx) =>
      tx.updateTable("notice").set({ state: "waiting", sent_at: null }).execute(),
    );
    expect((await send(() => undefined)).asked).not.toContain(first);
  });
});
