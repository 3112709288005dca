/** Moments and gates as they stand in a plan file, and their reading into what the core works with. */
import { z } from "zod";
import {
  type Anchor,
  type Moment,
  parseOffset,
  parseTimeOfDay,
  type Weekday,
  weekdayBits,
  zoneOf,
} from "../time";
import { id, laterPart, localDate, offset, timeOfDay, timeZone, weekday } from "./fields";

/** A moment's zone: the school's, the enrollee's, or a named one. */
const momentZone = z.string().superRefine((text, context) => {
  if (text === "school" || text === "enrollee") return;
  for (const issue of timeZone.safeParse(text).error?.issues ?? [])
    context.addIssue({ code: "custom", message: `${issue.message}, "school" or "enrollee"` });
});

/** Offset and alignment: what may stand beside any anchor but `staff`. */
const alignable = {
  add: offset.optional(),
  at: timeOfDay.optional(),
  weekdays: z
    .array(weekday)
    .min(1, "An empty list of weekdays would allow no day; leave it out to allow every day")
    .max(7, "A week has seven days; name each at most once")
    .optional(),
  workdays: z.boolean().optional(),
  edge: z.literal("end", 'The only edge is "end": the end of the day').optional(),
  zone: momentZone.optional(),
};

const anchors = [
  z.strictObject({ from: z.literal("enrolled"), ...alignable }),
  z.strictObject({ from: z.literal("paid"), part: laterPart.optional(), ...alignable }),
  z.strictObject({ from: z.literal("started"), ...alignable }),
  z.strictObject({ from: z.literal("access"), ...alignable }),
  z.strictObject({ from: z.literal("opened"), item: id, ...alignable }),
  z.strictObject({ from: z.literal("completed"), item: id, ...alignable }),
  z.strictObject({ from: z.literal("passed"), item: id, ...alignable }),
  z.strictObject({ from: z.literal("signal"), name: id, ...alignable }),
  z.strictObject({ from: z.literal("date"), date: localDate, ...alignable }),
  z.strictObject({ from: z.literal("cohort-start"), ...alignable }),
  z.strictObject({ from: z.literal("cohort-end"), ...alignable }),
] as const;

const checkTimeOffset = (moment: z.infer<(typeof anchors)[number]>, context: z.RefinementCtx) => {
  if (moment.add === undefined) return;
  const parsed = parseOffset(moment.add);
  if (!parsed.ok || parsed.value.kind !== "time") return;
  for (const key of ["at", "weekdays", "workdays", "edge"] as const)
    if (moment[key] !== undefined && moment[key] !== false)
      context.addIssue({
        code: "custom",
        path: [key],
        message: `An offset in hours or minutes (${moment.add}) is exact and goes with no "${key}"; use days, or take "${key}" away`,
      });
};

/** A moment counted from anything that is not an item's own opening by staff. */
export const countedMoment = z
  .discriminatedUnion("from", anchors, {
    error: (issue) => anchorMessage(issue, ANCHOR_NAMES),
  })
  .superRefine(checkTimeOffset)
  .meta({ id: "CountedMoment", description: "An anchor, plus an offset, plus an alignment." });

const staff = z.strictObject(
  { from: z.literal("staff"), zone: momentZone.optional() },
  {
    error: (issue) =>
      issue.code === "unrecognized_keys"
        ? '"staff" stands alone: it takes no offset and no alignment'
        : undefined,
  },
);

const ANCHOR_NAMES = anchors.map((anchor) => anchor.shape.from.value as string);

function anchorMessage(issue: { input?: unknown }, names: readonly string[]): string {
  const from = (issue.input as { from?: unknown } | null | undefined)?.from;
  const list = names.map((name) => `"${name}"`).join(", ");
  return from === undefined
    ? `A moment needs "from", its anchor: one of ${list}`
    : `${JSON.stringify(from).slice(0, 60)} is not an anchor here; use one of ${list}`;
}

/** A moment on an item: any anchor, the opening by staff among them. */
export const itemMoment = z
  .discriminatedUnion("from", [...anchors, staff], {
    error: (issue) => anchorMessage(issue, [...ANCHOR_NAMES, "staff"]),
  })
  .superRefine((moment, context) => {
    if (moment.from !== "staff") checkTimeOffset(moment, context);
  })
  .meta({ id: "Moment", description: "An anchor, plus an offset, plus an alignment." });

/** What holds a module or a lesson shut until its conditions are met. */
export const gate = z
  .strictObject({
    need: z.enum(["all", "any"], 'A gate needs "all" or "any" of its moments'),
    when: z.array(itemMoment).max(100, "A gate has at most 100 moments"),
  })
  .meta({ id: "Gate" });

export type PlanMoment = z.infer<typeof itemMoment>;
export type PlanGate = z.infer<typeof gate>;

/** Reads a checked moment. */
export function readMoment(moment: PlanMoment): Moment {
  const anchor = anchorOf(moment);
  if (moment.from === "staff")
    return {
      anchor,
      offset: null,
      add: null,
      at: null,
      alignment: null,
      dayEnd: false,
      zone: null,
    };
  const offset = moment.add === undefined ? null : parseOffset(moment.add);
  const at = moment.at === undefined ? null : parseTimeOfDay(moment.at);
  if ((offset && !offset.ok) || (at && !at.ok)) throw new TypeError("This moment was not checked");
  const { weekdays, workdays, zone } = moment;
  return {
    anchor,
    offset: offset?.value ?? null,
    add: moment.add ?? null,
    at: at?.value ?? null,
    alignment:
      weekdays || workdays
        ? { weekdays: weekdayBits((weekdays ?? []) as Weekday[]), workdays: workdays ?? false }
        : null,
    dayEnd: moment.edge === "end",
    zone:
      zone === undefined || zone === "school" || zone === "enrollee"
        ? (zone ?? null)
        : zoneOf(zone),
  };
}

/** The anchor of a moment, without offset and alignment. */
export function anchorOf(moment: PlanMoment): Anchor {
  switch (moment.from) {
    case "opened":
    case "completed":
    case "passed":
      return { from: moment.from, item: moment.item };
    case "paid":
      return moment.part === undefined ? { from: "paid" } : { from: "paid", part: moment.part };
    case "signal":
      return { from: moment.from, name: moment.name };
    case "date":
      return { from: moment.from, date: moment.date };
    default:
      return { from: moment.from };
  }
}
