/** The endpoint of the year. */
import { endpoints, inSchool } from "../endpoint";
import { year as answer, yearQuery } from "../year";

export const year = endpoints("year", {
  getYear: {
    method: "get",
    path: "/schools/{school}/year",
    summary: "All cohorts and windows between two days, course by course",
    who: "courses.read",
    params: inSchool,
    query: yearQuery,
    answer,
    answered: "A page of courses, in the order of their list.",
    mayLag: true,
    holds: ["year"],
  },
});
