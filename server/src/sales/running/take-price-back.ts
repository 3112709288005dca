/** What was announced to one order is taken back: it waits no more or, taken up and not paid yet, is followed by what was. */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Announced } from "../../db/tables/sales";
import type { Services } from "../../school/kit";
import type { Doing } from "../doing";
import { addEvent, readEvents } from "../order-event-store";
import { type OrderRow, updateOrder } from "../order-store";
import { readAnnounced } from "./announced-store";
import { tellTakenBack } from "./letters";
import { standingAt } from "./order-file";
import { runOn } from "./run";
import { seriesNow } from "./series-now";
import { leftOf } from "./take-up-price";

type Events = Awaited<ReturnType<typeof readEvents>>;
type Terms = Announced["to"];

/** Nothing where it was announced anew meanwhile, in another way to pay, or is paid already. */
export async function takeBackFrom(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  option: string,
): Promise<void> {
  const events = await readEvents(tx, order.id);
  const waits = order.announced;
  const taken = waits ? null : await takenUp(tx, doing, order, events);
  const price = waits ?? taken;
  if (price?.option !== option || (await readAnnounced(tx, price.id))) return;
  const at = formatInstant(doing.now);
  const note = { at, charge: null, amount: null };
  if (waits) await updateOrder(tx, order.id, { announced: null });
  else if (taken)
    await addEvent(tx, doing.school, order.id, {
      ...{ ...note, kind: "option-changed" },
      data: { when: "period-end", to: taken.was },
    });
  await addEvent(tx, doing.school, order.id, {
    ...note,
    kind: "price-taken-back",
    data: { id: price.id },
  });
  const run = await runOn(tx, services, doing, order.id);
  // Whoever has cancelled was not written to.
  if (run && run.at.endedAt === null && run.at.state !== "ending")
    await tellTakenBack(tx, services, doing, run.order, {
      price: price.to,
      was: taken?.was ?? seriesNow(order, events),
    });
}

/** An announced price that is what the next payment is due at, and what would be due without it; null: there is none. */
async function takenUp(
  tx: SchoolTransaction,
  { now }: Doing,
  order: OrderRow,
  events: Events,
): Promise<(Pick<Announced, "id" | "option" | "to"> & { was: Terms }) | null> {
  const last = events.findLast(({ kind }) => kind === "option-changed");
  const taken = last?.data?.taken as { id: string; option: string; before: number } | undefined;
  if (!last || !taken) return null;
  // What has fallen due since is due at that price.
  const { parts, state } = await standingAt(tx, order, now);
  const before = await standingAt(tx, order, Date.parse(last.at) as typeof now);
  const reached = (all: typeof parts) => all.filter((part) => part.state !== "ahead").length;
  if (state === "ending" || reached(parts) !== reached(before.parts)) return null;
  // As it was bought it has a first day too.
  const { first: _, ...was }: Terms & { first?: string } = seriesNow(
    order,
    events.filter((one) => one !== last),
  );
  const { id, option } = taken;
  return { id, option, to: last.data?.to as Terms, was: leftOf(was, taken.before, was) };
}
