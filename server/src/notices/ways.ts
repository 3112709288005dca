/** By which way somebody is told something: by mail, on their devices, both, or not at all. */
import { ALWAYS, type Kind } from "@dawngate/core/notices";
import type { Way } from "../db/tables/notices";
import type { Off } from "./person-store";

/** Whether a kind is not wanted by a way, of an enrollment (null: of none). */
export function isOff(
  off: readonly Off[],
  way: Way,
  kind: Kind,
  enrollment: string | null,
): boolean {
  // About money, access and safety one is always written to.
  if (way === "mail" && ALWAYS.has(kind)) return false;
  return off.some(
    (one) =>
      one.way === way &&
      one.kind === kind &&
      (one.enrollment === null || one.enrollment === enrollment),
  );
}

/** The kinds that somebody wants by no way, of an enrollment (null: of any): none of them falls due. */
export function offWholly(
  off: readonly Off[],
  hasDevices: boolean,
  enrollment: string | null,
): Kind[] {
  const kinds = new Set(off.map(({ kind }) => kind));
  return [...kinds].filter(
    (kind) =>
      isOff(off, "mail", kind, enrollment) &&
      (!hasDevices || isOff(off, "device", kind, enrollment)),
  );
}

/** What is told of several at once is told by a way where one of them is wanted by it. */
export const isWanted = (
  off: readonly Off[],
  way: Way,
  kind: Kind,
  enrollments: readonly (string | null)[],
): boolean => enrollments.some((enrollment) => !isOff(off, way, kind, enrollment));
