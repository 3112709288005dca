/** The server without sign-in: who asks stands in a header, so that a test can be anybody. */

import type { Instant } from "@dawngate/core/time";
import { openOutside } from "../../src/base/outside";
import { attemptEnder } from "../../src/checks/ending";
import { marker } from "../../src/checks/marking";
import type { Database } from "../../src/db/connection";
import { REQUEST, sturdyPool } from "../../src/db/pool";
import { peopleFileWorker } from "../../src/enrollment/people-file/work";
import { nextCaller } from "../../src/enrollment/ways-in/waitlist";
import { dropFiles } from "../../src/files/sweep";
import { createApp, type ServerParts } from "../../src/http/app";
import type { JobParts } from "../../src/jobs/kind";
import { noThreads } from "../../src/jobs/threads";
import { workOffAll } from "../../src/jobs/work-off";
import { deviceTeller } from "../../src/notices/devices/tell";
import { letterWriter } from "../../src/notices/planned";
import { readersHere } from "../../src/readers";
import { reminder } from "../../src/reminders/tell";
import { tillAsker } from "../../src/sales/ask-till";
import { handWatcher } from "../../src/sales/by-hand/watch";
import { pageAsker } from "../../src/sales/cards/ask-page";
import { documentWriter } from "../../src/sales/documents/issue";
import { follower } from "../../src/sales/follow-up";
import { giver } from "../../src/sales/gift";
import { readSoldBy } from "../../src/sales/listing-store";
import { shareKeeper } from "../../src/sales/partners/share";
import { openTouches } from "../../src/sales/partners/touches";
import { backPayer } from "../../src/sales/refunds/pay-back";
import { priceAnnouncer, priceTaker } from "../../src/sales/running/announced-prices";
import { wayChanger } from "../../src/sales/running/change-way";
import { orderRunner } from "../../src/sales/running/charge";
import type { Account } from "../../src/school/account";
import { openAccounts } from "../../src/school/account-store";
import { NO_LIMITS } from "../../src/school/limits";
import type { Mail } from "../../src/stand-ins/mail/mail";
import { practiceNumbers } from "../../src/stand-ins/tax-numbers";
import { teller } from "../../src/statements/tell";
import type { TestDatabase } from "./database";

export interface TestApp {
  /** Asks as somebody, by their address; null is nobody. What follows is done before it answers. */
  ask(
    who: string | null,
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<Response>;
  /** Does what waits in the outbox. */
  workOff(): Promise<void>;
  /** A page, as a browser asks for it. */
  page(path: string, headers?: Record<string, string>): Promise<Response>;
  mails: Mail[];
  logged: string[];
  close(): Promise<void>;
}

const opened = new WeakMap<Database, TestDatabase>();
/** A database that `testApp` may be opened on. */
export const known = (test: TestDatabase) => void opened.set(test.db, test);

export function testApp(
  db: Database,
  now: () => Instant,
  patience?: number,
  other: Partial<ServerParts> = {},
): TestApp {
  const mails: Mail[] = [];
  const logged: string[] = [];
  const address = opened.get(db)?.address;
  // A test may give a database that is none.
  const pool = sturdyPool(
    {
      ...(address ?? { host: "127.0.0.1", port: 1 }),
      max: 3,
      options: "-c search_path=auth,public",
    },
    REQUEST,
  );
  opened.get(db)?.closing.push(() => pool.end());
  const accounts = openAccounts(pool, { hash: async (password) => `hashed ${password}` });
  const threads = noThreads({ db });
  const outside = other.outside ?? openOutside(false, "a secret of the tests, long enough");
  const parts: JobParts = {
    db,
    threads,
    accounts,
    now,
    baseUrl: "http://127.0.0.1:1",
    mailer: { send: async (mail) => void mails.push(mail) },
    followUp: follower({ db, now, baseUrl: "http://127.0.0.1:1" }),
    workOnPeopleFile: peopleFileWorker({ db, now, baseUrl: "http://127.0.0.1:1" }),
    endAttempt: attemptEnder({ db, now }),
    markAgain: marker({ db, now }),
    writeLetter: letterWriter({ db, baseUrl: "http://127.0.0.1:1", accounts, now }),
    tellDevice: deviceTeller({ db, now, outside, baseUrl: "http://127.0.0.1:1" }),
    tellStatements: teller({ db, now, outside, baseUrl: "http://127.0.0.1:1" }),
    callNext: nextCaller({ db, now, baseUrl: "http://127.0.0.1:1", soldBy: readSoldBy }),
    payBack: backPayer({ db, now, payments: other.payments ?? null }),
    writeDocuments: documentWriter({ db, now }),
    announcePrice: priceAnnouncer({ db, now, baseUrl: "http://127.0.0.1:1" }),
    takePriceBack: priceTaker({ db, now, baseUrl: "http://127.0.0.1:1" }),
    changeWay: wayChanger({
      db,
      payments: other.payments ?? null,
      baseUrl: "http://127.0.0.1:1",
      now,
    }),
    watchOrder: handWatcher({ db, baseUrl: "http://127.0.0.1:1", now }),
    keepShare: shareKeeper({ db, now }),
    runOrder: orderRunner({
      db,
      now,
      payments: other.payments ?? null,
      baseUrl: "http://127.0.0.1:1",
    }),
    dropFiles: (school) => dropFiles(db, other.kept ?? null, school),
    giveGift: giver({ db, now, baseUrl: "http://127.0.0.1:1" }),
    remind: reminder({ db, now, baseUrl: "http://127.0.0.1:1" }),
    askPage: pageAsker({
      db,
      now,
      payments: other.payments ?? null,
      baseUrl: "http://127.0.0.1:1",
    }),
    askTill: tillAsker({
      db,
      now,
      payments: other.payments ?? null,
      baseUrl: "http://127.0.0.1:1",
    }),
  };
  const app = createApp({
    db,
    now,
    threads,
    readers: readersHere,
    outside,
    numbers: practiceNumbers(),
    touches: openTouches("a secret of the tests, long enough to sign with"),
    limits: NO_LIMITS,
    homeSchool: "one",
    baseUrl: "http://127.0.0.1:1",
    identity: {
      handler: async () => new Response(null, { status: 404 }),
      welcome: async () => null,
      choosePassword: async () => undefined,
      accountOf: async (headers) => accountIn(headers),
      async actorIn(slug, headers) {
        const account = accountIn(headers);
        const actor = await db.findActor(slug, account?.id ?? "", account?.email ?? "");
        return actor && { account, actor };
      },
      accounts,
    },
    tray: null,
    kept: null,
    payments: null,
    bounces: null,
    changes: null,
    files: null,
    log: (line) => logged.push(line),
    ...(patience !== undefined && { patience }),
    ...other,
  });
  const workOff = async () => {
    if (address) await workOffAll(pool, parts);
  };
  return {
    mails,
    logged,
    workOff,
    close: () => pool.end(),
    page: async (path, headers = {}) => app.request(path, { headers }),
    async ask(who, method, path, body, headers = {}) {
      const raw = body instanceof Uint8Array;
      const response = await app.request(`/api${path}`, {
        method,
        headers: {
          origin: "http://localhost",
          ...(who && { "x-test-account": who }),
          ...(body !== undefined && !raw && { "content-type": "application/json" }),
          ...headers,
        },
        ...(body !== undefined && { body: raw ? body.slice() : JSON.stringify(body) }),
      });
      if (method !== "GET") await workOff();
      return response;
    },
  };
}

function accountIn(headers: Headers): Account | null {
  const email = headers.get("x-test-account");
  const strong = headers.get("x-test-strong") !== null;
  return email
    ? {
        id: `account-${email}`,
        name: email.split("@")[0] ?? "",
        email,
        strong,
        session: "session",
      }
    : null;
}
