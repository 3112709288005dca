/** Notices written down and handed to the outbox, by the ways their people want: by mail, on their devices, or both. */
import { isHeldBack, type Kind } from "@dawngate/core/notices";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Way } from "../db/tables/notices";
import { followAll } from "../jobs/outbox";
import { devicesOf } from "./devices/store";
import { insertNotices, type NewNotice, readOff } from "./person-store";
import { isWanted } from "./ways";

/** What goes to many at once goes out some at a time, behind one another. */
const AT_A_TIME = 20;
const isToMany = (kind: Kind) => isHeldBack(kind) || kind === "announcement";

/**
 * In the caller's transaction; what went out by another way (`sentAt`), or is held back (`state`), is only written down.
 */
export async function deliver(
  tx: SchoolTransaction,
  school: SchoolId,
  all: readonly NewNotice[],
): Promise<void> {
  const ways = await waysOf(tx, all);
  const goes = (one: NewNotice) => one.sentAt === undefined && one.state === undefined;
  const rows = all.map(
    (one): NewNotice => (goes(one) && !ways.byMail(one) ? { ...one, state: "on-device" } : one),
  );
  const ids = await insertNotices(tx, school, rows);
  const mailed = ids.flatMap((id, i) => {
    const row = rows[i] as NewNotice;
    return goes(row) ? [{ id, toMany: isToMany(row.kind) }] : [];
  });
  const alone = mailed.filter(({ toMany }) => !toMany);
  const many = mailed.flatMap(({ id, toMany }) => (toMany ? [id] : []));
  await followAll(
    tx,
    school,
    "send-notice",
    alone.map(({ id }) => ({ school, notice: id })),
  );
  await followAll(
    tx,
    school,
    "send-notices",
    Array.from({ length: Math.ceil(many.length / AT_A_TIME) }, (_, i) => ({
      school,
      notices: many.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME),
    })),
  );
  const shown = ids.flatMap((notice, i) => {
    const one = all[i] as NewNotice;
    return goes(one) ? ways.devices(one).map((device) => ({ school, notice, device })) : [];
  });
  await followAll(tx, school, "tell-device", shown);
}

/** Whether each is wanted by mail, and on which devices. */
async function waysOf(tx: SchoolTransaction, all: readonly NewNotice[]) {
  const people = [...new Set(all.map(({ person }) => person))];
  const off = await readOff(tx, people);
  const devices = await devicesOf(tx, people);
  const wants = ({ person, kind, about }: NewNotice, way: Way) =>
    isWanted(
      off.filter((one) => one.person === person),
      way,
      kind,
      about.map(({ enrollment }) => enrollment),
    );
  return {
    byMail: (one: NewNotice) => wants(one, "mail"),
    devices: (one: NewNotice) => (wants(one, "device") ? (devices.get(one.person) ?? []) : []),
  };
}
