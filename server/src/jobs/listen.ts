/** Heard from the database (LISTEN/NOTIFY), over one connection that is made anew when it is lost. */
import pg from "pg";
import type { DatabaseAddress } from "../db/address";
import { encrypted } from "../db/pool";

interface Hearing {
  /** Something was said on the channel. */
  said(what: string): void;
  /** The connection was lost for a while: whatever was said meanwhile was not heard. */
  missed(): void;
}

/** Listens on a channel; answers what ends it. */
export async function listen(
  address: DatabaseAddress,
  channel: string,
  { said, missed }: Hearing,
): Promise<() => Promise<void>> {
  let closed = false;
  let client: pg.Client;
  let waiting: NodeJS.Timeout | null = null;
  const connect = async () => {
    client = new pg.Client(encrypted(address));
    client.on("notification", ({ payload }) => said(payload ?? ""));
    client.on("error", () => undefined);
    client.on("end", again);
    await client.connect();
    await client.query(`listen ${channel}`);
  };
  /** Once a second, however often one hears of it: an attempt that fails is heard of twice. */
  const again = () => {
    if (closed || waiting !== null) return;
    waiting = setTimeout(() => {
      waiting = null;
      connect().then(missed, again);
    }, 1000).unref();
  };
  await connect();
  return async () => {
    closed = true;
    if (waiting !== null) clearTimeout(waiting);
    await client.end().catch(() => undefined);
  };
}
