/**
 * A second step when signing in: one-time codes by RFC 6238 (its test vectors, appendix B, from memory), recovery
 * codes, and what a school asks of its staff.
 */
import { createOTP } from "@better-auth/utils/otp";
import { ProblemError } from "../../src/base/problem";
import { type Auth, openAuth } from "../../src/school/auth";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { tokenIn } from "../helpers/mails";

const ORIGIN = "http://127.0.0.1:4998";
let test_: TestDatabase;
let auth: Auth;
const person = { email: "strong@example.org", password: "three ovens in winter" };
beforeAll(async () => {
  test_ = await testDatabase();
  auth = openAuth({
    address: test_.address,
    baseUrl: ORIGIN,
    secret: "a secret that is long enough for this",
  });
  await auth.ensureAccount(person.email, "Strong", person.password);
});
afterAll(async () => {
  await auth.close();
  await test_.close();
});

const jar = new Map<string, string>();
const cookies = () => [...jar].map(([name, value]) => `${name}=${value}`).join("; ");
const send = async (method: string, path: string, body?: object) => {
  const request = new Request(`${ORIGIN}/api/auth/${path}`, {
    method,
    headers: { "content-type": "application/json", origin: ORIGIN, cookie: cookies() },
    ...(body && { body: JSON.stringify(body) }),
  });
  const response = await auth.handler(request).catch((error) => {
    if (!(error instanceof ProblemError)) throw error;
    return Response.json({ detail: error.detail, type: error.type }, { status: error.status });
  });
  for (const cookie of response.headers.getSetCookie()) {
    const [pair = ""] = cookie.split(";");
    const [name = "", ...value] = pair.split("=");
    if (/max-age=0/i.test(cookie)) jar.delete(name);
    else jar.set(name, value.join("="));
  }
  return response;
};
const who = () => auth.accountOf(new Headers({ cookie: cookies() }));

describe("codes by RFC 6238, appendix B (SHA-1, eight digits)", () => {
  afterEach(() => jest.useRealTimers());
  test.each([
    [59, "94287082"],
    [1111111109, "07081804"],
    [1111111111, "14050471"],
    [1234567890, "89005924"],
    [2000000000, "69279037"],
    [20000000000, "65353130"],
  ])("at second %i the code is %s", async (seconds, code) => {
    jest.useFakeTimers({
      now: seconds * 1000,
      doNotFake: ["setImmediate", "nextTick", "queueMicrotask"],
    });
    const otp = createOTP("12345678901234567890", { digits: 8, period: 30 });
    expect(await otp.totp()).toBe(code);
  });
});

let secret = "";
let recovery: string[] = [];
let used = "";
/** The code of this half minute, or of the next one, which is let in early. */
const code = (ahead = 0) =>
  createOTP(secret, { digits: 6, period: 30 }).hotp(Math.floor(Date.now() / 30_000) + ahead);

test("a second step is set up with the password, and holds once a code was right", async () => {
  await send("POST", "sign-in/email", person);
  expect(await who()).toMatchObject({ strong: false });
  expect((await send("POST", "two-factor/enable", { password: "not it" })).status).toBe(400);
  const response = await send("POST", "two-factor/enable", { password: person.password });
  const { totpURI, backupCodes } = (await response.json()) as {
    totpURI: string;
    backupCodes: string[];
  };
  const uri = new URL(totpURI);
  // RFC 4648, 6: the secret in the address is base32 of what the code is made of.
  secret = Buffer.from(base32(uri.searchParams.get("secret") ?? "")).toString();
  recovery = backupCodes;
  expect(backupCodes.length).toBeGreaterThanOrEqual(8);
  expect((await send("POST", "two-factor/verify-totp", { code: "000000" })).status).toBe(401);
  expect((await send("POST", "two-factor/verify-totp", { code: await code() })).status).toBe(200);
  expect(await who()).toMatchObject({ strong: true });
});

test("from then on a password alone signs nobody in", async () => {
  jar.clear();
  const response = await send("POST", "sign-in/email", person);
  expect(await response.json()).toMatchObject({ twoFactorRedirect: true });
  expect(await who()).toBeNull();
  expect((await send("POST", "two-factor/verify-totp", { code: "123456" })).status).toBe(401);
  expect(await who()).toBeNull();
  used = await code(1);
  expect((await send("POST", "two-factor/verify-totp", { code: used })).status).toBe(200);
  expect(await who()).toMatchObject({ email: person.email, strong: true });
});

test("a code signs in once, as RFC 6238 asks in 5.2", async () => {
  jar.clear();
  await send("POST", "sign-in/email", person);
  const response = await send("POST", "two-factor/verify-totp", { code: used });
  expect(response.status).toBe(401);
  expect(await response.json()).toMatchObject({ detail: expect.stringContaining("was used") });
  expect(await who()).toBeNull();
});

test("a link by mail does not pass by it", async () => {
  jar.clear();
  await send("POST", "sign-in/magic-link", { email: person.email });
  const response = await send(
    "GET",
    `magic-link/verify?token=${await tokenIn(test_, person.email)}`,
  );
  expect(response.status).toBe(403);
  expect(await response.json()).toMatchObject({ type: "urn:dawn-gate:second-step" });
  expect(await who()).toBeNull();
});

test("a recovery code counts once", async () => {
  const [code] = recovery;
  for (const status of [200, 401]) {
    jar.clear();
    await send("POST", "sign-in/email", person);
    expect((await send("POST", "two-factor/verify-backup-code", { code })).status).toBe(status);
  }
  expect(await who()).toBeNull();
});

test("taking it away asks for the password, and leaves a session without it", async () => {
  jar.clear();
  await send("POST", "sign-in/email", person);
  await send("POST", "two-factor/verify-backup-code", { code: recovery[1] });
  expect(await who()).toMatchObject({ strong: true });
  expect((await send("POST", "two-factor/disable", { password: "not it" })).status).toBe(400);
  expect((await send("POST", "two-factor/disable", { password: person.password })).status).toBe(
    200,
  );
  expect(await who()).toMatchObject({ strong: false });
});

function base32(text: string): Uint8Array {
  const letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
  const bits = [...text.replaceAll("=", "")]
    .map((letter) => letters.indexOf(letter).toString(2).padStart(5, "0"))
    .join("");
  return Uint8Array.from({ length: Math.floor(bits.length / 8) }, (_, i) =>
    Number.parseInt(bits.slice(i * 8, i * 8 + 8), 2),
  );
}
