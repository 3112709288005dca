/** The kinds of events of an enrollment: one file each, and this list. */
import { z } from "zod";
import { completed } from "./completed";
import { endSet } from "./end-set";
import { enrolled } from "./enrolled";
import { extended } from "./extended";
import type { EventKind } from "./kind";
import { moved } from "./moved";
import { openedByStaff } from "./opened-by-staff";
import { paid } from "./paid";
import { paidThrough } from "./paid-through";
import { partPaid } from "./part-paid";
import { passed } from "./passed";
import { paused } from "./paused";
import { renewed } from "./renewed";
import { restored } from "./restored";
import { resumed } from "./resumed";
import { revoked } from "./revoked";
import { signal } from "./signal";
import { staffOpeningTakenBack } from "./staff-opening-taken-back";
import { started } from "./started";
import { suspended } from "./suspended";
import { uncompleted } from "./uncompleted";
import { unsuspended } from "./unsuspended";
import { validityGiven } from "./validity-given";
import { zoneSet } from "./zone-set";

/** Kinds that staff make happen, in the order in which they are offered. */
const ACTED = [
  openedByStaff,
  staffOpeningTakenBack,
  passed,
  completed,
  extended,
  endSet,
  paused,
  resumed,
  suspended,
  unsuspended,
  revoked,
  restored,
  moved,
] as const;

const OTHERS = [
  enrolled,
  paid,
  started,
  validityGiven,
  partPaid,
  paidThrough,
  uncompleted,
  renewed,
  signal,
  zoneSet,
] as const;

const KINDS = [...ACTED, ...OTHERS] as const;

/** The name of a kind. */
export type EventType = (typeof KINDS)[number]["type"];

const BY_TYPE = new Map<string, EventKind>(KINDS.map((kind) => [kind.type, kind as EventKind]));

/** The kind of a name; undefined where there is none: a record may be of a newer server's. */
export const kindOf = (type: string): EventKind | undefined => BY_TYPE.get(type);

type SchemasOf<Kinds extends readonly { act: { schema: z.ZodObject } }[]> = {
  -readonly [K in keyof Kinds]: Kinds[K]["act"]["schema"];
};

/** What staff do for somebody, each with a reason: one of these. */
export const staffActSchema = z.discriminatedUnion(
  "type",
  ACTED.map(({ act }) => act.schema) as unknown as SchemasOf<typeof ACTED>,
);
export type StaffAct = z.output<typeof staffActSchema>;

/** What is offered to staff, in this order. */
export const OFFERED = ACTED.map(({ type, act: { offer, asks } }) => ({ type, offer, asks }));

export type { EventKind, Standpoint, Undoing } from "./kind";
