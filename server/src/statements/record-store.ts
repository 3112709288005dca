/** Where a school has told what people achieve: given, tried, and taken away. */
import type {
  RecordStore,
  RecordStoreChange,
  RecordStoreTried,
} from "@dawngate/contract/statements";
import { formatInstant } from "@dawngate/core/time";
import { notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { PRACTICE_PATH } from "../stand-ins/records";
import { greet, SHUT } from "./send";
import { countDue, deleteRecordStore, putRecordStore, readRecordStore, setFault } from "./store";

type Parts = Pick<Services, "db" | "baseUrl" | "outside">;

/** So many that wait are counted. */
const COUNTED = 1000;

async function show(tx: SchoolTransaction, { outside, baseUrl }: Parts): Promise<RecordStore> {
  const store = await readRecordStore(tx);
  return {
    address: store?.address ?? null,
    key: store?.key ?? "",
    since: store?.since ?? null,
    told: Number(store?.told ?? 0),
    toldAt: store?.told_at ?? null,
    waiting: await countDue(tx, COUNTED),
    fault: store?.fault ?? null,
    practice: outside.local ? `${baseUrl}${PRACTICE_PATH}` : null,
  };
}

export const showRecordStore = (parts: Parts, context: Context): Promise<RecordStore> =>
  reading(parts.db, context, (tx) => show(tx, parts));

export async function keepRecordStore(
  parts: Parts,
  context: Context,
  change: RecordStoreChange,
): Promise<RecordStore> {
  if (!parts.outside.local && !change.address.startsWith("https://"))
    throw refusal("What is told would be read on the way.", [
      { path: "address", reason: "Give an address that begins with https://" },
    ]);
  return parts.db.withSchool(context, async (tx) => {
    const store = await readRecordStore(tx);
    // A secret goes to nobody it was not given for.
    if (change.secret === null && store?.address !== change.address)
      throw refusal("Another address needs its own secret.", [
        { path: "secret", reason: "Give the secret for this address" },
      ]);
    const { secrets } = parts.outside;
    const secret = change.secret === null ? null : secrets.seal(change.secret, context.school);
    const now = formatInstant(context.now);
    await putRecordStore(tx, context.school, { ...change, secret, now });
    return show(tx, parts);
  });
}

export async function tryRecordStore(parts: Parts, context: Context): Promise<RecordStoreTried> {
  const store = await reading(parts.db, context, readRecordStore);
  if (!store) throw notFound("There is no learning record store to try.");
  const { ask, secrets } = parts.outside;
  const secret = secrets.open(store.secret, context.school);
  const outcome =
    secret === null ? { heard: false as const, why: SHUT } : await greet(ask, { ...store, secret });
  await parts.db.withSchool(context, (tx) => setFault(tx, outcome.heard ? null : outcome.why));
  return outcome.heard
    ? { heard: true, says: "It answered, and knows this key." }
    : { heard: false, says: `${outcome.why}.` };
}

export const removeRecordStore = (parts: Parts, context: Context): Promise<void> =>
  parts.db.withSchool(context, deleteRecordStore);
