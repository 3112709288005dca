/** What somebody is told by which way, in which language, and what they do not want. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { SENT_KINDS, sentKind } from "./notices";
import { language } from "./text";

/** What somebody is told, and what they do not want. */
export const wishes = z
  .object({
    name: z.string(),
    school: z.string(),
    language: language.describe("In which they read it."),
    languages: z.array(language).describe("The school's, the first by itself."),
    kinds: z.array(
      z.object({
        kind: sentKind,
        always: z.boolean().describe("About safety, money, or access: it cannot be turned off."),
      }),
    ),
    devices: z.int().describe("So many devices they are told on beside mail."),
    off: z.array(sentKind).describe("Not wanted by mail; where there is no device, not at all."),
    offDevices: z.array(sentKind).describe("Not wanted on devices."),
    courses: z.array(
      z.object({
        enrollment: z.string(),
        title: z.string(),
        off: z.array(sentKind),
        offDevices: z.array(sentKind),
      }),
    ),
  })
  .meta({ id: "Wishes" });
export type Wishes = z.infer<typeof wishes>;

export const wishesChange = z.strictObject({
  language: language.optional().describe("Left out: as it was."),
  off: z.array(sentKind).max(SENT_KINDS.length),
  offDevices: z.array(sentKind).max(SENT_KINDS.length).default([]),
  courses: z
    .array(
      z.strictObject({
        enrollment: planFields.id,
        off: z.array(sentKind).max(SENT_KINDS.length),
        offDevices: z.array(sentKind).max(SENT_KINDS.length).default([]),
      }),
    )
    .max(100),
});
export type WishesChange = z.input<typeof wishesChange>;
