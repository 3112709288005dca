/** The parts after the first of an order by hand: each asked for in time, and reminded of once, by mail. */
import { type Order, type OrderAt, partsToAsk } from "@dawngate/core/sales/orders";
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Services } from "../../school/kit";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { askForPart } from "./letters";

/**
 * Tells what is to be told by now, each once: the record keeps it. Of what has passed unseen the latest alone is told.
 *
 * @returns when something is to be told next
 */
export async function askForParts(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  { order, file, at }: { order: OrderRow; file: Order; at: OrderAt },
): Promise<string[]> {
  const next: string[] = [];
  for (const { tell, ...part } of partsToAsk(file, at)) {
    const isPast = (one: { at: string }) => Date.parse(one.at) <= doing.now;
    next.push(...tell.filter((one) => !isPast(one)).map((one) => one.at));
    const last = tell.filter(isPast).at(-1);
    if (!last) continue;
    const isNew = await addEvent(tx, doing.school, order.id, {
      kind: last.kind,
      at: formatInstant(doing.now),
      charge: `${order.id} ${part.part} ${part.due}`,
      amount: null,
      part: part.part,
    });
    if (isNew) await askForPart(tx, services, doing, order, at, { ...part, kind: last.kind });
  }
  return next;
}
