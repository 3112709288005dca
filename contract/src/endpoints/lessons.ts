/** Endpoints of lessons: what stands in them, read and edited. */
import { done, endpoints, inCourse, inLesson } from "../endpoint";
import { draftTexts, lessonChange, lessonDraft, lessonText, sharing } from "../lessons";

export const lessons = endpoints("lessons", {
  getLessonText: {
    method: "get",
    path: "/schools/{school}/courses/{course}/lessons/{lesson}",
    summary: "What stands in a lesson",
    who: "courses.read",
    params: inLesson,
    answer: lessonText,
    answered: "The lesson's newest text.",
  },
  getTexts: {
    method: "get",
    path: "/schools/{school}/courses/{course}/draft/texts",
    summary: "What stands in all lessons of a draft",
    who: "courses.edit",
    params: inCourse,
    answer: draftTexts,
    answered: "The texts.",
  },
  getLessonDraft: {
    method: "get",
    path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}",
    summary: "A lesson's text as its authors edit it",
    who: "courses.read",
    params: inLesson,
    answer: lessonDraft,
    answered: "The text and the number of its revision.",
  },
  shareLesson: {
    method: "post",
    path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}/sharing",
    summary: "Let a lesson stand in another course too",
    who: "courses.edit",
    params: inLesson,
    body: sharing,
    answer: done,
    answered: "It stands there now, at the end.",
    changes: ["courses"],
  },
  keepLesson: {
    method: "put",
    path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}",
    summary: "Keep a lesson's text as a new revision",
    who: "courses.edit",
    params: inLesson,
    body: lessonChange,
    answer: lessonDraft,
    answered: "The new revision.",
  },
});
