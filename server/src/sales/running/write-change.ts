/** A change of a subscription's way to pay, put on record with all that follows from it. */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Changing } from "../../db/tables/sales";
import type { Services } from "../../school/kit";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { tellChanged, tellNotChanged } from "./letters";
import { runOn } from "./run";

/** `charge`: by which it was paid; left out: it asked for nothing. */
export async function writeChange(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  {
    to,
    when,
    charge,
  }: { to: Changing["to"]; when: "now" | "period-end"; charge?: { id: string; amount: number } },
): Promise<void> {
  await addEvent(tx, doing.school, order.id, {
    kind: "option-changed",
    at: formatInstant(doing.now),
    charge: charge?.id ?? null,
    amount: charge?.amount ?? null,
    data: { when, to },
  });
  const run = await runOn(tx, services, doing, order.id);
  if (charge && run?.at.excess.some((one) => one.charge === charge.id)) {
    // By the time it was charged it came to something else, as on the next day: it paid for nothing.
    await addEvent(tx, doing.school, order.id, {
      kind: "excess",
      at: formatInstant(doing.now),
      charge: charge.id,
      amount: charge.amount,
    });
    await tellNotChanged(tx, doing, order, charge.amount);
    return;
  }
  if (run) await tellChanged(tx, services, doing, run, { to, when, paid: charge?.amount ?? 0 });
}
