/** For whom and when the dates on a screen hold: the "as if", as it stands in the address of the page. */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { TimelineQuery } from "@dawngate/contract/schedule";
import {
  formatDate,
  formatTimeOfDay,
  type Instant,
  localDateAt,
  type TimeOfDay,
  timeOfDayAt,
  zoneOf,
} from "@dawngate/core/time";

/** What of a course one has to know to say for whom its dates hold. */
export type SeenIn = Pick<Course, "id" | "people" | "window" | "cohorts">;

export type Who =
  | { kind: "imagined"; day: string; time: string; timeZone: string; cohort: string | null }
  | { kind: "real"; enrollment: string };

export interface AsIf {
  who: Who;
  /** The instant one looks at, in writing; null: now. */
  at: string | null;
}

export type AsIfParams = Partial<
  Record<"enrollment" | "day" | "time" | "zone" | "cohort" | "at", string>
>;

/** Reads the page's address. Null where it says nothing of anybody. */
export function readAsIf(params: AsIfParams, schoolZone: string): AsIf | null {
  const at = params.at || null;
  if (params.enrollment) return { who: { kind: "real", enrollment: params.enrollment }, at };
  if (!params.day) return null;
  return {
    who: {
      kind: "imagined",
      day: params.day,
      time: params.time || "12:00",
      timeZone: params.zone || schoolZone,
      cohort: params.cohort || null,
    },
    at,
  };
}

/** The same for the page's address; what does not apply is taken out of it. */
export function writeAsIf({ who, at }: AsIf): Record<keyof AsIfParams, string | undefined> {
  const imagined = who.kind === "imagined" ? who : null;
  return {
    enrollment: who.kind === "real" ? who.enrollment : undefined,
    day: imagined?.day,
    time: imagined?.time,
    zone: imagined?.timeZone,
    cohort: imagined?.cohort ?? undefined,
    at: at ?? undefined,
  };
}

/** The same as a question to the server. */
export function asQuery({ who, at }: AsIf): TimelineQuery {
  const seen = at === null ? {} : { at };
  if (who.kind === "real") return { enrollment: who.enrollment, ...seen };
  const { day, time, timeZone, cohort } = who;
  return { day, time, timeZone, ...(cohort !== null && { cohort }), ...seen };
}

/** Where nobody is named: somebody who enrolls now, into the cohort one would get into, if the course has cohorts. */
export function firstAsIf(course: SeenIn, schoolZone: string, now: Instant): AsIf {
  const zone = zoneOf(schoolZone);
  const day = formatDate(localDateAt(zone, now));
  const minute = (Math.floor(timeOfDayAt(zone, now) / 60_000) * 60_000) as TimeOfDay;
  return {
    who: {
      kind: "imagined",
      day,
      time: formatTimeOfDay(minute),
      timeZone: schoolZone,
      cohort: likelyCohort(course.cohorts, day)?.id ?? null,
    },
    at: null,
  };
}

/** The first cohort whose window is open; else the next to start; else the last. */
export function likelyCohort(cohorts: readonly Cohort[], today: string): Cohort | undefined {
  const open = cohorts.find(
    ({ window }) => window !== null && window.opens <= today && today <= window.closes,
  );
  return open ?? cohorts.find(({ starts }) => starts >= today) ?? cohorts.at(-1);
}

/** The window that counts for somebody imagined: the cohort's, or the course's own. */
export function windowFor(course: SeenIn, cohort: string | null) {
  const found = course.cohorts.find(({ id }) => id === cohort);
  return found ? found.window : course.window;
}
