/** When a gift is given: on its day, in the morning of the school's zone; once it is paid where no day was named. */
import { type Instant, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import { MORNING } from "../base/morning";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { OrderRow } from "./order-store";

/** Asks for it in the transaction that records the payment. */
export async function giveLater(
  tx: SchoolTransaction,
  school: SchoolId,
  { id, gift }: Pick<OrderRow, "id" | "gift">,
  { zone, now }: { zone: string; now: Instant },
): Promise<void> {
  const day = gift?.on ? parseDate(gift.on) : null;
  const at = day?.ok ? startOfDay(zoneOf(zone), day.value) + MORNING : now;
  await follow(
    tx,
    school,
    "give-gift",
    { school, order: id },
    { once: `gift ${id}`, after: Math.max(0, at - now) },
  );
}
