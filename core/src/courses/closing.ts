/** The end of a course: a closing module, suggested where there is none (common practice among course authors). */
import type { PlanCourse } from "../plan";
import { newLesson, newModule } from "./blank";
import type { Operation } from "./operation";

/** Words by which authors call a last module that sums up and says what comes next. */
const CLOSING =
  /\b(closing|conclusion|summary|summing up|wrap(?:ping)?[ -]?up|farewell|goodbye|what(?:['’]s| is| comes) next|next steps|before you go|the end|recap|review(?: the course)?|thank you|looking back)\b/i;

/** Whether a course is large enough to want an end and has none: its last module and lessons say nothing of the kind. */
export function lacksClosing(course: PlanCourse): boolean {
  const last = course.modules.at(-1);
  if (!last || course.modules.length < 3) return false;
  const titles = [last.title, ...last.lessons.map(({ title }) => title)];
  return !titles.some((title) => CLOSING.test(title));
}

/** Puts one at the end, as one step: what it was, what comes next, and a word back to the school. */
export function addClosing(course: PlanCourse, newId: () => string): Operation[] {
  const module = newModule(newId(), "Before you go");
  const lessons = [
    { ...newLesson(newId(), "What you can do now"), minutes: 3 },
    { ...newLesson(newId(), "What comes next"), minutes: 3 },
    { ...newLesson(newId(), "A word back to us"), kind: "survey", minutes: 2, required: false },
  ];
  return [
    { type: "insert-module", module, after: course.modules.at(-1)?.id ?? null },
    ...lessons.map(
      (lesson, i): Operation => ({
        type: "insert-lesson",
        lesson,
        module: module.id,
        after: lessons[i - 1]?.id ?? null,
        text: TEXTS[i] as string,
      }),
    ),
  ];
}

/** What stands in them at first: a frame to be written into. */
const TEXTS = [
  "Three things that were new at the beginning, and are yours now:\n\n1. …\n2. …\n3. …",
  "Where to go from here: what to practise this week, and what to learn after that.",
  "What helped you most? What should we change? Two lines are enough, and we read them all.",
];
