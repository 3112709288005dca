/**
 * A payment that its card's holder disputes with their bank (orders.md, "A dispute"): access is shut while it runs; won,
 * all goes on; lost, what is left of that charge counts as given back, with a credit note, and the order ends.
 */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Services } from "../../school/kit";
import { issueDocuments } from "../documents/issue";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import { readOrder } from "../order-store";
import { tellDispute } from "./letters";
import { runOn } from "./run";

export type DisputeKind = "disputed" | "dispute-won" | "dispute-lost";

/** Told however often, it is on record once, and its buyer is told once. */
export async function noteDispute(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  { kind, charge }: { kind: DisputeKind; charge: string },
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order) return;
  const at = formatInstant(doing.now);
  const note = (what: DisputeKind) =>
    addEvent(tx, doing.school, id, { kind: what, at, charge, amount: null });
  // Messages come in any order: what is settled was opened, whenever that is told.
  if (kind !== "disputed") await note("disputed");
  if (!(await note(kind))) return;
  if (order.state !== "paid") return;
  await runOn(tx, services, doing, id, true);
  const documents = await issueDocuments(tx, doing, order);
  await tellDispute(tx, services, doing, order, { kind, documents });
}
