/** A notice through a real SMTP conversation (RFC 5321): refused, tried again, taken once; its headers read back. */
import { type AddressInfo, createServer, type Socket } from "node:net";
import type { SentNoticeWhole } from "@dawngate/contract/notices";
import type { Instant } from "@dawngate/core/time";
import { sendNotices } from "../../src/notices/send";
import { smtpMailer } from "../../src/stand-ins/mail/smtp";
import { type MailServer, mailServer } from "../helpers/mail-server";
import { comesIn, lastNotice, look } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-03T12:00:00Z");
let busy = true;
const BUSY = { responseCode: 450, message: "4.2.1 Mailbox busy" };
let server: MailServer;
beforeAll(async () => {
  owned = await ownedSchool(() => now);
  server = await mailServer({ says: () => (busy ? BUSY : undefined) });
});
afterAll(async () => {
  await owned.test_.close();
  await server.close();
});

const N = "/schools/one/notices";
const mailTo = (port: number, manners: Parameters<typeof smtpMailer>[3] = {}) =>
  smtpMailer(`smtp://127.0.0.1:${port}`, "School <s@example.org>", "https://x", manners);
const send = async (id: string) => {
  const mailer = mailTo(server.port);
  const parts = { db: owned.test_.db, mailer, baseUrl: "https://x", now: () => now };
  try {
    await sendNotices(parts, { school: owned.school, notices: [id] });
  } finally {
    mailer.close();
  }
};
const one = (id: string) => owned.ask<SentNoticeWhole>("GET", `${N}/sent/${id}`);
/** Header lines that go on in the next line are one (RFC 5322, 2.2.3). */
const headers = (mail: string) => (mail.split("\r\n\r\n")[0] ?? "").replaceAll(/\r\n[ \t]+/g, " ");

async function written(who: string): Promise<string> {
  await comesIn(owned, who);
  await look(owned, now);
  return lastNotice(owned);
}

test("what the mail server refuses is tried again; what it has taken is not sent twice", async () => {
  const id = await written("ines@example.org");
  expect((await one(id)).state).toBe("waiting");
  await expect(send(id)).rejects.toThrow(/Mailbox busy/);
  expect(await one(id)).toMatchObject({ state: "failed", fault: expect.stringMatching(/450/) });
  busy = false;
  await send(id);
  await send(id);
  expect(server.arrived).toHaveLength(1);
  expect(await one(id)).toMatchObject({ state: "sent", fault: null });
});

test("a mail program can turn its kind off with one press (RFC 8058), and holds a course's notices together", async () => {
  const mail = server.arrived[0]?.text ?? "";
  const head = headers(mail);
  const off =
    /^List-Unsubscribe: <https:\/\/x(\/api\/schools\/one\/told\/[0-9a-f-]{36}\/off\?kind=welcome)>$/im;
  expect(head).toMatch(off);
  expect(head).toMatch(/^List-Unsubscribe-Post: List-Unsubscribe=One-Click$/im);
  expect(head).toMatch(/^Auto-Submitted: auto-generated$/im);
  expect(head).toMatch(/^Message-ID: <notice-.+@x>$/im);
  expect(head).toMatch(/^References: <c\..+@x>$/im);
  // RFC 8058, 3.2: POST, without cookies, with the body it prescribes.
  const pressed = await owned.app.ask(
    null,
    "POST",
    (off.exec(head)?.[1] ?? "").replace("/api", ""),
    new TextEncoder().encode("List-Unsubscribe=One-Click"),
    { "content-type": "application/x-www-form-urlencoded", origin: "https://mail.example.com" },
  );
  expect(pressed.status).toBe(200);
});

test("what comes to be sent two days late is dropped, and says so", async () => {
  const id = await written("late@example.org");
  now = instant("2027-03-05T12:00:00Z");
  await send(id);
  expect(server.arrived).toHaveLength(1);
  expect((await one(id)).state).toBe("late");
});

const letter = (number: number) =>
  [{ to: `p${number}@example.org`, subject: "S", text: "T" }, `key-${number}`] as const;

test("so many a second at most, however many wait", async () => {
  const mailer = mailTo(server.port, { rate: 5 });
  const before = server.arrived.length;
  const begun = performance.now();
  await Promise.all(Array.from({ length: 12 }, (_, i) => mailer.send(...letter(i))));
  mailer.close();
  expect(server.arrived).toHaveLength(before + 12);
  // Five at once, five after a second, the last two after another.
  expect(performance.now() - begun).toBeGreaterThan(1900);
});

test.each([
  ["says nothing", () => undefined, /Greeting never received/],
  [
    "goes away in the middle",
    (socket: Socket) => socket.write("220 x\r\n", () => socket.end()),
    /closed/i,
  ],
  ["stops answering", (socket: Socket) => socket.write("220 x\r\n"), /timeout/i],
])("a mail server that %s keeps nobody waiting", async (_, greets, says) => {
  const sockets: Socket[] = [];
  const odd = createServer((socket) => {
    sockets.push(socket);
    socket.on("error", () => undefined);
    greets(socket);
  });
  await new Promise<void>((resolve) => odd.listen(0, "127.0.0.1", resolve));
  const patience = { connecting: 300, greeting: 300, answering: 300 };
  const mailer = mailTo((odd.address() as AddressInfo).port, { patience });
  await expect(mailer.send(...letter(0))).rejects.toThrow(says);
  mailer.close();
  for (const socket of sockets) socket.destroy();
  await new Promise((resolve) => odd.close(resolve));
});
