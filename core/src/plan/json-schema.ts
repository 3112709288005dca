/** The plan file's schema as JSON Schema 2020-12, for other tools. */
import { z } from "zod";
import { planDocument } from "./schema";

/** What a plan file may look like before it is read: keys with a default may be left out. */
export function planJsonSchema(): Record<string, unknown> {
  return z.toJSONSchema(planDocument, {
    target: "draft-2020-12",
    io: "input",
    unrepresentable: "any",
  }) as Record<string, unknown>;
}
