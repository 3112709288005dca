/** Modules without lessons, lessons without content: what a buyer finds empty. */
import type { Operation } from "../../courses";
import type { PlanLesson } from "../../plan";
import { quoted } from "../../schedule/words";
import { type Look, publishedModules } from "../look";
import type { Finding } from "../snag";

export function noLessons({ course }: Look): Finding[] {
  return publishedModules(course)
    .filter(({ lessons }) => lessons.length === 0)
    .map((module) => ({
      weight: "likely",
      item: module.id,
      cohort: null,
      reason: `${quoted(module.title)} has no lessons that people see.`,
      mends: [
        {
          label: "Keep it back as a draft",
          operations: [{ type: "set-module", item: module.id, set: { visible: "draft" } }],
        },
      ],
      about: null,
    }));
}

/** More than this are said together: an outline that has just been made is all empty. */
const SINGLY = 3;

export function noContent({ course }: Look): Finding[] {
  const empty = publishedModules(course).flatMap(({ lessons }) =>
    lessons.filter((lesson) => lesson.empty),
  );
  const [first, second] = empty;
  if (first && second && empty.length > SINGLY)
    return [
      {
        weight: "look",
        item: first.id,
        cohort: null,
        reason: `${empty.length} lessons are empty: ${quoted(first.title)}, ${quoted(second.title)} and ${empty.length - 2} more.`,
        mends: [{ label: "Keep them back as drafts", operations: empty.map(keepBack) }],
        about: empty.map(({ id }) => id),
      },
    ];
  return empty.map((lesson) => ({
    weight: "look",
    item: lesson.id,
    cohort: null,
    reason: `${quoted(lesson.title)} is empty.`,
    mends: [{ label: "Keep it back as a draft", operations: [keepBack(lesson)] }],
    about: null,
  }));
}

function keepBack({ id }: PlanLesson): Operation {
  return { type: "set-lesson", item: id, set: { visible: "draft" } };
}
