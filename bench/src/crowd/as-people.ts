/** Asks a server as people do, while something else goes on; and who it is asked by. */

import type { DatabaseAddress } from "@dawngate/server/db/address";
import type { Database, SchoolId } from "@dawngate/server/db/connection";
import { openAuth } from "@dawngate/server/school/auth";
import { insertMember } from "@dawngate/server/school/staff-store";
import { signIn } from "../sign-in";

const EMAIL = "told@example.org";
const PASSWORD = "a long word for the bench";
const SECRET = "only the tests sign sessions with this";

/** The owner by whom it is asked. */
export async function ownerWhoAsks(
  db: Database,
  address: DatabaseAddress,
  school: SchoolId,
): Promise<void> {
  const identity = openAuth({ address, baseUrl: "http://127.0.0.1:1", secret: SECRET });
  const id = await identity.ensureAccount(EMAIL, "Told", PASSWORD);
  await db.withSchool(school, (tx) =>
    insertMember(tx, school, { user_id: id, role: "owner", name: "Told", email: EMAIL }),
  );
  await identity.close();
}

/** Asked one after the other: a public page, what the studio shows first, and a page of its people. */
const MIX = ["/catalog/crowd", "/courses", "/courses/crowd/people"];
/** So many a second, as people come: not as quickly as it answers. */
const A_SECOND = 10;

/** Asks for so many seconds; tells in how many milliseconds it was answered, each. */
export async function askAsPeople(base: string, seconds: number): Promise<void> {
  const cookie = await signIn(base, { email: EMAIL, password: PASSWORD });
  const took: number[] = [];
  const asked: Promise<void>[] = [];
  const until = performance.now() + seconds * 1000;
  for (let i = 0; performance.now() < until; i++) {
    asked.push(
      (async () => {
        const began = performance.now();
        const answer = await fetch(`${base}/api/schools/crowd${MIX[i % MIX.length]}`, {
          headers: { cookie },
        });
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`${MIX[i % MIX.length]}: ${answer.status}`);
        took.push(performance.now() - began);
      })(),
    );
    await new Promise((done) => setTimeout(done, 1000 / A_SECOND));
  }
  await Promise.all(asked);
  console.log(JSON.stringify(took.sort((a, b) => a - b)));
}
