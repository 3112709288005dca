/**
 * What one is told comes to one's devices too, where one wants it: through a push service that takes messages as RFC
 * 8030 has it, encrypted for the browser alone (RFC 8291) and signed by this server (RFC 8292).
 */
import { createECDH } from "node:crypto";
import type { Devices } from "@dawngate/contract/devices";
import type { SentNotice, sentNotices } from "@dawngate/contract/notices";
import type { Wishes, WishesChange } from "@dawngate/contract/wishes";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { type OutsideRequest, openOutside, Unheard } from "../../src/base/outside";
import { pushKeys } from "../../src/base/push-keys";
import { deviceTeller } from "../../src/notices/devices/tell";
import { decrypt } from "../../src/stand-ins/push/decrypt";
import { practicePush } from "../../src/stand-ins/push/service";
import { comesIn, look, lookAndSend, mailsTo, springStarts } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const START = instant("2027-03-15T12:00:00Z");
const SECRET = "a secret of the tests, long enough";
const SERVICE = "https://push.example.org";
const service = practicePush();
let now: Instant = START;
let owned: Owned;
/** What a push service answers instead of taking it. */
let answers: number | "nobody" | null = null;
const asked: OutsideRequest[] = [];
const outside = {
  ...openOutside(true, SECRET),
  async ask(one: OutsideRequest) {
    asked.push(one);
    if (answers === "nobody") throw new Unheard("Nobody listens there");
    if (answers !== null) return { status: answers, text: "" };
    const { method, url, headers, body } = one;
    const response = await service.request(url, {
      method,
      headers,
      body: body === undefined ? null : Buffer.from(body),
    });
    return { status: response.status, text: await response.text() };
  },
};
beforeAll(async () => {
  owned = await ownedSchool(() => now, 0, { outside });
});
beforeEach(() => {
  now = START;
  answers = null;
  asked.length = 0;
});
afterAll(() => owned.test_.close());

const DEVICES = "/schools/one/self/devices";
const WISHES = "/schools/one/self/notices";
const mail = (who: string) => `${who}@example.org`;
async function by<T>(who: string, method: string, path: string, body?: unknown, status = 200) {
  const response = await owned.app.ask(mail(who), method, path, body);
  const went = [
    response.status,
    path,
    ...(status < 500 && response.status >= 500 ? owned.app.logged : []),
  ];
  expect(went).toEqual([status, path]);
  return (await response.json()) as T;
}

/** A browser asks its push service, for messages of this server or of another. */
async function browser(key = outside.push.publicKey) {
  const body = JSON.stringify({ key });
  const response = await service.request(`${SERVICE}/`, { method: "POST", body });
  const { endpoint, keys } = (await response.json()) as {
    endpoint: string;
    keys: { p256dh: string; auth: string };
  };
  return { name: "A phone", endpoint, key: keys.p256dh, secret: keys.auth };
}
/** What it has shown. */
const shown = async ({ endpoint }: { endpoint: string }) =>
  (await (await service.request(endpoint)).json()) as {
    title: string;
    body: string;
    url: string;
    tag: string;
  }[];
const titles = async (on: { endpoint: string }) => (await shown(on)).map(({ title }) => title);

/** Comes in, and is told on a device of theirs. */
async function withDevice(who: string) {
  const enrollment = await comesIn(owned, mail(who));
  const device = await browser();
  const { devices } = await by<Devices>(who, "POST", DEVICES, device);
  return { enrollment, device, id: devices[0]?.id ?? "" };
}
/** The cohort begins on 5 April: its first module opens. */
async function begins() {
  now = instant("2027-04-05T12:00:00Z");
  await lookAndSend(owned, now);
}
const wish = (who: string, change: Partial<WishesChange>) =>
  by<Wishes>(who, "PUT", WISHES, { off: [], courses: [], ...change });
const sentTo = async (who: string): Promise<SentNotice[]> => {
  const path = "/schools/one/notices/sent?most=200";
  const { notices } = await owned.ask<z.infer<typeof sentNotices>>("GET", path);
  return notices.filter(({ person }) => person.email === mail(who));
};
const lastOf = async (who: string) => (await sentTo(who))[0]?.id ?? "";

test("a message of RFC 8291's Appendix A is read as it is there (from memory)", () => {
  const pair = createECDH("prime256v1");
  pair.setPrivateKey(Buffer.from("q1dXpw3UpT5VOmu_cf_v6ih07Aems3njxI-JWgLcM94", "base64url"));
  const secret = Buffer.from("BTBZMqHH6r4Tts7J_aSIgg", "base64url");
  const body = Buffer.from(
    "DGv6ra1nlYgDCS1FRnbzlwAAEABBBP4z9KsN6nGRTbVYI_c7VJSPQTBtkgcy27mlmlMoZIIgDll6e3vCYLocInmYWAmS6TlzAC8wEqKK6PBru3jl7A_yl95bQpu6cVPTpK4Mqgkf1CXztLVBSt2Ks3oZwbuwXPXLWyouBWLVWGNWQexSgSxsj_Qulcy4a-fN",
    "base64url",
  );
  expect(decrypt(pair, secret, body)).toBe("When I grow up, I want to be a watermelon");
  expect(decrypt(pair, Buffer.alloc(16), body)).toBeNull();
  expect(decrypt(pair, secret, body.subarray(0, 12))).toBeNull();
});

test("all servers of one secret have one key, which is a point of P-256; another secret has another", () => {
  const { publicKey, privateKey } = pushKeys(SECRET);
  expect(pushKeys(SECRET)).toEqual({ publicKey, privateKey });
  expect(pushKeys(`${SECRET}!`).publicKey).not.toBe(publicKey);
  const pair = createECDH("prime256v1");
  pair.setPrivateKey(Buffer.from(privateKey, "base64url"));
  expect(pair.getPublicKey().toString("base64url")).toBe(publicKey);
});

test("a device is told that it is told, then what the mail says; who reads on the way reads nothing", async () => {
  const { device, enrollment } = await withDevice("mira");
  expect(await shown(device)).toMatchObject([{ body: expect.stringMatching(/this device too/) }]);
  await lookAndSend(owned, now);
  await begins();
  const [, ...all] = await shown(device);
  const letters = mailsTo(owned, mail("mira")).map(({ subject }) => subject);
  expect(all.map(({ title }) => title)).toEqual(letters);
  expect(letters).toHaveLength(2);
  expect(all.at(-1)).toMatchObject({ url: expect.stringContaining(enrollment) });
  expect(new Set(all.map(({ tag }) => tag)).size).toBe(all.length);
  for (const { headers, body } of asked) {
    expect(String(body)).not.toMatch(/Bread|Open/);
    expect(headers).toMatchObject({ TTL: expect.stringMatching(/^\d+$/), Urgency: "normal" });
  }
});

test("what is wanted on devices alone is not mailed, and says so among what was sent", async () => {
  const { device } = await withDevice("nils");
  await lookAndSend(owned, now);
  const wished = await wish("nils", { off: ["opened"] });
  expect(wished).toMatchObject({ devices: 1, off: ["opened"], offDevices: [] });
  const before = mailsTo(owned, mail("nils")).length;
  await begins();
  expect(mailsTo(owned, mail("nils"))).toHaveLength(before);
  expect((await titles(device)).at(-1)).toMatch(/^Open now/);
  const [opened] = await sentTo("nils");
  expect(opened).toMatchObject({ kind: "opened", state: "on-device" });
  // By mail all the same, where staff want it.
  await owned.ask("POST", `/schools/one/notices/sent/${opened?.id}/again`);
  await owned.app.workOff();
  expect(mailsTo(owned, mail("nils"))).toHaveLength(before + 1);
});

test("what is wanted by mail alone comes by mail alone; what is wanted by no way falls due for nobody", async () => {
  const { device, enrollment } = await withDevice("cleo");
  const other = await withDevice("dan");
  await lookAndSend(owned, now);
  await wish("cleo", { courses: [{ enrollment, off: [], offDevices: ["opened"] }] });
  await wish("dan", {
    off: ["opened"],
    courses: [{ enrollment: other.enrollment, off: [], offDevices: ["opened"] }],
  });
  await begins();
  expect(await titles(device)).toHaveLength(2);
  expect((await sentTo("cleo"))[0]).toMatchObject({ kind: "opened", state: "sent" });
  expect(await titles(other.device)).toHaveLength(2);
  expect((await sentTo("dan")).map(({ kind }) => kind)).toEqual(["welcome"]);
});

test("what staff do is mailed always; on devices it can be left out", async () => {
  const refused = await by<{ errors: unknown[] }>(
    "mira",
    "PUT",
    WISHES,
    { off: ["by-staff"], courses: [] },
    422,
  );
  expect(JSON.stringify(refused)).toMatch(/cannot be turned off/);
  expect(await wish("mira", { offDevices: ["by-staff"] })).toMatchObject({
    offDevices: ["by-staff"],
  });
});

test("the link in a mail turns off what is mailed, and leaves the devices", async () => {
  const { device } = await withDevice("fay");
  await lookAndSend(owned, now);
  const [welcome] = mailsTo(owned, mail("fay"));
  const path = /\/api(\/schools\/one\/told\/.+)$/.exec(welcome?.unsubscribe ?? "")?.[1] ?? "";
  const off = path.replace("kind=welcome", "kind=opened");
  const response = await owned.app.ask(null, "POST", off);
  expect(response.status).toBe(200);
  await begins();
  expect((await titles(device)).at(-1)).toMatch(/^Open now/);
  expect((await sentTo("fay"))[0]?.state).toBe("on-device");
});

test("a correction goes the ways that what it corrects did", async () => {
  const away = await ownedSchool(() => now, 0, { outside });
  const ask = (method: string, path: string, body?: object) =>
    away.app.ask(mail("pat"), method, `/schools/one${path}`, body);
  await comesIn(away, mail("pat"));
  const device = await browser();
  await ask("POST", "/self/devices", device);
  await ask("PUT", "/self/notices", { off: ["welcome"], courses: [] });
  await lookAndSend(away, now);
  await springStarts(away, "2027-04-06");
  const corrections = { since: new Date(now).toISOString() };
  await away.ask("PUT", "/schools/one/notices/wrong/corrections", corrections);
  for (const later of [60_000, 120_000]) {
    now = (START + later) as Instant;
    await lookAndSend(away, now);
  }
  expect(mailsTo(away, mail("pat"))).toEqual([]);
  expect(await titles(device)).toEqual([
    "School one",
    "You are in Bread & more",
    "A date has changed: One",
  ]);
  await away.test_.close();
});

test("that it is told here is shown within a quarter of an hour, or not at all", async () => {
  answers = 503;
  const { device, id } = await withDevice("quin");
  answers = null;
  const tell = deviceTeller({ db: owned.test_.db, outside, baseUrl: "https://x", now: () => now });
  now = (now + 16 * 60_000) as Instant;
  await tell({ school: owned.school, device: id, notice: null });
  expect(await shown(device)).toEqual([]);
});

test("a device that its push service knows no more is forgotten; one that is away is tried again", async () => {
  const { device, id } = await withDevice("gil");
  answers = 503;
  await look(owned, now);
  const tell = deviceTeller({ db: owned.test_.db, outside, baseUrl: "https://x", now: () => now });
  const what = { school: owned.school, device: id, notice: await lastOf("gil") };
  for (const away of [503, 429, "nobody"] as const) {
    answers = away;
    await expect(tell(what)).rejects.toThrow(Unheard);
  }
  answers = null;
  await tell(what);
  expect((await titles(device)).at(-1)).toBe("You are in Bread & more");
  await service.request(device.endpoint, { method: "DELETE" });
  await tell(what);
  expect(await by<Devices>("gil", "GET", DEVICES)).toMatchObject({ devices: [] });
  // What is gone is told nothing, and fails nobody.
  asked.length = 0;
  await tell(what);
  expect(asked).toEqual([]);
});

test("a device that asked for another server's messages is forgotten as well", async () => {
  await comesIn(owned, mail("hal"));
  const device = await browser(pushKeys("another secret, as long as ours").publicKey);
  await by("hal", "POST", DEVICES, device);
  await owned.app.workOff();
  expect(await shown(device)).toEqual([]);
  expect(await by<Devices>("hal", "GET", DEVICES)).toMatchObject({ devices: [] });
});

test("what comes too late is shown to nobody", async () => {
  const { device, id } = await withDevice("ida");
  answers = 503;
  await look(owned, now);
  const notice = await lastOf("ida");
  answers = null;
  now = (now + 49 * 3_600_000) as Instant;
  const tell = deviceTeller({ db: owned.test_.db, outside, baseUrl: "https://x", now: () => now });
  await tell({ school: owned.school, device: id, notice });
  expect(await titles(device)).toEqual(["School one"]);
});

test("a device that somebody else uses now shows what was theirs to nobody", async () => {
  const { device, id } = await withDevice("jon");
  answers = 503;
  await look(owned, now);
  const notice = await lastOf("jon");
  answers = null;
  const theirs = await by<Devices>("nils", "POST", DEVICES, device);
  expect(theirs.devices.find((one) => one.id === id)).toMatchObject({
    name: "A phone",
    endpoint: device.endpoint,
  });
  expect(await by<Devices>("jon", "GET", DEVICES)).toMatchObject({ devices: [] });
  const tell = deviceTeller({ db: owned.test_.db, outside, baseUrl: "https://x", now: () => now });
  await tell({ school: owned.school, device: id, notice });
  // Only that it is told there, of each of them.
  expect(new Set(await titles(device))).toEqual(new Set(["School one"]));
});

test("of more than ten the oldest goes; one's own is taken away, and nobody else's", async () => {
  await comesIn(owned, mail("lea"));
  const first = await browser();
  await by("lea", "POST", DEVICES, first);
  for (let i = 0; i < 10; i++) {
    now = (now + 1000) as Instant;
    await by("lea", "POST", DEVICES, { ...(await browser()), name: `Device ${i}` });
  }
  const { devices } = await by<Devices>("lea", "GET", DEVICES);
  expect(devices.map(({ name }) => name)).toEqual(
    Array.from({ length: 10 }, (_, i) => `Device ${9 - i}`),
  );
  await by("mira", "DELETE", `${DEVICES}/${devices[0]?.id}`);
  expect((await by<Devices>("lea", "GET", DEVICES)).devices).toHaveLength(10);
  await by("lea", "DELETE", `${DEVICES}/${devices[0]?.id}`);
  expect((await by<Devices>("lea", "GET", DEVICES)).devices).toHaveLength(9);
});

test.each<[string, object]>([
  ["no address", { endpoint: "phone" }],
  ["another protocol", { endpoint: "ftp://push.example.org/1" }],
  ["a key that is too short", { key: "AAAA" }],
  ["a key of other letters", { key: "+".repeat(87) }],
  ["no secret", { secret: "" }],
  ["a name of three lines", { name: "a\nb\nc" }],
  ["something more", { more: true }],
])("%s is refused where it stands", async (_, change) => {
  const refused = await by<{ errors: { path: string }[] }>(
    "lea",
    "POST",
    DEVICES,
    { ...(await browser()), ...change },
    422,
  );
  expect(refused.errors.length).toBeGreaterThan(0);
});

test("a server that others can reach takes no address that could be read on the way", async () => {
  const away = await ownedSchool(() => now);
  await comesIn(away, mail("olaf"));
  const device = { ...(await browser()), endpoint: "http://push.example.org/1" };
  const response = await away.app.ask(mail("olaf"), "POST", DEVICES, device);
  expect(response.status).toBe(422);
  expect(await response.text()).toMatch(/begins with https/);
  await away.test_.close();
});

test("whoever is in no course has no devices here", async () => {
  await by("stranger", "GET", DEVICES, undefined, 404);
  await by("stranger", "POST", DEVICES, await browser(), 404);
});
