/** What acts on a module or a lesson have in common. */
import { z } from "zod";
import { planFields } from "../../plan";
import type { TimelineItem } from "../../schedule";
import { reason, type Standpoint } from "./kind";

/** What is asked for where a module or lesson is meant. */
export const onItem = <Type extends string>(type: Type) =>
  z.strictObject({ type: z.literal(type), item: planFields.id, reason });

/** The item as it stands for somebody; a sentence where they do not have it. */
export function itemOf(
  { timeline }: Standpoint,
  { item }: { item: string },
): TimelineItem | string {
  return timeline.items.find(({ id }) => id === item) ?? "It is not published for them.";
}

export const isOpenedByStaff = ({ why }: TimelineItem) => why.some(({ kind }) => kind === "staff");

/** The two kinds by which staff open an item and shut it again. */
export const OPENED = ["opened-by-staff", "staff-opening-taken-back"] as const;
