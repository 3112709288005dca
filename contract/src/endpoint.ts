/**
 * What an endpoint is. It is defined once, in its room's file in `endpoints/`: the server's route, its description
 * (OpenAPI), the application's typed call, what the application keeps and what it asks for again follow from it.
 */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import type { Held } from "./held";
import type { Permission } from "./permissions";

/** A body or an answer that is no JSON: a file, or a stream. */
export interface Files {
  /** Its media types, by RFC 9110 section 8.3. */
  readonly files: readonly string[];
}

export const files = (...media: readonly string[]): Files => ({ files: media });

export interface Endpoint {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  /** Below /api; parts in braces are `params`. */
  readonly path: `/${string}`;
  /** What it is for, in a line. */
  readonly summary: string;
  readonly description?: string;
  /** Who may: by a permission in the address's school; whoever is signed in, anywhere; or anybody. */
  readonly who: Permission | "signed-in" | "anybody";
  readonly params?: z.ZodObject;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType | Files;
  readonly answer: z.ZodType | Files;
  /** What the answer is, in a line. */
  readonly answered: string;
  /** What is answered (202) where the answer takes longer than somebody waits. */
  readonly meanwhile?: z.ZodType;
  /** A list or a public page, which may be a few seconds old where somebody else changes it; never by oneself. */
  readonly mayLag?: true;
  /** A secret in its address says who may: it can be pressed from anywhere, and no cookie counts for it. */
  readonly fromAnywhere?: true;
  /** What the answer holds. */
  readonly holds?: readonly Held[];
  /** What of all that is held it changes. */
  readonly changes?: readonly Held[];
}

/**
 * The endpoints of a room. Each is known by its key, in the API's description and in the application.
 *
 * @example endpoints("catalog", { getPublicCourse: { method: "get", path: "/schools/{school}/catalog/{course}", … } })
 */
export function endpoints<const E extends Record<string, Endpoint>>(room: string, all: E) {
  for (const [name, endpoint] of Object.entries(all)) Object.assign(endpoint, { name, room });
  return all as {
    readonly [Name in keyof E]: E[Name] & { readonly name: string; readonly room: string };
  };
}

/** A schema whose values the core has a narrower type for than can be said in a schema. */
export const typed = <T>(schema: z.ZodType) => schema as z.ZodType<T, T>;

/** Parts of an address. */
export const inSchool = z.object({ school: planFields.id.meta({ example: "ember-row" }) });
export const inCourse = inSchool.extend({
  course: planFields.id.meta({ example: "cold-kitchen" }),
});
export const inCohort = inCourse.extend({ cohort: planFields.id.meta({ example: "october" }) });
export const inLesson = inCourse.extend({
  lesson: planFields.id.meta({ example: "folds-and-rests" }),
});
export const inEnrollment = inCourse.extend({
  enrollment: planFields.id.meta({ example: "sourdough-08" }),
});
/** A lesson of one's own. */
export const inMyLesson = inSchool.extend({ enrollment: planFields.id, lesson: planFields.id });
/** A number that the database counts with. */
export const counter = z.coerce.number<number>().int().min(0).max(2_147_483_647);
/** What was done, where there is nothing to answer. */
export const done = z.object({ done: z.literal(true) }).meta({ id: "Done" });
