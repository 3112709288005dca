/** Remarks on a course, of those who edit and review it. */
import { z } from "zod";

export const remark = z.object({
  id: z.string(),
  item: z.string().nullable().describe("The module or lesson; null: the course."),
  text: z.string(),
  author: z.string(),
  mine: z.boolean(),
  at: z.string(),
  settledAt: z.string().nullable(),
  settledBy: z.string().nullable(),
});
export const remarks = z
  .object({ remarks: z.array(remark).describe("Open ones first; at most 200.") })
  .meta({ id: "Remarks" });
export const newRemark = z
  .strictObject({
    item: z.string().min(1).max(200).nullable(),
    text: z.string().trim().min(1, "A remark says something").max(5000, "At most 5,000 characters"),
  })
  .meta({ id: "NewRemark" });
export const remarkChange = z.strictObject({ settled: z.boolean() }).meta({ id: "RemarkChange" });

export type Remarks = z.infer<typeof remarks>;
