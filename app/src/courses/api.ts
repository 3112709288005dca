/** Questions about courses. */
import type { Course, CourseList, LessonText } from "@dawngate/contract";
import { api, path } from "../store/api";

export interface InCourse {
  school: string;
  course: string;
}

export const { useGetCoursesQuery, useGetCourseQuery, useGetLessonTextQuery } = api.injectEndpoints(
  {
    endpoints: (build) => ({
      getCourses: build.query<CourseList, string>({
        query: (school) => path("schools", school, "courses"),
      }),
      getCourse: build.query<Course, InCourse>({
        query: ({ school, course }) => path("schools", school, "courses", course),
      }),
      getLessonText: build.query<LessonText, InCourse & { lesson: string }>({
        query: ({ school, course, lesson }) =>
          path("schools", school, "courses", course, "lessons", lesson),
      }),
    }),
  },
);
