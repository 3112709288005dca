/** The series an order runs by now: as it was bought, or as it was changed last. */
import type { Series } from "../../db/tables/sales";
import type { readEvents } from "../order-event-store";
import type { OrderRow } from "../order-store";

type Events = Awaited<ReturnType<typeof readEvents>>;
type Terms = Omit<Series, "first">;

/** What its changes were made to, the earliest first; one whose charge came too late for it changed nothing. */
function changesIn(events: Events): Terms[] {
  const excess = new Set(events.flatMap(({ kind, charge }) => (kind === "excess" ? [charge] : [])));
  return events
    .filter(
      ({ kind, charge }) => kind === "option-changed" && (charge === null || !excess.has(charge)),
    )
    .map(({ data }) => data?.to as Terms);
}

export const seriesNow = ({ series }: Pick<OrderRow, "series">, events: Events): Terms =>
  changesIn(events).at(-1) ?? (series as Series);

/** The way it is paid in now: as bought, or as it was changed last. */
export const currentOption = (
  { option_id: bought }: Pick<OrderRow, "option_id">,
  events: Events,
): string => changesIn(events).at(-1)?.option ?? bought;

/** It was always paid in the way it was bought in: only its price may have changed, as it was announced. */
export const isAsBought = (
  { option_id: bought }: Pick<OrderRow, "option_id">,
  events: Events,
): boolean => changesIn(events).every(({ option }) => option === undefined || option === bought);
