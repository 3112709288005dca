/** Where a school has told what people achieve: a learning record store, by xAPI (IEEE 9274.1.1). */
import { z } from "zod";
import { oneLine } from "./text";

const address = z
  .string()
  .max(500, "An address has at most 500 characters")
  .pipe(
    z.url({ protocol: /^https?$/, error: "An address such as https://records.example.org/xapi" }),
  )
  .refine((text) => !/[?#@]/.test(text), "An address without ?, # and @")
  .transform((text) => text.replace(/\/+$/, ""));

export const recordStoreChange = z
  .strictObject({
    address: address.describe("To which /statements is added."),
    key: oneLine("A key", 200).describe("As the store gave it; a user's name, for some."),
    secret: z
      .string()
      .max(500, "A secret has at most 500 characters")
      .nullable()
      .describe("Null: the one that is kept already."),
  })
  .meta({ id: "RecordStoreChange" });

export const recordStore = z
  .object({
    address: z.string().nullable().describe("Null: nothing is told."),
    key: z.string(),
    since: z.string().nullable().describe("What happened before is not told."),
    told: z.int().describe("So many statements were heard."),
    toldAt: z.string().nullable(),
    waiting: z.int().describe("So many wait, up to a thousand."),
    fault: z.string().nullable().describe("Why the last try was not heard; null: it was."),
    practice: z.string().nullable().describe("The address of a store to try it with, in the demo."),
  })
  .meta({ id: "RecordStore" });

export const recordStoreTried = z
  .object({ heard: z.boolean(), says: z.string() })
  .meta({ id: "RecordStoreTried" });

export type RecordStore = z.infer<typeof recordStore>;
export type RecordStoreChange = z.infer<typeof recordStoreChange>;
export type RecordStoreTried = z.infer<typeof recordStoreTried>;
