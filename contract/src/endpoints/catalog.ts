/** Endpoints of public pages. */

import { catalogPage, catalogQuery, preview, previewQuery, publicCourse, sample } from "../catalog";
import { endpoints, inCourse, inLesson, inSchool } from "../endpoint";

export const catalog = endpoints("catalog", {
  getCatalog: {
    method: "get",
    path: "/schools/{school}/catalog",
    summary: "What a school shows to everybody: its courses, and what it sells together",
    who: "school.see",
    params: inSchool,
    query: catalogQuery,
    answer: catalogPage,
    answered: "A page, the featured first.",
    mayLag: true,
    holds: ["public"],
  },
  getPublicCourse: {
    method: "get",
    path: "/schools/{school}/catalog/{course}",
    summary: "A course as everybody may see it, with the ways into it",
    who: "school.see",
    params: inCourse,
    answer: publicCourse,
    answered: "The course.",
    mayLag: true,
    holds: ["public"],
  },
  getPreview: {
    method: "get",
    path: "/schools/{school}/catalog/{course}/preview",
    summary: "When one would learn what, if one came in now",
    who: "school.see",
    params: inCourse,
    query: previewQuery,
    answer: preview,
    answered: "Each module's opening.",
    mayLag: true,
    holds: ["public"],
  },
  getSample: {
    method: "get",
    path: "/schools/{school}/catalog/{course}/samples/{lesson}",
    summary: "A sample lesson, which anybody may read",
    who: "school.see",
    params: inLesson,
    answer: sample,
    answered: "The lesson.",
    mayLag: true,
    holds: ["public"],
  },
});
