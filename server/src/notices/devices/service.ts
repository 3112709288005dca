/** Devices on which one wants to be told: added by a press on each, and taken away again. */
import type { Devices, newDevice } from "@dawngate/contract/devices";
import type { z } from "zod";
import { refusal } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { type Context, personOf } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { lookAt } from "../look-store";
import { dropDevice, keepNewest, putDevice, readDevices } from "./store";

type Parts = Pick<Services, "db" | "outside">;

/** So many devices somebody is told on; the oldest goes for a new one. */
const MOST = 10;

const shown = async (
  { outside }: Parts,
  tx: SchoolTransaction,
  person: string,
): Promise<Devices> => ({
  key: outside.push.publicKey,
  devices: await readDevices(tx, person),
});

export const showOwnDevices = (parts: Parts, context: Context) =>
  reading(parts.db, context, (tx) => shown(parts, tx, personOf(context)));

export async function addOwnDevice(
  parts: Parts,
  context: Context,
  { name, endpoint, key, secret }: z.output<typeof newDevice>,
): Promise<Devices> {
  const person = personOf(context);
  const { school, now } = context;
  if (!parts.outside.local && !endpoint.startsWith("https:"))
    throw refusal("This device cannot be reached.", [
      { path: "endpoint", reason: "The address of its push service begins with https://" },
    ]);
  return parts.db.withSchool(context, async (tx) => {
    const device = await putDevice(tx, school, { person, name, endpoint, key, secret }, now);
    await keepNewest(tx, person, MOST);
    // What is wanted on devices alone falls due from now on.
    await lookAt(tx, school, person);
    await follow(tx, school, "tell-device", { school, device, notice: null });
    return shown(parts, tx, person);
  });
}

export async function dropOwnDevice(
  parts: Parts,
  context: Context,
  device: string,
): Promise<Devices> {
  const person = personOf(context);
  return parts.db.withSchool(context, async (tx) => {
    await dropDevice(tx, device, person);
    await lookAt(tx, context.school, person);
    return shown(parts, tx, person);
  });
}
