/** Timelines: for whom and when one asks, and what comes back. */
import { type PlanEnrollment, planFields } from "@dawngate/core/plan";
import type { ExplainedTimeline } from "@dawngate/core/schedule";
import { z } from "zod";

/**
 * Who is meant: a real enrollment, or somebody imagined who enrolls on a day, at a time, in a zone, perhaps into a
 * cohort; seen at an instant (now, where left out).
 */
export const timelineQuery = z
  .object({
    enrollment: planFields.id.optional().describe("A real enrollment of this course."),
    day: planFields.localDate
      .optional()
      .describe("The local day on which somebody imagined enrolls."),
    time: planFields.timeOfDay.optional().describe("The local time of it; 12:00 where left out."),
    timeZone: planFields.timeZone.optional().describe("Their zone; the school's where left out."),
    cohort: planFields.id.optional().describe("The cohort they enroll into."),
    at: planFields.instant.optional().describe("The instant at which to look."),
  })
  .superRefine((query, context) => {
    if ((query.enrollment === undefined) === (query.day === undefined))
      context.addIssue({
        code: "custom",
        path: ["enrollment"],
        message:
          'Give either "enrollment", a real one, or "day", on which somebody imagined enrolls',
      });
    if (query.enrollment === undefined) return;
    for (const key of ["time", "timeZone", "cohort"] as const)
      if (query[key] !== undefined)
        context.addIssue({
          code: "custom",
          path: [key],
          message: `"${key}" is for somebody imagined; a real enrollment has its own`,
        });
  });

const instant = z.string().nullable();
/** What something counts from, as a plan names it. */
export const anchor = z.object({ from: z.string() }).catchall(z.unknown());
const steps = z
  .array(z.object({ kind: z.string() }).catchall(z.unknown()))
  .describe("The steps of a why, in order; the last one carries the result.");
const state = z.enum(["closed", "waiting", "scheduled", "open"]);

export const timeline = z
  .object({
    at: z.string().describe("The instant looked at."),
    version: z.int().describe("The course's version that counts for this person."),
    enrolledAt: z.string(),
    timeZone: z.string().describe("The enrollee's zone."),
    person: z
      .object({ name: z.string(), cohort: z.string().nullable() })
      .nullable()
      .describe("Somebody who is really enrolled, for staff; null: imagined, or oneself."),
    clock: z.string().describe("The zone in which days are counted for this person."),
    id: z.string(),
    access: z.object({
      from: instant,
      until: instant,
      state,
      untilWaitsFor: z.array(anchor),
      shutBy: z.enum(["pause", "suspension"]).nullable(),
      fromWhy: steps,
      untilWhy: steps,
    }),
    progress: z.object({ done: z.int(), of: z.int() }),
    completedAt: instant,
    items: z.array(
      z.object({
        id: z.string(),
        kind: z.enum(["module", "lesson"]),
        opens: instant,
        notBefore: instant,
        closes: instant,
        due: instant,
        state,
        done: z.boolean(),
        reachable: z.boolean(),
        waitsFor: z.array(anchor),
        why: steps,
        closesWhy: steps,
        dueWhy: z
          .object({ instant, waitsFor: anchor.nullable(), steps })
          .catchall(z.unknown())
          .nullable(),
      }),
    ),
  })
  .meta({ id: "Timeline" });

export type TimelineQuery = z.infer<typeof timelineQuery>;
/** The answer, with the steps in their exact types. */
export type TimelineAnswer = Pick<
  z.infer<typeof timeline>,
  "at" | "version" | "enrolledAt" | "timeZone" | "clock" | "person"
> &
  ExplainedTimeline;
export type TimelineItemAnswer = TimelineAnswer["items"][number];

/** Somebody's enrollment as a plan file has it: what a draft's dates for them are worked out from while it is edited. */
export const enrollmentPlan = z
  .object({
    name: z.string(),
    enrollment: z
      .custom<PlanEnrollment>((value) => typeof value === "object" && value !== null)
      .meta({ type: "object" })
      .describe("An enrollment as in the plan file; see plan.schema.json."),
  })
  .meta({ id: "EnrollmentPlan" });
export type EnrollmentPlan = z.infer<typeof enrollmentPlan>;

/** How many people of a course have what open, over time: as large for a million people as for ten. */
export const everybody = z
  .object({
    at: z.string().describe("When they were counted."),
    people: z.int(),
    shut: z.int().describe("Paused or suspended: they are not counted."),
    from: z.string().describe("The first instant at which people are counted."),
    step: z.int().describe("How far apart the instants are, in milliseconds."),
    items: z.array(
      z.object({
        id: z.string(),
        open: z.array(z.int()).describe("How many have it open at each instant."),
        first: instant.describe("The earliest opening; null: nobody has a date."),
        last: instant,
        waiting: z.int().describe("How many have no date."),
      }),
    ),
  })
  .meta({ id: "Everybody" });
export type Everybody = z.infer<typeof everybody>;
