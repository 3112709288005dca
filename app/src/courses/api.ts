/** Questions about courses, and what changes them. A draft's outline is changed by operations; see ./edits. */
import type { CourseList } from "@dawngate/contract/courses";
import { keptAs } from "@dawngate/contract/held";
import { api } from "../store/api";
import { asking, does, reads } from "../store/ask";

/** The course of an address. */
export type InCourse = { school: string; course: string };

export const {
  useGetCoursesQuery,
  useGetCourseQuery,
  useGetDraftQuery,
  useGetInsideQuery,
  useOfferInsideQuery,
  useCreateCourseMutation,
  useReadDocumentMutation,
  useArrangeCourseMutation,
  useDescribeCourseMutation,
  useGetCoverQuery,
  useKeepCoverMutation,
  useMoveFocusMutation,
  useDropCoverMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    // The list is searched and grouped where it is shown: it comes page by page, until it is whole.
    getCourses: build.query<CourseList, { school: string }>({
      queryFn: async ({ school }, _, __, ask) => {
        const courses: CourseList["courses"] = [];
        for (let after: string | undefined; ; ) {
          const answer = await ask(asking("getCourses", { school, after, most: 200 }));
          if (answer.error) return { error: answer.error };
          const page = answer.data as CourseList;
          courses.push(...page.courses);
          if (page.next === null) return { data: { courses, next: null } };
          after = page.next;
        }
      },
      providesTags: (_, __, place) => keptAs(["courses"], { ...place }),
    }),
    getCourse: reads(build, "getCourse"),
    getDraft: reads(build, "getDraft"),
    getInside: reads(build, "getInside"),
    offerInside: reads(build, "offerInside"),
    createCourse: does(build, "createCourse"),
    readDocument: does(build, "readDocument"),
    arrangeCourse: does(build, "arrangeCourse"),
    describeCourse: does(build, "describeCourse"),
    getCover: reads(build, "getCover"),
    keepCover: does(build, "keepCover"),
    moveFocus: does(build, "moveFocus"),
    dropCover: does(build, "dropCover"),
  }),
});
