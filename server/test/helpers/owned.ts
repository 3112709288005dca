/** The sample school with its owner, asked as she is. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../src/db/connection";
import type { ServerParts } from "../../src/http/app";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "./app";
import { type TestDatabase, testDatabase } from "./database";
import { sampleImport } from "./sample";

export const OWNER = "owner@example.org";

/** A change of the draft that is there to be published: a module's title. */
export const retitled = (title: string) => ({
  base: 0,
  clientId: `client-${title}`,
  operations: [{ number: 1, operation: { type: "set-module", item: "m1", set: { title } } }],
});

export interface Owned {
  test_: TestDatabase;
  app: TestApp;
  school: SchoolId;
  /** What the API answers the owner; throws where it is not of the expected status. */
  ask<T>(method: string, path: string, body?: unknown, status?: number): Promise<T>;
}

/** A school at "one", imported at `now()`, with so many guests. */
export async function ownedSchool(
  now: () => Instant,
  guests = 0,
  other: Partial<ServerParts> = {},
): Promise<Owned> {
  const test_ = await testDatabase();
  const school = await importSchool(test_.db, sampleImport("one", guests), now());
  const member = {
    user_id: `account-${OWNER}`,
    role: "owner" as const,
    name: "owner",
    email: OWNER,
  };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  const app = testApp(test_.db, now, undefined, other);
  return {
    test_,
    app,
    school,
    async ask<T>(method: string, path: string, body?: unknown, status = 200) {
      let response = await app.ask(OWNER, method, path, body);
      // What takes longer on a slow hour says how far it is, and is asked again.
      while (response.status === 202 && status === 200) {
        await new Promise((resolve) => setTimeout(resolve, 200));
        response = await app.ask(OWNER, method, path, body);
      }
      const text = await response.text();
      if (response.status !== status)
        throw new Error([`${response.status}: ${text}`, ...app.logged].join("\n"));
      return JSON.parse(text) as T;
    },
  };
}
