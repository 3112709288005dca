/** What has happened to one enrollee: the event types of a plan file. */
import { z } from "zod";
import { count, id, instant, laterPart, localDate, offset } from "./fields";

const at = { at: instant };
const graceDays = count("Grace", 100_000);

const plain = <const Type extends string>(type: Type) =>
  z.strictObject({ type: z.literal(type), ...at });
const onItem = <const Type extends string>(type: Type) =>
  z.strictObject({ type: z.literal(type), item: id, ...at });

const extended = z
  .strictObject({
    type: z.literal("extended"),
    add: offset.optional(),
    through: localDate.optional(),
    ...at,
  })
  .refine((event) => (event.add === undefined) !== (event.through === undefined), {
    message: 'An extension has either "add" or "through"',
  });

const types = [
  onItem("completed"),
  onItem("uncompleted"),
  z.strictObject({
    type: z.literal("passed"),
    item: id,
    score: z
      .number("A score is a number from 0 to 1")
      .min(0, "A score is a number from 0 to 1")
      .max(1, "A score is a number from 0 to 1")
      .nullable()
      .optional(),
    ...at,
  }),
  z.strictObject({
    type: z.literal("opened-by-staff"),
    item: id,
    opens: instant.nullable().optional(),
    closes: instant.nullable().optional(),
    ...at,
  }),
  onItem("staff-opening-taken-back"),
  z.strictObject({ type: z.literal("signal"), name: id, ...at }),
  z.strictObject({ type: z.literal("part-paid"), part: laterPart, ...at }),
  plain("paused"),
  plain("resumed"),
  plain("suspended"),
  plain("unsuspended"),
  extended,
  z.strictObject({
    type: z.literal("renewed"),
    add: offset,
    grace: graceDays.default(0),
    ...at,
  }),
  z.strictObject({ type: z.literal("end-set"), through: localDate, ...at }),
  plain("revoked"),
  plain("restored"),
] as const;

/** The event types, in the order in which events of one instant count. */
export const EVENT_TYPES = types.map((type) => type.shape.type.value);

export const event = z
  .discriminatedUnion("type", types, {
    error: (issue) => {
      const type = (issue.input as { type?: unknown } | null | undefined)?.type;
      const list = EVENT_TYPES.join(", ");
      return type === undefined
        ? `An event needs a "type": one of ${list}`
        : `${JSON.stringify(type).slice(0, 60)} is not an event type; use one of ${list}`;
    },
  })
  .meta({ id: "Event" });

export type PlanEvent = z.infer<typeof event>;
