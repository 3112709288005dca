/** The server without sign-in: who asks stands in a header, so that a test can be anybody. */
import type { Instant } from "@dawngate/core/time";
import type { Database } from "../../src/db/connection";
import { createApp } from "../../src/http/app";
import { projectCourse } from "../../src/schedule/project";
import type { Mail } from "../../src/stand-ins/mail/mail";

export interface TestApp {
  /** Asks as somebody, by their address; null is nobody. */
  ask(
    who: string | null,
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<Response>;
  mails: Mail[];
  logged: string[];
}

export function testApp(db: Database, now: () => Instant, patience?: number): TestApp {
  const mails: Mail[] = [];
  const logged: string[] = [];
  const app = createApp({
    db,
    now,
    homeSchool: "one",
    baseUrl: "http://127.0.0.1:1",
    identity: {
      handler: async () => new Response(null, { status: 404 }),
      welcome: async () => null,
      accountOf: async (headers) => accountIn(headers),
      async actorIn(address, headers) {
        const account = accountIn(headers);
        const actor = await db.findActor(address, account?.id ?? "", account?.email ?? "");
        return actor && { account, actor };
      },
    },
    mailer: { send: async (mail) => void mails.push(mail) },
    tray: null,
    jobs: {
      projectCourse: (school, course) => projectCourse(db, school, course, now()),
    },
    changes: null,
    files: null,
    log: (line) => logged.push(line),
    ...(patience !== undefined && { patience }),
  });
  return {
    mails,
    logged,
    async ask(who, method, path, body, headers = {}) {
      const raw = body instanceof Uint8Array;
      return app.request(`/api${path}`, {
        method,
        headers: {
          origin: "http://localhost",
          ...(who && { "x-test-account": who }),
          ...(body !== undefined && !raw && { "content-type": "application/json" }),
          ...headers,
        },
        ...(body !== undefined && { body: raw ? body.slice() : JSON.stringify(body) }),
      });
    },
  };
}

function accountIn(headers: Headers) {
  const email = headers.get("x-test-account");
  return email ? { id: `account-${email}`, name: email.split("@")[0] ?? "", email } : null;
}
