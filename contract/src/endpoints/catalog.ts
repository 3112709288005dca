/** Endpoints of public pages. */

import { publicCourse } from "../catalog";
import { endpoints, inCourse } from "../endpoint";

export const catalog = endpoints("catalog", {
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
});
