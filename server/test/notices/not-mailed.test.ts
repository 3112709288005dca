/** What is not mailed: on a day that was stopped, and to an address that its mail server refuses for good. */
import type { NoticesAhead, SentNoticeWhole, sentNotices } from "@dawngate/contract/notices";
import type { Today } from "@dawngate/contract/today";
import type { Instant } from "@dawngate/core/time";
import { Hono } from "hono";
import { Webhook } from "standardwebhooks";
import type { z } from "zod";
import { ProblemError } from "../../src/base/problem";
import { bouncedRoutes } from "../../src/notices/bounced";
import { sendNotices } from "../../src/notices/send";
import { signedBounces } from "../../src/stand-ins/mail/bounces";
import { smtpMailer } from "../../src/stand-ins/mail/smtp";
import { type MailServer, mailServer } from "../helpers/mail-server";
import { comesIn, lastNotice, look as lookAt } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-03T12:00:00Z");
/** What the mail server says to an address; left out: it takes it. */
const says = new Map<string, { responseCode: number; message: string }>();
let server: MailServer;
beforeAll(async () => {
  server = await mailServer({ says: (address) => says.get(address) });
});
afterAll(() => server.close());
beforeEach(async () => {
  now = instant("2027-03-03T12:00:00Z");
  says.clear();
  server.asked.length = 0;
  owned = await ownedSchool(() => now);
});
afterEach(() => owned.test_.close());

const N = "/schools/one/notices";
type Page = z.infer<typeof sentNotices>;
const send = async (notice: string, again?: string) => {
  const mailer = smtpMailer(server.url, "School <s@example.org>", "https://x");
  const parts = { db: owned.test_.db, mailer, baseUrl: "https://x", now: () => now };
  await sendNotices(parts, { school: owned.school, notices: [notice], again }).finally(
    mailer.close,
  );
};
const one = (id: string) => owned.ask<SentNoticeWhole>("GET", `${N}/sent/${id}`);
const look = () => lookAt(owned, now);
const enters = async (who: string) => {
  await comesIn(owned, who);
  await look();
  return lastNotice(owned);
};
const stop = (day: string, stopped: boolean, status = 200) =>
  owned.ask<NoticesAhead>("PUT", `${N}/days/${day}`, { stopped }, status);
const needs = async () =>
  (await owned.ask<Today>("GET", "/schools/one/today")).needs.filter(
    ({ kind }) => kind === "refused",
  );

describe("a stopped day", () => {
  const openings = async () =>
    (await owned.ask<Page>("GET", `${N}/sent?kind=opened&most=50`)).notices.map(
      ({ at, state, person }) => `${person.name} ${at.slice(0, 10)} ${state}`,
    );

  test("what it brings is not mailed, nor made up for, and stands in the application", async () => {
    await enters("ines@example.org");
    now = instant("2027-04-01T12:00:00Z");
    const ahead = await stop("2027-04-05", true);
    expect(ahead.days.filter(({ stopped }) => stopped).map(({ day }) => day)).toEqual([
      "2027-04-05",
    ]);
    // It begins with the day: the cohort starts at midnight, and quiet hours end at half past six.
    now = instant("2027-04-05T05:31:00Z");
    await look();
    expect(await openings()).toContain("ines 2027-04-05 stopped");
    const before = owned.app.mails.length;
    now = instant("2027-04-05T22:30:00Z");
    await owned.app.workOff();
    await look();
    await owned.app.workOff();
    expect(owned.app.mails.slice(before).map(({ subject }) => subject)).toEqual([]);
    const news = await owned.app.ask("ines@example.org", "GET", "/schools/one/self/news");
    expect(JSON.stringify(await news.json())).toContain("One");
    // Sent by hand all the same.
    const { notices } = await owned.ask<Page>("GET", `${N}/sent?state=stopped`);
    const id = notices.find(({ person }) => person.name === "ines")?.id ?? "";
    await owned.ask("POST", `${N}/sent/${id}/again`);
    await owned.app.workOff();
    expect((await one(id)).state).toBe("sent");
  });

  test("who comes in on it is welcomed; what waits to be sent stops too; let go on, it is mailed", async () => {
    await stop("2027-03-03", true);
    const welcome = await enters("ines@example.org");
    await send(welcome);
    expect((await one(welcome)).state).toBe("sent");
    // Handed over before the day was stopped.
    now = instant("2027-04-05T05:31:00Z");
    await look();
    const { notices } = await owned.ask<Page>("GET", `${N}/sent?kind=opened`);
    const waiting = notices.find(({ person }) => person.name === "ines")?.id ?? "";
    expect((await one(waiting)).state).toBe("waiting");
    await stop("2027-04-05", true);
    await stop("2027-04-05", false);
    await stop("2027-04-05", true);
    await send(waiting);
    expect((await one(waiting)).state).toBe("stopped");
  });

  test("a day that is over, or far ahead, is refused", async () => {
    await stop("2027-03-02", true, 422);
    await stop("2027-04-02", true, 422);
    await stop("2027-04-31", true, 400);
  });
});

describe("an address that its mail server refuses", () => {
  const refused = { responseCode: 550, message: "5.1.1 No such user here" };

  test("is not tried again, nothing more is mailed there, and staff are told", async () => {
    says.set("ines@example.org", refused);
    const first = await enters("ines@example.org");
    await send(first);
    expect(await one(first)).toMatchObject({
      state: "refused",
      fault: expect.stringContaining("No such user here"),
    });
    expect(server.asked).toEqual(["ines@example.org"]);
    expect(await needs()).toMatchObject([
      { number: 1, title: "One address is refused by its mail server" },
    ]);
    // Another notice to the same address does not even ask.
    await owned.ask("POST", `/schools/one/courses/c/letters`, {
      enrollments: [await enrollmentOf("ines@example.org")],
      key: "press-letter-1",
      subject: "The oven",
      text: "It is mended.",
    });
    const { notices } = await owned.ask<Page>("GET", `${N}/sent?kind=announcement`);
    await send(notices[0]?.id ?? "");
    expect(await one(notices[0]?.id ?? "")).toMatchObject({ state: "refused" });
    expect(server.asked).toHaveLength(1);
    // It is there after all: one sent again by hand is taken, and the next goes out as ever.
    says.clear();
    await send(first, "2027-03-03T12:10:00Z");
    expect((await one(first)).state).toBe("sent");
    expect(await needs()).toEqual([]);
  });

  test.each([
    [450, "4.2.1 Mailbox busy", "failed"],
    [552, "5.2.2 Mailbox full", "failed"],
    [554, "5.7.1 Rejected by policy", "failed"],
    [554, "5.1.1 Unknown recipient", "refused"],
    [553, "5.1.3 Bad address syntax", "refused"],
  ])("%i %s: %s", async (responseCode, message, state) => {
    says.set("ines@example.org", { responseCode, message });
    const id = await enters("ines@example.org");
    await send(id).catch(() => undefined);
    expect((await one(id)).state).toBe(state);
  });

  test("is told afterwards in a signed message, and by nobody else", async () => {
    const id = await enters("ines@example.org");
    await send(id);
    const secret = Buffer.from("a secret of the tests, long enough to sign with").toString(
      "base64",
    );
    const routes = new Hono().route(
      "/",
      bouncedRoutes({ db: owned.test_.db, bounces: signedBounces(secret), now: () => now }),
    );
    routes.onError((error, c) => c.text(String(error), error instanceof ProblemError ? 401 : 500));
    const tell = (messageId: string, by = secret, type = "mail.bounced") => {
      const body = JSON.stringify({ type, data: { messageId, says: "550 5.1.1 Gone" } });
      const at = new Date();
      return routes.request("/mail/bounced", {
        method: "POST",
        body,
        headers: {
          "webhook-id": "msg_1",
          "webhook-timestamp": String(Math.floor(at.getTime() / 1000)),
          "webhook-signature": new Webhook(by).sign("msg_1", at, body),
        },
      });
    };
    const ours = `<notice-${owned.school}-${id}@x>`;
    const other = Buffer.from("another secret, just as long as ours is, or nearly").toString(
      "base64",
    );
    expect((await tell(ours, other)).status).toBe(401);
    expect((await tell(ours, secret, "mail.delayed")).status).toBe(200);
    expect((await tell("<somebody-else@example.org>")).status).toBe(200);
    expect((await one(id)).state).toBe("sent");
    expect((await tell(ours)).status).toBe(200);
    expect(await one(id)).toMatchObject({ state: "refused", fault: "550 5.1.1 Gone" });
    // The same message again changes nothing.
    expect((await tell(ours)).status).toBe(200);
    expect(await needs()).toMatchObject([{ number: 1 }]);
    // Of a school that is not there nothing can follow.
    const nowhere = `<notice-00000000-0000-4000-8000-000000000000-${id}@x>`;
    expect((await tell(nowhere)).status).toBe(200);
  });
});

async function enrollmentOf(email: string): Promise<string> {
  const rows = await owned.test_.db.readSchool(owned.school, (tx) =>
    tx
      .selectFrom("enrollment as e")
      .innerJoin("person as p", (join) =>
        join.onRef("p.school_id", "=", "e.school_id").onRef("p.id", "=", "e.person_id"),
      )
      .select("e.id")
      .where("p.email", "=", email)
      .execute(),
  );
  return rows[0]?.id ?? "";
}
