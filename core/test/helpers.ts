/** Small plans for tests, always through the same border as a user's. */
import { type Plan, parsePlan } from "../src/plan";
import { timelines, type WrittenTimeline, writeTimeline } from "../src/schedule";
import { type Instant, parseInstant } from "../src/time";

type Loose = Record<string, unknown>;

export function instant(text: string): Instant {
  const parsed = parseInstant(text);
  if (!parsed.ok) throw new Error(parsed.reason);
  return parsed.value;
}

/** A plan of one course, one cohort at most and one enrollment, in Lisbon with a release hour of 07:00. */
export interface Sketch {
  school?: Loose;
  course?: Loose;
  /** Modules; each lesson may be given as its identifier alone. */
  modules?: (Loose & { id: string; lessons?: (string | (Loose & { id: string }))[] })[];
  cohort?: Loose;
  enrollment?: Loose;
  events?: Loose[];
}

export function planOf(sketch: Sketch): Loose {
  return {
    dawnGatePlan: 1,
    school: {
      timeZone: "Europe/Lisbon",
      currency: "EUR",
      calendar: { weekend: [6, 7], closed: [] },
      ...sketch.school,
    },
    courses: [
      {
        id: "c",
        title: "Course",
        releaseHour: "07:00",
        ...sketch.course,
        modules: (sketch.modules ?? [{ id: "m" }]).map(({ lessons = [], ...module }) => ({
          title: module.id,
          ...module,
          lessons: lessons.map((lesson) =>
            typeof lesson === "string"
              ? { id: lesson, title: lesson }
              : { title: lesson.id, ...lesson },
          ),
        })),
      },
    ],
    cohorts: sketch.cohort
      ? [{ id: "k", course: "c", starts: "2027-04-05", ends: "2027-06-25", ...sketch.cohort }]
      : [],
    enrollments: [
      {
        id: "e",
        course: "c",
        cohort: sketch.cohort ? "k" : null,
        timeZone: "Europe/Lisbon",
        enrolledAt: "2027-03-05T14:20:00Z",
        events: sketch.events ?? [],
        ...sketch.enrollment,
      },
    ],
  };
}

export function parsed(value: unknown): Plan {
  const result = parsePlan(value);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.plan;
}

/** The timeline of a sketch's enrollee, written as on the command line. */
export function ask(sketch: Sketch, at = "2027-03-20T12:00:00Z") {
  const [timeline] = timelines(parsed(planOf(sketch)), instant(at));
  if (!timeline) throw new Error("no enrollment");
  const written: WrittenTimeline = writeTimeline(timeline);
  const item = (id: string) => {
    const found = written.items.find((entry) => entry.id === id);
    if (!found) throw new Error(`no item ${id}`);
    return found;
  };
  return { ...written, item, timeline };
}

/** The opening of a module with one gate moment. */
export function opening(moment: Loose, sketch: Sketch = {}, at = "2027-03-20T12:00:00Z") {
  const gate = { need: "all", when: [moment] };
  return ask({ ...sketch, modules: [{ id: "m", gate }, ...(sketch.modules ?? [])] }, at).item("m");
}

/** The faults of a plan, as lines. */
export function faults(value: unknown): string[] {
  const result = parsePlan(value);
  return result.ok ? [] : result.faults.map(({ path, reason }) => `${path}: ${reason}`);
}
