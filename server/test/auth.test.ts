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
