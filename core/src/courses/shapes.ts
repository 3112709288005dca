/** Starting shapes: courses with their parts, gates and settings in place, to be filled and changed. */
import { courseSchema, type PlanCourse, type PlanGate, type PlanMoment } from "../plan";
import { addDays, formatDate, type LocalDate, parseDate, weekdayOf } from "../time";
import { newLesson, newModule } from "./blank";

export interface Shape {
  id: string;
  name: string;
  /** What it is for, and what is set. */
  says: string;
}

/** The shapes there are, in the order they are offered. */
export const SHAPES = [
  {
    id: "all-at-once",
    name: "All at once",
    says: "Everything opens when somebody enrolls and stays theirs. For short courses that people take at their own pace.",
  },
  {
    id: "part-a-week",
    name: "A part a week",
    says: "Six parts, one each week from the day of enrolling, at 07:00. For habits that need time between the parts.",
  },
  {
    id: "dated-term",
    name: "A dated term",
    says: "Eight parts on Mondays for all who are in, whenever they enrolled. Enrolling is open for the two weeks before.",
  },
  {
    id: "yearly-certificate",
    name: "A yearly certificate",
    says: "Three parts in order, each closed by a quiz that must be done before the next opens. It is valid for a year.",
  },
  {
    id: "free-taster",
    name: "A free taster",
    says: "One part with three samples that anybody may open, and a second part that says what comes after.",
  },
  {
    id: "reference-shelf",
    name: "An open reference shelf",
    says: "Topics side by side, nothing to be finished and nothing shut. For what people look up again and again.",
  },
] as const satisfies readonly Shape[];

export type ShapeId = (typeof SHAPES)[number]["id"];
export const SHAPE_IDS = SHAPES.map(({ id }) => id) as [ShapeId, ...ShapeId[]];

export interface ShapeOptions {
  id: string;
  title: string;
  /** The day on which it is made, `YYYY-MM-DD`: a dated term begins on a Monday two weeks or more after it. */
  today: string;
  /** The school's own hour; where it has one it is kept. */
  releaseHour: string | null;
  newId(): string;
}

/** A course of a shape. */
export function shapedCourse(shape: ShapeId, options: ShapeOptions): PlanCourse {
  const { id, title, releaseHour, newId } = options;
  const part = (
    name: string,
    when: PlanMoment | null,
    lessons: Partial<ReturnType<typeof newLesson>>[],
  ) => ({
    ...newModule(newId(), name),
    gate: when && gate(when),
    lessons: lessons.map((set) => ({ ...newLesson(newId(), ""), ...set })),
  });
  const simple = (...titles: string[]) => titles.map((one) => ({ title: one }));
  const course = (settings: object, modules: object[]) =>
    courseSchema.parse({ id, title, releaseHour, ...settings, modules });
  switch (shape) {
    case "all-at-once":
      return course(
        {},
        ["Begin here", "The first step", "The second step", "On your own"].map((name) =>
          part(name, null, simple("What it is about", "How it is done", "Your turn")),
        ),
      );
    case "part-a-week":
      return course(
        { releaseHour: releaseHour ?? "07:00" },
        Array.from({ length: 6 }, (_, week) =>
          part(`Week ${week + 1}`, week === 0 ? null : { from: "enrolled", add: `P${week * 7}D` }, [
            { title: "What is new", kind: "video" },
            { title: "This week's practice", kind: "assignment" },
          ]),
        ),
      );
    case "dated-term": {
      const monday = nextMonday(options.today);
      const dayOf = (week: number) => formatDate(addDays(monday, week * 7));
      const before = (days: number) => formatDate(addDays(monday, -days));
      return course(
        {
          opensOn: dayOf(0),
          window: { opens: before(14), closes: before(1) },
          releaseHour: releaseHour ?? "07:00",
        },
        Array.from({ length: 8 }, (_, week) =>
          part(`Week ${week + 1}`, { from: "date", date: dayOf(week) }, [
            { title: "To read and see" },
            { title: "Class", kind: "live meeting", minutes: 60 },
          ]),
        ),
      );
    }
    case "yearly-certificate":
      return course(
        { order: "in-order", validity: [{ from: "enrolled", add: "P1Y" }] },
        ["The rules", "Doing it right", "When something goes wrong"].map((name) =>
          part(name, null, [
            { title: "What you must know" },
            { title: `Quiz: ${name.toLowerCase()}`, kind: "quiz", holdsNext: true },
          ]),
        ),
      );
    case "free-taster":
      return course({}, [
        part(
          "Try it",
          null,
          simple("What you need", "The shortest way", "Taste it").map((one) => ({
            ...one,
            sample: true,
          })),
        ),
        part("What comes after", null, simple("The whole course, and how to get in")),
      ]);
    case "reference-shelf":
      return course(
        {},
        ["Basics", "Tools", "Troubles and cures", "Words"].map((name) =>
          part(
            name,
            null,
            simple("First entry", "Second entry").map((one) => ({ ...one, required: false })),
          ),
        ),
      );
  }
}

function gate(moment: PlanMoment): PlanGate {
  return { need: "all", when: [moment] };
}

/** The first Monday at least two weeks away, so that there is time to enroll. */
function nextMonday(today: string): LocalDate {
  const date = parseDate(today);
  if (!date.ok) throw new TypeError(date.reason);
  const soonest = addDays(date.value, 14);
  return addDays(soonest, (8 - weekdayOf(soonest)) % 7);
}
