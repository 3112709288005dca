/** A school, as everybody may see it. */
import { z } from "zod";

export const slug = z
  .string()
  .regex(
    /^[a-z0-9][a-z0-9-]{0,62}$/,
    "A school's address is lower-case letters, digits and hyphens",
  )
  .meta({ description: "The school's part of the web address.", example: "ember-row" });

export const school = z
  .object({
    slug: z.string(),
    name: z.string(),
    timeZone: z.string(),
    currency: z.string(),
    calendar: z.object({ weekend: z.array(z.int()), closed: z.array(z.string()) }),
  })
  .meta({ id: "School" });

/** Where somebody who gives no address begins. */
export const start = z.object({ school: z.string().nullable() }).meta({ id: "Start" });

export type School = z.infer<typeof school>;
