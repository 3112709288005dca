/** What runs out next for somebody who would buy: the price that rises, or the doors that close. */
import type { Offered } from "@dawngate/contract/sales";
import { windowInstants } from "@dawngate/core/enrollment/window";
import { type Instant, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import { useGetOfferedQuery } from "../sales/api";
import { ownZone } from "../ui/zone";
import type { Shown } from "./shown";

export interface RunsOut {
  /** "The price rises in". */
  says: string;
  until: Instant;
}

/** Whichever of both comes first; null: nothing runs out, or nothing can be bought. */
export function runsOut(
  offered: Pick<Offered, "note" | "window" | "state" | "school">,
): RunsOut | null {
  const zone = zoneOf(offered.school.timeZone);
  const rises = offered.note.rises && parseDate(offered.note.rises.on);
  const ends: RunsOut[] = [];
  if (offered.state !== "open") return null;
  if (rises?.ok) ends.push({ says: "The price rises in", until: startOfDay(zone, rises.value) });
  if (offered.window)
    ends.push({ says: "It can be bought for", until: windowInstants(offered.window, zone).closes });
  return ends.sort((a, b) => a.until - b.until)[0] ?? null;
}

/** Of the first listing a page is about. */
export function useRunsOut({ school, offers }: Pick<Shown, "school" | "offers">): RunsOut | null {
  const listing = offers[0]?.id;
  const { data } = useGetOfferedQuery(askedOf(school, listing ?? ""), {
    skip: listing === undefined,
  });
  return data ? runsOut(data) : null;
}

/** The question that all of a page's blocks share, so that it is asked once. */
export const askedOf = (school: string, listing: string) => ({
  school,
  listing,
  seats: 1,
  timeZone: ownZone(),
});
