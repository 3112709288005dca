/** The endpoint of today. */
import { endpoints, inSchool } from "../endpoint";
import { today as answer, found, foundQuery } from "../today";

export const today = endpoints("today", {
  getToday: {
    method: "get",
    path: "/schools/{school}/today",
    summary: "What opens, is due, closes, starts and ends these days, and what needs somebody",
    description: "Of the courses and people one may see; counted anew once a minute at the most.",
    who: "courses.read",
    params: inSchool,
    answer,
    answered: "Nine days, today in their middle.",
    mayLag: true,
    holds: ["courses", "course", "people"],
  },
  findAnything: {
    method: "get",
    path: "/schools/{school}/found",
    summary: "Courses, modules, lessons, cohorts and people by a part of their names",
    description: "Of those one may see; a few of each kind, those that begin so first.",
    who: "courses.read",
    params: inSchool,
    query: foundQuery,
    answer: found,
    answered: "What was found.",
    mayLag: true,
  },
});
