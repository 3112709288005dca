/** Which notices a stopped day holds back. */
import { isHeldBack, type Kind } from "@dawngate/core/notices";
import { formatDate, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import { readStops } from "./stops-store";

/** So many stopped days are looked at: nobody stops more ahead. */
const STOPS_MOST = 100;

/** Of some notices those that a stopped day of the school's zone holds back. */
export async function heldBackOf<T extends { kind: Kind; at: string }>(
  tx: SchoolTransaction,
  zone: Zone,
  all: readonly T[],
): Promise<Set<T>> {
  const dayOf = ({ at }: T) => formatDate(localDateAt(zone, Date.parse(at) as Instant));
  const brought = all.filter(({ kind }) => isHeldBack(kind));
  const first = brought.map(dayOf).sort()[0];
  const stopped = new Set(first === undefined ? [] : await readStops(tx, first, STOPS_MOST));
  return new Set(brought.filter((one) => stopped.has(dayOf(one))));
}
