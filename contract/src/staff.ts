/** A school's staff: who they are, inviting, changing and removing them, handing the school over. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { staffRole } from "./permissions";
import { mailAddress } from "./text";

const scope = {
  cohorts: z.array(planFields.id).max(500, "At most 500 cohorts"),
  courses: z
    .array(planFields.id)
    .max(500, "At most 500 courses")
    .nullable()
    .describe("The courses of an author; null: all."),
};

export const members = z
  .object({
    members: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        email: z.string(),
        role: staffRole,
        cohorts: z.array(z.string()),
        courses: z.array(z.string()).nullable().describe("The courses of an author; null: all."),
      }),
    ),
    invited: z.array(
      z.object({ id: z.string(), email: z.string(), role: z.string(), expiresAt: z.string() }),
    ),
    handover: z
      .object({ from: z.string(), to: z.string(), at: z.string() })
      .nullable()
      .describe("Ownership that is offered and not taken yet; by members' identifiers."),
  })
  .meta({ id: "Members" });

export const invite = z
  .strictObject({ email: mailAddress, role: staffRole.default("instructor") })
  .meta({ id: "Invite" });

export const instructorCohorts = z
  .strictObject({ cohorts: scope.cohorts })
  .meta({ id: "InstructorCohorts" });

export const memberChange = z
  .strictObject({ role: staffRole, courses: scope.courses })
  .partial()
  .meta({ id: "MemberChange" });

export const handover = z
  .strictObject({ to: z.string().min(1).max(200).describe("A member of staff, by identifier.") })
  .meta({ id: "Handover" });
export const handoverAnswer = z.strictObject({ take: z.boolean() }).meta({ id: "HandoverAnswer" });

export type Members = z.infer<typeof members>;
export type MemberChange = z.infer<typeof memberChange>;
