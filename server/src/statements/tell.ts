/** What waits is told to the school's learning record store; what was not heard is tried again by the outbox. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { type Outside, Unheard } from "../base/outside";
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import { follow } from "../jobs/outbox";
import { readSchool } from "../school/store";
import { compose } from "./compose";
import { SHUT, send } from "./send";
import { readDue, readRecordStore, setFault, setTold } from "./store";

/** So many are handed over together, and so many times before others have their turn. */
const TOGETHER = 50;
const TURNS = 20;

interface Parts {
  db: Database;
  outside: Pick<Outside, "ask" | "secrets">;
  baseUrl: string;
  now(): Instant;
}

export const teller =
  ({ db, outside: { ask, secrets }, baseUrl, now }: Parts) =>
  async (id: string): Promise<void> => {
    const school = id as SchoolId;
    const scope = { school, who: system("tell-statements") };
    for (let turn = 0; turn < TURNS; turn++) {
      // Nothing is held while one waits for somebody outside: told twice, it is the same statement.
      const found = await db.withSchool(scope, async (tx) => {
        const store = await readRecordStore(tx);
        if (!store) return null;
        const rows = await readDue(tx, TOGETHER);
        const { slug } = await readSchool(tx);
        return { store, rows, statements: await compose(tx, school, `${baseUrl}/${slug}`, rows) };
      });
      if (!found || found.rows.length === 0) return;
      const { store, rows, statements } = found;
      try {
        const secret = secrets.open(store.secret, school);
        if (secret === null) throw new Unheard(SHUT);
        const outcomes = await send(ask, { ...store, secret }, statements);
        const refused = outcomes.find((one) => !one.heard);
        await db.withSchool(scope, async (tx) => {
          const heard = outcomes.filter((one) => one.heard).length;
          await setTold(
            tx,
            rows.map(({ number }) => number),
            heard,
            formatInstant(now()),
          );
          if (refused && !refused.heard) await setFault(tx, refused.why);
        });
      } catch (error) {
        if (error instanceof Unheard)
          await db.withSchool(scope, (tx) => setFault(tx, error.message));
        throw error;
      }
      if (rows.length < TOGETHER) return;
    }
    await db.withSchool(scope, (tx) => follow(tx, school, "tell-statements", { school: id }));
  };
