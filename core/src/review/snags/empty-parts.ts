/** Modules without lessons, lessons without content: what a buyer finds empty. */
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

export function noContent({ course }: Look): Finding[] {
  return publishedModules(course).flatMap(({ lessons }) =>
    lessons
      .filter(({ empty }) => empty)
      .map((lesson) => ({
        weight: "look" as const,
        item: lesson.id,
        cohort: null,
        reason: `${quoted(lesson.title)} is empty.`,
        mends: [
          {
            label: "Keep it back as a draft",
            operations: [
              { type: "set-lesson" as const, item: lesson.id, set: { visible: "draft" as const } },
            ],
          },
        ],
        about: null,
      })),
  );
}
