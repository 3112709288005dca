/**
 * What people achieve, as statements of xAPI (IEEE 9274.1.1): who did what, with which part of a course, and what came
 * of it. The verbs and kinds of activity are the standard's published vocabulary (from memory).
 */
import { formatInstant, type Instant } from "../time";

interface Named {
  id: string;
  title: string;
}

/** What an attempt at a quiz came to, or an assignment that was accepted. */
interface Marked {
  /** 0 to 1. */
  score: number;
  passed: boolean;
}

/** Something that happened to somebody in a course. */
export type Achieved =
  | { kind: "part-completed"; part: Named & { of: "lesson" | "module" }; marked: Marked | null }
  | ({
      kind: "attempt-ended";
      lesson: Named;
      began: Instant;
      earned: number;
      possible: number;
    } & Marked)
  | { kind: "course-completed" };

export interface Achievement {
  /** A UUID that stays the same however often it is told. */
  id: string;
  at: Instant;
  /** The school's address, without a slash at its end: all that is its own is named under it. */
  home: string;
  person: { id: string; name: string };
  /** The enrollment, as a UUID. */
  registration: string;
  course: Named;
  what: Achieved;
}

interface Activity {
  objectType: "Activity";
  id: string;
  definition: { name: { en: string }; type: string };
}

export interface Statement {
  id: string;
  timestamp: string;
  actor: { objectType: "Agent"; name: string; account: { homePage: string; name: string } };
  verb: { id: string; display: { en: string } };
  object: Activity;
  result: {
    completion: true;
    success?: boolean;
    score?: { scaled: number; raw?: number; min?: number; max?: number };
    duration?: string;
  };
  context: {
    registration: string;
    platform: string;
    contextActivities?: { parent: Activity[] };
  };
}

const VOCABULARY = "http://adlnet.gov/expapi";

/**
 * The statement of an achievement. A person is an account of the school's, known by an identifier and never by a mail
 * address.
 */
export function statementOf({
  id,
  at,
  home,
  person,
  registration,
  course,
  what,
}: Achievement): Statement {
  const whole = activity(`${home}/courses/${encodeURIComponent(course.id)}`, course, "course");
  const isWhole = what.kind === "course-completed";
  const object = isWhole
    ? whole
    : what.kind === "attempt-ended"
      ? activity(partOf(whole, "lesson", what.lesson), what.lesson, "assessment")
      : activity(partOf(whole, what.part.of, what.part), what.part, what.part.of);
  return {
    id,
    timestamp: formatInstant(at),
    actor: {
      objectType: "Agent",
      name: person.name,
      account: { homePage: home, name: person.id },
    },
    verb: verb(what.kind !== "attempt-ended" ? "completed" : what.passed ? "passed" : "failed"),
    object,
    result: resultOf(what, at),
    context: {
      registration,
      platform: "Dawn Gate",
      ...(!isWhole && { contextActivities: { parent: [whole] } }),
    },
  };
}

const partOf = (course: Activity, of: "lesson" | "module", { id }: Named) =>
  `${course.id}/${of}s/${encodeURIComponent(id)}`;

const verb = (name: string) => ({ id: `${VOCABULARY}/verbs/${name}`, display: { en: name } });

const activity = (id: string, { title }: Named, kind: string): Activity => ({
  objectType: "Activity",
  id,
  definition: { name: { en: title }, type: `${VOCABULARY}/activities/${kind}` },
});

function resultOf(what: Achieved, at: Instant): Statement["result"] {
  switch (what.kind) {
    case "course-completed":
      return { completion: true };
    case "part-completed":
      return {
        completion: true,
        ...(what.marked && {
          success: what.marked.passed,
          score: { scaled: what.marked.score },
        }),
      };
    case "attempt-ended":
      return {
        completion: true,
        success: what.passed,
        // What is earned beyond the points that are 100 % counts for no more than all: raw never lies above max.
        score: {
          scaled: what.score,
          raw: Math.min(what.earned, what.possible),
          min: 0,
          max: what.possible,
        },
        duration: durationOf(at - what.began),
      };
  }
}

/** "PT1H2M3.5S": to the hundredth of a second, as the standard compares durations (ISO 8601). */
export function durationOf(milliseconds: number): string {
  const hundredths = Math.max(0, Math.floor(milliseconds / 10));
  const hours = Math.floor(hundredths / 360_000);
  const minutes = Math.floor((hundredths % 360_000) / 6000);
  const seconds = (hundredths % 6000) / 100;
  const text = `${hours > 0 ? `${hours}H` : ""}${minutes > 0 ? `${minutes}M` : ""}${seconds > 0 ? `${seconds}S` : ""}`;
  return `PT${text === "" ? "0S" : text}`;
}
