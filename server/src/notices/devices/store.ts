/** Devices on which people are told, in the database. */
import type { Device } from "@dawngate/contract/devices";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { KeptLetter } from "../../db/tables/notices";

export interface DeviceRow {
  id: string;
  person: string;
  endpoint: string;
  key: string;
  secret: string;
  addedAt: string;
}

const ROW = sql`id::text as id, person_id as person, endpoint, key, secret, added_at as "addedAt"`;

export async function readDevice(tx: SchoolTransaction, id: string): Promise<DeviceRow | null> {
  const { rows } = await sql<DeviceRow>`
    select ${ROW} from device where id = ${id}::bigint
  `.execute(tx);
  return rows[0] ?? null;
}

/** The devices of some people, by person. */
export async function devicesOf(
  tx: SchoolTransaction,
  people: readonly string[],
): Promise<Map<string, string[]>> {
  const { rows } = await sql<{ person: string; ids: string[] }>`
    select person_id as person, array_agg(id::text order by id) as ids from device
    where person_id = any (${people}) group by person_id
  `.execute(tx);
  return new Map(rows.map(({ person, ids }) => [person, ids]));
}

/** Those of one person, the newest first. */
export async function readDevices(tx: SchoolTransaction, person: string): Promise<Device[]> {
  const { rows } = await sql<Device>`
    select id::text as id, name, endpoint, added_at as "addedAt" from device
    where person_id = ${person} order by added_at desc, id desc
  `.execute(tx);
  return rows;
}

interface NewDevice extends Omit<DeviceRow, "id" | "addedAt"> {
  name: string;
}

/** Puts a device; what was somebody else's until now is not any more. Answers its number. */
export async function putDevice(
  tx: SchoolTransaction,
  school: SchoolId,
  { person, name, endpoint, key, secret }: NewDevice,
  now: Instant,
): Promise<string> {
  const { rows } = await sql<{ id: string }>`
    insert into device (school_id, person_id, name, endpoint, key, secret, added_at)
    values (${school}, ${person}, ${name}, ${endpoint}, ${key}, ${secret}, ${formatInstant(now)})
    on conflict (school_id, endpoint) do update set person_id = excluded.person_id,
      name = excluded.name, key = excluded.key, secret = excluded.secret,
      added_at = excluded.added_at
    returning id::text as id
  `.execute(tx);
  return rows[0]?.id ?? "";
}

/** Only the newest of somebody's devices stay. */
export async function keepNewest(
  tx: SchoolTransaction,
  person: string,
  most: number,
): Promise<void> {
  await sql`
    delete from device where id in (
      select id from device where person_id = ${person}
      order by added_at desc, id desc offset ${most})
  `.execute(tx);
}

/** Takes one away; of one person, where that is said. */
export async function dropDevice(
  tx: SchoolTransaction,
  id: string,
  person?: string,
): Promise<void> {
  await tx
    .deleteFrom("device")
    .where("id", "=", id)
    .$if(person !== undefined, (query) => query.where("person_id", "=", person as string))
    .execute();
}

export interface Shown {
  person: string;
  letter: KeptLetter;
  notAfter: string;
}

/** What a notice tells, and whom; null: it is gone. */
export async function readShown(tx: SchoolTransaction, notice: string): Promise<Shown | null> {
  const { rows } = await sql<Shown>`
    select person_id as person, letter, not_after as "notAfter" from notice
    where id = ${notice}::bigint
  `.execute(tx);
  return rows[0] ?? null;
}
