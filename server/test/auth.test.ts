import { serializeSigned } from "hono/utils/cookie";
import pg from "pg";
import { type Auth, openAuth } from "../src/school/auth";
import { type MailTray, openMailTray } from "../src/stand-ins/mail/store";
import { type TestDatabase, testDatabase } from "./helpers/database";

const ORIGIN = "http://127.0.0.1:4999";
let test_: TestDatabase;
let tray: MailTray;
const open: Auth[] = [];
const opened = (limitAttempts: boolean) => {
  const auth = openAuth({
    address: test_.address,
    baseUrl: ORIGIN,
    secret: "a secret that is long enough for this",
    mailer: tray,
    limitAttempts,
  });
  open.push(auth);
  return auth;
};
beforeAll(async () => {
  test_ = await testDatabase();
  tray = openMailTray(test_.address);
});
afterAll(async () => {
  await Promise.all(open.map((auth) => auth.close()));
  await tray.close();
  await test_.close();
});

const post = (auth: Auth, path: string, body: object, headers = {}) =>
  auth.handler(
    new Request(`${ORIGIN}/api/auth/${path}`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: ORIGIN, ...headers },
      body: JSON.stringify(body),
    }),
  );
const person = { name: "Noa", email: "noa@example.org", password: "rise and shine" };
const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");

test("an address signs in once its owner has shown that the mail arrives, and not before", async () => {
  const auth = opened(false);
  expect((await post(auth, "sign-up/email", person)).status).toBe(200);
  expect((await post(auth, "sign-in/email", person)).status).toBe(403);
  const mail = (await tray.list()).find(({ to }) => to === person.email);
  const link = /http\S+/.exec(mail?.text ?? "")?.[0] ?? "";
  const shown = await auth.handler(new Request(link));
  expect(shown.status).toBeLessThan(400);
  const response = await post(auth, "sign-in/email", person);
  expect(response.status).toBe(200);
  const [cookie = ""] = response.headers.getSetCookie();
  expect(cookie).toMatch(/HttpOnly/i);
  expect(cookie).toMatch(/SameSite=Lax/i);
  expect(await auth.accountOf(new Headers({ cookie: cookieOf(response) }))).toMatchObject({
    email: person.email,
    name: "Noa",
  });
});

test("whoever signs out is nobody, and so is a cookie that was made up", async () => {
  const auth = opened(false);
  const cookie = cookieOf(await post(auth, "sign-in/email", person));
  await post(auth, "sign-out", {}, { cookie });
  expect(await auth.accountOf(new Headers({ cookie }))).toBeNull();
  expect(
    await auth.accountOf(new Headers({ cookie: "dawngate.session_token=made.up" })),
  ).toBeNull();
});

describe("a session", () => {
  const inAuth = async (statement: string, values: unknown[] = []) => {
    const client = new pg.Client({ ...test_.address, options: "-c search_path=auth" });
    await client.connect();
    try {
      return (await client.query(statement, values)).rows;
    } finally {
      await client.end();
    }
  };
  const tokenOf = (cookie: string) =>
    decodeURIComponent(cookie.split("=").slice(1).join("=")).split(".")[0] ?? "";
  const asked = (auth: Auth, cookie: string) => auth.accountOf(new Headers({ cookie }));
  const left = async (token: string) => {
    const [row] = await inAuth(
      `select extract(epoch from "expiresAt" - now())::integer as seconds from "session" where token = $1`,
      [token],
    );
    return row?.seconds as number;
  };

  test("counts only with the signature that the server gave it", async () => {
    const auth = opened(false);
    const cookie = cookieOf(await post(auth, "sign-in/email", person));
    expect(await asked(auth, cookie)).not.toBeNull();
    const token = tokenOf(cookie);
    const signed = await serializeSigned(
      "dawngate.session_token",
      token,
      "another secret than ours",
    );
    expect(await asked(auth, signed.split(";")[0] ?? "")).toBeNull();
    expect(await asked(auth, `dawngate.session_token=${token}`)).toBeNull();
    expect(await asked(auth, `dawngate.session_token=${token}.`)).toBeNull();
  });

  test("is over when its time is over", async () => {
    const auth = opened(false);
    const cookie = cookieOf(await post(auth, "sign-in/email", person));
    const over = `update "session" set "expiresAt" = now() - interval '1 second' where token = $1`;
    await inAuth(over, [tokenOf(cookie)]);
    expect(await asked(auth, cookie)).toBeNull();
  });

  test("lasts another week once it is a day old and used, and is left alone before", async () => {
    const auth = opened(false);
    const cookie = cookieOf(await post(auth, "sign-in/email", person));
    const token = tokenOf(cookie);
    const week = 7 * 86_400;
    const set = (seconds: number) =>
      inAuth(
        `update "session" set "expiresAt" = now() + make_interval(secs => $2) where token = $1`,
        [token, seconds],
      );
    await set(week - 3600);
    await asked(auth, cookie);
    expect(await left(token)).toBeLessThan(week - 3500);
    await set(week - 90_000);
    expect(await asked(auth, cookie)).toMatchObject({ email: person.email });
    expect(await left(token)).toBeGreaterThan(week - 60);
  });
});

test("asking for a new password does not betray who has an account", async () => {
  const auth = opened(false);
  const known = await post(auth, "request-password-reset", { email: person.email });
  const unknown = await post(auth, "request-password-reset", { email: "nobody@example.org" });
  expect([known.status, await known.text()]).toEqual([unknown.status, await unknown.text()]);
  expect((await tray.list()).some(({ to }) => to === "nobody@example.org")).toBe(false);
});

test("an invited address gets an account once; the second time it must sign in", async () => {
  const auth = opened(false);
  expect(await auth.welcome("ilse@example.org", "Ilse", "a warm oven")).not.toBeNull();
  expect(await auth.welcome("ilse@example.org", "Ilse", "another one")).toBeNull();
});

test("attempts are limited", async () => {
  const auth = opened(true);
  const statuses: number[] = [];
  for (let i = 0; i < 8; i++) {
    const wrong = { email: person.email, password: `wrong ${i} wrong` };
    statuses.push(
      (await post(auth, "sign-in/email", wrong, { "x-forwarded-for": "10.0.0.7" })).status,
    );
  }
  expect(statuses[0]).toBe(401);
  expect(statuses.at(-1)).toBe(429);
});
