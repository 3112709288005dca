/** The endpoint of cohorts side by side. */
import { comparedCohorts, compareQuery } from "../compare";
import { endpoints, inCourse } from "../endpoint";

export const compare = endpoints("compare", {
  compareCohorts: {
    method: "get",
    path: "/schools/{school}/courses/{course}/cohorts/compare",
    summary:
      "Cohorts of a course side by side: who is in, who has begun and finished, how far they are week by week",
    who: "people.see",
    params: inCourse,
    query: compareQuery,
    answer: comparedCohorts,
    answered: "Each cohort, in the order asked for.",
    mayLag: true,
    holds: ["people"],
  },
});
