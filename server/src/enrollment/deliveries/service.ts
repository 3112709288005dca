/** Systems that deliver people by themselves: made, ended, their files taken, and what became of them told. */
import { createHash, randomBytes, randomUUID } from "node:crypto";
import type { DeliveredFile, Deliveries, NewDelivery } from "@dawngate/contract/deliveries";
import { missingColumn } from "@dawngate/core/enrollment";
import { formatInstant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../../base/problem";
import { digestOf, newSecret } from "../../base/secret";
import { published } from "../../courses/service";
import type { SchoolTransaction } from "../../db/connection";
import type { Who } from "../../db/who";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { columnsFor, countsOf, knownCohort, workOn } from "../people-file/service";
import { insertFile } from "../people-file/store";
import {
  countDeliveries,
  endDeliveryAt,
  insertDelivery,
  readDelivered,
  readDeliveries,
  readDelivery,
  readRefused,
} from "./store";

type Db = Pick<Services, "db">;

/** So many deliver into one course, and so many are shown. */
const MOST = 10;
const SHOWN = 50;
const REFUSED = 100;

export async function showDeliveries(
  { db }: Db,
  context: Context,
  course: string,
): Promise<Deliveries> {
  return db.readSchool(context, async (tx) => {
    const rows = await readDeliveries(tx, course, SHOWN);
    const deliveries: Deliveries["deliveries"] = [];
    for (const { id, name, cohort_id, time_zone, tell, withdraws, ...row } of rows)
      deliveries.push({
        id,
        name,
        cohort: cohort_id,
        timeZone: time_zone,
        tell,
        withdraws,
        madeBy: row.made_by,
        madeAt: row.made_at,
        ended: row.ended_at !== null,
        last: await sayFile(tx, id, null),
      });
    return { deliveries };
  });
}

export async function makeDelivery(
  { db }: Db,
  context: Context,
  course: string,
  { name, cohort, timeZone, tell, withdraws }: NewDelivery,
): Promise<{ id: string; key: string }> {
  const id = `d-${randomBytes(6).toString("hex")}`;
  const key = newSecret();
  await db.withSchool(context, async (tx) => {
    await published(tx, context.school, course);
    await knownCohort(tx, course, cohort);
    if ((await countDeliveries(tx, course)) >= MOST)
      throw conflict(`At most ${MOST} systems deliver into one course: end one first.`);
    await insertDelivery(tx, {
      ...{ school_id: context.school, id, course_id: course, name, key_hash: digestOf(key) },
      ...{ cohort_id: cohort, time_zone: timeZone, tell, withdraws },
      ...{ made_by: context.who.name, made_at: formatInstant(context.now), ended_at: null },
    });
  });
  return { id, key };
}

export async function endDelivery(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!(await endDeliveryAt(tx, course, id, formatInstant(context.now))))
      throw notFound("There is no such delivery, or it has ended.");
  });
}

/** Who delivers, as it stands on records. */
const delivererOf = ({ id, name }: { id: string; name: string }): Who => ({
  kind: "key",
  id: `delivery-${id}`,
  name,
});

/** Takes a file, and has it worked on. The last one again, while nothing else came: that one, as it stands. */
export async function deliverPeople(
  { db, readers }: Pick<Services, "db" | "readers">,
  context: Context,
  id: string,
  key: string | undefined,
  bytes: Uint8Array,
): Promise<DeliveredFile> {
  const known = await db.readSchool(context, (tx) => opened(tx, id, key));
  const digest = createHash("sha256").update(bytes).digest("hex");
  const { heads, rows } = await readers.table({ bytes });
  return db.withSchool({ school: context.school, who: delivererOf(known) }, async (tx) => {
    const delivery = await opened(tx, id, key, true);
    const last = await readDelivered(tx, id, null);
    if (last && last.digest === digest && last.state !== "broken")
      return (await sayFile(tx, id, last.id)) as DeliveredFile;
    await published(tx, context.school, delivery.course_id);
    const columns = await columnsFor(tx, heads);
    const missing = missingColumn(columns);
    if (missing !== null)
      throw refusal(
        "Its first line does not say which column holds the names and which the mail addresses.",
        [{ path: "heads", reason: missing }],
      );
    const file = randomUUID();
    await insertFile(
      tx,
      context.school,
      {
        ...{ id: file, course: delivery.course_id, name: delivery.name, heads, columns },
        ...{ cohort: delivery.cohort_id, timeZone: delivery.time_zone },
        by: { id: `delivery-${id}`, name: delivery.name },
        at: formatInstant(context.now),
        delivery: { id, digest },
      },
      rows,
    );
    await workOn(tx, context, file);
    return (await sayFile(tx, id, file)) as DeliveredFile;
  });
}

export async function showDelivered(
  { db }: Db,
  context: Context,
  { delivery, file }: { delivery: string; file: string },
  key: string | undefined,
): Promise<DeliveredFile> {
  return db.readSchool(context, async (tx) => {
    await opened(tx, delivery, key);
    const found = await sayFile(tx, delivery, file);
    if (!found) throw notFound("There is no such file; it is forgotten after a week.");
    return found;
  });
}

/** The delivery that a key opens. Whoever tries one learns nothing: a wrong key and no such delivery are one answer. */
async function opened(tx: SchoolTransaction, id: string, key: string | undefined, hold = false) {
  const found = await readDelivery(tx, id, hold);
  if (found?.key_hash !== digestOf(key ?? "") || found.ended_at !== null)
    throw notFound(
      "This key opens nothing here. Send it as Authorization: Bearer, or have another made.",
    );
  return found;
}

async function sayFile(
  tx: SchoolTransaction,
  delivery: string,
  file: string | null,
): Promise<DeliveredFile | null> {
  const found = await readDelivered(tx, delivery, file);
  if (!found) return null;
  const { id, at, state, missing, withdrawn, fault } = found;
  const { rows, fates, enrolled } = await countsOf(tx, id);
  const refused = await readRefused(tx, id, REFUSED);
  return { id, at, state, rows, fates, enrolled, missing, withdrawn, fault, refused };
}
