/** Schemas of documents as JSON Schema 2020-12, for other tools. */
import { z } from "zod";
import { planDocument } from "./schema";

/** What a document may look like before it is read: keys with a default may be left out. */
export function jsonSchemaOf(document: z.ZodType): Record<string, unknown> {
  return z.toJSONSchema(document, {
    target: "draft-2020-12",
    io: "input",
    unrepresentable: "any",
  }) as Record<string, unknown>;
}

export const planJsonSchema = () => jsonSchemaOf(planDocument);
