/** What every room's routes are made of: the application's type, and descriptions that recur. */
import { problem } from "@dawngate/contract";
import { formatPath, planFields } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
import { OpenAPIHono, z } from "@hono/zod-openapi";
import type { Database } from "../db/connection";
import { ProblemError } from "./problem";

/** What routes need from outside. */
export interface Services {
  db: Database;
  now(): Instant;
  /** The school shown to somebody who gives no address. */
  homeSchool: string | null;
}

/** A router whose refusals of parameters become problem details with a path each. */
export function router() {
  return new OpenAPIHono({
    defaultHook: (result) => {
      if (result.success) return;
      throw new ProblemError(
        400,
        "Something in the request's address is off; each fault says where.",
        result.error.issues.map(({ path, message }) => ({
          path: formatPath(path),
          reason: message,
        })),
      );
    },
  });
}

const refusal = (description: string) => ({
  description,
  content: { "application/problem+json": { schema: problem } },
});

/** The answers of a route that reads: what it finds, and how it says no. */
export function answers<T extends z.ZodType>(schema: T, description: string) {
  return {
    200: { description, content: { "application/json": { schema } } },
    400: refusal("The request's address is off."),
    404: refusal("There is no such thing, or not for you."),
  };
}

/** Parameters in the address. */
export const inSchool = z.object({ school: planFields.id.meta({ example: "ember-row" }) });
export const inCourse = inSchool.extend({
  course: planFields.id.meta({ example: "cold-kitchen" }),
});
export const inLesson = inCourse.extend({
  lesson: planFields.id.meta({ example: "folds-and-rests" }),
});
