/** A card that is put in without paying, for what an order is charged later. */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Services } from "../../school/kit";
import type { KeptCard } from "../../stand-ins/payments";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import { onFile, readOrder, updateOrder } from "../order-store";
import { tellKept } from "../running/letters";
import { runOn } from "../running/run";

/** A card was put in: what falls due is charged to it, and what has failed is tried at once. Told again, it is one. */
export async function keepCard(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  { charge, card }: { charge: string; card: KeptCard },
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order) return;
  const at = formatInstant(doing.now);
  if (!(await addEvent(tx, doing.school, id, { kind: "card-replaced", at, charge, amount: null })))
    return;
  await updateOrder(tx, id, onFile(card));
  const run = await runOn(tx, services, doing, id);
  if (run && run.at.endedAt === null) await tellKept(tx, doing, run.order, run.at);
}
