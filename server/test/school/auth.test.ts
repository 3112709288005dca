import { serializeSigned } from "hono/utils/cookie";
import pg from "pg";
import { ProblemError } from "../../src/base/problem";
import { importSchool } from "../../src/import/import";
import type { JobParts } from "../../src/jobs/kind";
import { renameEverywhere } from "../../src/jobs/kinds/rename-account";
import { type Auth, openAuth, openAuthPool } from "../../src/school/auth";
import { openLimits } from "../../src/school/limits";
import { insertMember } from "../../src/school/staff-store";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { mailsIn, tokenIn } from "../helpers/mails";
import { instant, sampleImport } from "../helpers/sample";

const ORIGIN = "http://127.0.0.1:4999";
let test_: TestDatabase;
let counters: pg.Pool;
const open: Auth[] = [];
const opened = (limited: boolean) => {
  const auth = openAuth({
    address: test_.address,
    baseUrl: ORIGIN,
    secret: "a secret that is long enough for this",
    ...(limited && { limits: openLimits(counters) }),
  });
  open.push(auth);
  return auth;
};
beforeAll(async () => {
  test_ = await testDatabase();
  counters = openAuthPool(test_.address);
  await opened(false).ensureAccount(person.email, person.name, person.password);
});
afterAll(async () => {
  await Promise.all(open.map((auth) => auth.close()));
  await counters.end();
  await test_.close();
});

/** What the sign-in routes answer; a refusal as its status. */
const send = async (auth: Auth, request: Request, from?: string): Promise<Response> =>
  auth.handler(request, from).catch((error) => {
    if (!(error instanceof ProblemError)) throw error;
    return Response.json(
      { detail: error.detail },
      { status: error.status, headers: error.headers },
    );
  });
const post = (auth: Auth, path: string, body: object, headers = {}, from?: string) =>
  send(
    auth,
    new Request(`${ORIGIN}/api/auth/${path}`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: ORIGIN, ...headers },
      body: JSON.stringify(body),
    }),
    from,
  );
const enter = (auth: Auth, token: string) =>
  send(auth, new Request(`${ORIGIN}/api/auth/magic-link/verify?token=${token}`));
const person = { name: "Noa", email: "noa@example.org", password: "rise and shine" };
const signsIn = { email: person.email, password: person.password };
const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");

const tokenOf = (cookie: string) =>
  decodeURIComponent(cookie.split("=").slice(1).join("=")).split(".")[0] ?? "";
const inAuth = async (statement: string, values: unknown[] = []) => {
  const client = new pg.Client({ ...test_.address, options: "-c search_path=auth" });
  await client.connect();
  try {
    return (await client.query(statement, values)).rows;
  } finally {
    await client.end();
  }
};
describe("an address that nobody has proven is nobody's account", () => {
  const asks = (auth: Auth, email: string) =>
    post(auth, "sign-in/magic-link", { email, name: "Somebody" });

  test("signing up makes no account: it is made by whoever comes by the link in the mail", async () => {
    const auth = opened(false);
    expect((await asks(auth, "new@example.org")).status).toBe(200);
    expect(await auth.accounts.ofAddress("new@example.org")).toBeNull();
    const entered = await enter(auth, await tokenIn(test_, "new@example.org"));
    expect(await entered.json()).toEqual({ isNew: true, hasPassword: false, askedBefore: 0 });
    const [cookie = ""] = entered.headers.getSetCookie();
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
    const account = await auth.accountOf(new Headers({ cookie: cookieOf(entered) }));
    expect(account).toMatchObject({ email: "new@example.org", name: "Somebody", strong: false });
  });

  test("whoever asked before its owner has nothing, and the owner is told of it", async () => {
    const auth = opened(false);
    for (let i = 0; i < 3; i++) await asks(auth, "victim@example.org");
    // A password cannot be brought along, nor an account be made in another way.
    const signUp = await post(auth, "sign-up/email", { ...person, email: "victim@example.org" });
    expect(signUp.status).toBe(404);
    const entered = await enter(auth, await tokenIn(test_, "victim@example.org"));
    expect(await entered.json()).toMatchObject({ isNew: true, askedBefore: 2 });
    const guess = { email: "victim@example.org", password: person.password };
    expect((await post(auth, "sign-in/email", guess)).status).toBe(401);
  });

  test("one that stood unproven before this loses its password and its sessions to the owner of the address", async () => {
    const auth = opened(false);
    const taken = "taken@example.org";
    const id = await auth.ensureAccount(taken, "Attacker", "an attacker's words");
    const theirs = cookieOf(
      await post(auth, "sign-in/email", { email: taken, password: "an attacker's words" }),
    );
    await inAuth(`update "user" set "emailVerified" = false where id = $1`, [id]);
    await asks(auth, taken);
    const entered = await enter(auth, await tokenIn(test_, taken));
    expect(entered.status).toBe(200);
    expect(await auth.accountOf(new Headers({ cookie: cookieOf(entered) }))).not.toBeNull();
    expect(await auth.accountOf(new Headers({ cookie: theirs }))).toBeNull();
    const again = { email: taken, password: "an attacker's words" };
    expect((await post(auth, "sign-in/email", again)).status).toBe(401);
  });

  test("a page of another site signs nobody in by it", async () => {
    const auth = opened(false);
    await asks(auth, "led@example.org");
    const token = await tokenIn(test_, "led@example.org");
    const request = new Request(`${ORIGIN}/api/auth/magic-link/verify?token=${token}`, {
      headers: { "sec-fetch-site": "cross-site" },
    });
    expect((await send(auth, request)).status).toBe(403);
    expect((await enter(auth, token)).status).toBe(200);
  });

  test("a link counts once", async () => {
    const auth = opened(false);
    await asks(auth, "once@example.org");
    const token = await tokenIn(test_, "once@example.org");
    expect((await enter(auth, token)).status).toBe(200);
    expect((await enter(auth, token)).status).toBe(404);
    expect((await enter(auth, "made-up")).status).toBe(404);
  });

  test("what is asked for a known address and for an unknown one is answered alike, and no mail is sent meanwhile", async () => {
    const auth = opened(false);
    const known = await asks(auth, person.email);
    const unknown = await asks(auth, "stranger@example.org");
    expect([known.status, await known.text()]).toEqual([unknown.status, await unknown.text()]);
    // Both wait in the outbox: nothing went out within the request.
    const waiting = await mailsIn(test_);
    expect(waiting.map(({ to }) => to)).toEqual(
      expect.arrayContaining([person.email, "stranger@example.org"]),
    );
  });
});

describe("the sign-in routes take what they know, and nothing else", () => {
  test.each([
    ["sign-up/email", { name: "N", email: "n@example.org", password: "long enough words" }, 404],
    ["sign-in/social", { provider: "x" }, 404],
    ["delete-user", {}, 404],
    ["sign-in/email", { email: "n@example.org", password: "x", callbackURL: "/" }, 422],
    ["sign-in/email", { email: "n".repeat(100_000), password: "x" }, 422],
    ["sign-in/email", { email: "n@example.org", password: "x".repeat(100_000) }, 422],
    ["sign-in/magic-link", { email: "n@example.org", name: "A\nB" }, 422],
    ["sign-in/magic-link", { email: "n@example.org", name: "x".repeat(1000) }, 422],
    ["sign-in/magic-link", { email: "n@example.org", to: "//elsewhere.example.org" }, 422],
    ["sign-in/magic-link", { email: "n@example.org", to: "/\\elsewhere.example.org" }, 422],
    ["sign-in/magic-link", { email: "n@example.org", to: "/\t/elsewhere.example.org" }, 422],
    ["update-user", { image: "javascript:" }, 422],
  ])("%s %j: %i", async (path, body, status) => {
    expect((await post(opened(false), path, body)).status).toBe(status);
  });
});

describe("a password is checked wherever one is chosen", () => {
  test("changing it", async () => {
    const auth = opened(false);
    const email = "chooser@example.org";
    await auth.ensureAccount(email, "Choosy Person", "an old password 7");
    const cookie = cookieOf(
      await post(auth, "sign-in/email", { email, password: "an old password 7" }),
    );
    const change = (newPassword: string) =>
      post(
        auth,
        "change-password",
        { currentPassword: "an old password 7", newPassword },
        { cookie },
      );
    for (const weak of ["password123", "aaaaaaaaaaaa", "choosyperson1", "qwertyuiop"])
      expect([weak, (await change(weak)).status]).toEqual([weak, 422]);
    expect((await change("three ovens in winter")).status).toBe(200);
  });
  test("by a link that was mailed", async () => {
    const auth = opened(false);
    await post(auth, "request-password-reset", { email: person.email });
    const token = await tokenIn(test_, person.email);
    const kept = await auth.pool.query('select "identifier" from "verification"');
    expect(JSON.stringify(kept.rows)).not.toContain(token);
    const choose = (newPassword: string) => post(auth, "reset-password", { token, newPassword });
    expect((await choose("password123")).status).toBe(422);
    expect((await choose("noa@example.org")).status).toBe(422);
    expect((await choose(person.password)).status).toBe(200);
  });
  test("a first one, where one came by a link", async () => {
    const auth = opened(false);
    await post(auth, "sign-in/magic-link", { email: "first@example.org", name: "First" });
    const entered = await enter(auth, await tokenIn(test_, "first@example.org"));
    const account = await auth.accountOf(new Headers({ cookie: cookieOf(entered) }));
    if (!account) throw new Error("nobody");
    await expect(auth.choosePassword(account, "password123")).rejects.toThrow(/commonest/);
    await auth.choosePassword(account, "three ovens in winter");
    // A second press does not put another over it.
    await auth.choosePassword(account, "another good sentence");
    const body = { email: "first@example.org", password: "three ovens in winter" };
    expect((await post(auth, "sign-in/email", body)).status).toBe(200);
  });
});

test("whoever signs out is nobody, and so is a cookie that was made up", async () => {
  const auth = opened(false);
  const cookie = cookieOf(await post(auth, "sign-in/email", signsIn));
  await post(auth, "sign-out", {}, { cookie });
  expect(await auth.accountOf(new Headers({ cookie }))).toBeNull();
  expect(
    await auth.accountOf(new Headers({ cookie: "dawngate.session_token=made.up" })),
  ).toBeNull();
});

describe("a session", () => {
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
    const cookie = cookieOf(await post(auth, "sign-in/email", signsIn));
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
    const cookie = cookieOf(await post(auth, "sign-in/email", signsIn));
    const over = `update "session" set "expiresAt" = now() - interval '1 second' where token = $1`;
    await inAuth(over, [tokenOf(cookie)]);
    expect(await asked(auth, cookie)).toBeNull();
  });

  test("lasts another week once it is a day old and used, and is left alone before", async () => {
    const auth = opened(false);
    const cookie = cookieOf(await post(auth, "sign-in/email", signsIn));
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

describe("where one is signed in", () => {
  test("is listed, and ended one by one or all but this one", async () => {
    const auth = opened(false);
    const email = "sessions@example.org";
    await auth.ensureAccount(email, "Many", "three ovens in winter");
    const cookies: string[] = [];
    for (let i = 0; i < 4; i++)
      cookies.push(
        cookieOf(await post(auth, "sign-in/email", { email, password: "three ovens in winter" })),
      );
    const who = (cookie: string) => auth.accountOf(new Headers({ cookie }));
    const here = await who(cookies[0] ?? "");
    if (!here) throw new Error("nobody");
    const listed = await auth.accounts.sessions(here.id);
    expect(listed).toHaveLength(4);
    expect(JSON.stringify(listed)).not.toContain(tokenOf(cookies[1] ?? ""));
    const second = await who(cookies[1] ?? "");
    expect(await auth.accounts.endSession(here.id, second?.session ?? "")).toBe(true);
    expect(await who(cookies[1] ?? "")).toBeNull();
    // Nobody ends another's.
    expect(await auth.accounts.endSession("another", here.session)).toBe(false);
    expect(await auth.accounts.endOthers(here.id, here.session)).toBe(2);
    expect(await who(cookies[2] ?? "")).toBeNull();
    expect(await who(cookies[0] ?? "")).not.toBeNull();
  });
});

test("asking for a new password does not betray who has an account", async () => {
  const auth = opened(false);
  const known = await post(auth, "request-password-reset", { email: person.email });
  const unknown = await post(auth, "request-password-reset", { email: "nobody@example.org" });
  expect([known.status, await known.text()]).toEqual([unknown.status, await unknown.text()]);
  expect((await mailsIn(test_)).some(({ to }) => to === "nobody@example.org")).toBe(false);
});

test("an invited address gets an account once; the second time it must sign in", async () => {
  const auth = opened(false);
  expect(await auth.welcome("ilse@example.org", "Ilse", "a warm oven")).not.toBeNull();
  expect(await auth.welcome("ilse@example.org", "Ilse", "another one")).toBeNull();
});

describe("attempts are limited by account and by address, apart", () => {
  test("who guesses at an account from many addresses waits, longer each time; its owner comes in from elsewhere once the wait is over", async () => {
    const auth = opened(true);
    const email = "guessed@example.org";
    await auth.ensureAccount(email, "Guessed", "a good long sentence");
    const guess = (i: number) =>
      post(auth, "sign-in/email", { email, password: `wrong ${i}` }, {}, `10.0.0.${i}`);
    for (let i = 0; i < 5; i++) expect((await guess(i)).status).toBe(401);
    const held = await guess(6);
    expect(held.status).toBe(429);
    const wait = Number(held.headers.get("retry-after"));
    expect(wait).toBeGreaterThan(0);
    expect(wait).toBeLessThanOrEqual(3);
    await new Promise((resolve) => setTimeout(resolve, wait * 1000 + 200));
    expect((await guess(7)).status).toBe(401);
    const longer = await guess(8);
    expect(Number(longer.headers.get("retry-after"))).toBeGreaterThan(wait);
    await new Promise((resolve) =>
      setTimeout(resolve, Number(longer.headers.get("retry-after")) * 1000 + 200),
    );
    const right = { email, password: "a good long sentence" };
    expect((await post(auth, "sign-in/email", right)).status).toBe(200);
    // And is forgotten with it.
    expect((await guess(9)).status).toBe(401);
  }, 20_000);

  test("somebody else of the same address still comes in", async () => {
    const auth = opened(true);
    for (let i = 0; i < 12; i++) {
      const wrong = { email: `nobody-${i % 3}@example.org`, password: "wrong wrong wrong" };
      await post(auth, "sign-in/email", wrong, {}, "10.1.1.1");
    }
    expect((await post(auth, "sign-in/email", signsIn, {}, "10.1.1.1")).status).toBe(200);
  });

  test("mails to one address are limited, with how long to wait (RFC 6585, 4)", async () => {
    const auth = opened(true);
    const statuses: number[] = [];
    let last: Response | null = null;
    for (let i = 0; i < 22; i++) {
      last = await post(
        auth,
        "sign-in/magic-link",
        { email: "flood@example.org" },
        {},
        `10.2.0.${i}`,
      );
      statuses.push(last.status);
    }
    expect(statuses.slice(0, 20)).toEqual(Array(20).fill(200));
    expect(statuses.at(-1)).toBe(429);
    expect(Number(last?.headers.get("retry-after"))).toBeGreaterThan(60);
  });
});

test("whoever is called otherwise is so as a person and on the staff, once what waits is done", async () => {
  const auth = opened(false);
  const { id } = (await auth.accounts.ofAddress(person.email)) as { id: string };
  const school = await importSchool(
    test_.db,
    sampleImport("named"),
    instant("2027-03-10T12:00:00Z"),
  );
  const member = { user_id: id, role: "owner" as const, name: person.name, email: person.email };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  await auth.accounts.rename(id, "Noa Lind");
  expect(await auth.accounts.find(id)).toMatchObject({ name: "Noa Lind" });
  const waiting = await inAuth("select payload from public.outbox where kind = 'rename-account'");
  expect(waiting).toEqual([{ payload: { account: id } }]);
  const parts = { db: test_.db, accounts: auth.accounts } as unknown as JobParts;
  // Done twice, as after a crash, it is done once.
  for (let i = 0; i < 2; i += 1) await renameEverywhere.work(parts, { account: id }, "1");
  const rows = await test_.db.withSchool(school, (tx) =>
    tx.selectFrom("member").select("name").where("user_id", "=", id).execute(),
  );
  expect(rows).toEqual([{ name: "Noa Lind" }]);
  await auth.accounts.rename(id, person.name);
});
