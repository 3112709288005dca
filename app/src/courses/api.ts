/** Questions about courses, and what changes them. A draft's outline is changed by operations; see ./edits. */
import type {
  Course,
  CourseChange,
  CourseList,
  Cover,
  Draft,
  DraftTexts,
  LessonDraft,
  LessonText,
  NewCourse,
} from "@dawngate/contract/courses";
import type { PublishingWay } from "@dawngate/contract/review";
import type { Focus } from "@dawngate/core/courses";
import { api, given, path } from "../store/api";

export interface InCourse {
  school: string;
  course: string;
}

export const coursePath = ({ school, course }: InCourse, ...more: string[]) =>
  path("schools", school, "courses", course, ...more);

/** For whom a version is to hold, and over which it was looked at. */
interface Publishing {
  people?: PublishingWay;
  over?: number | null;
  /** The draft's last operation that was looked at. */
  seen?: number | null;
  /** An earlier version, to be published again. */
  back?: number | null;
  note?: string;
}

export const {
  useGetCoursesQuery,
  useGetCourseQuery,
  useGetLessonTextQuery,
  useGetDraftQuery,
  useGetLessonDraftQuery,
  useGetTextsQuery,
  useCreateCourseMutation,
  usePublishMutation,
  useArrangeMutation,
  useDescribeMutation,
  useKeepLessonMutation,
  useShareLessonMutation,
  useGetCoverQuery,
  useKeepCoverMutation,
  useMoveFocusMutation,
  useDropCoverMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    // The list is searched and grouped where it is shown: it comes page by page, until it is whole.
    getCourses: build.query<CourseList, string>({
      queryFn: async (school, _, __, ask) => {
        const courses: CourseList["courses"] = [];
        for (let after: string | null = null; ; ) {
          const params: object = given({ after, most: 200 });
          const answer = await ask({ url: path("schools", school, "courses"), params });
          if (answer.error) return { error: answer.error };
          const page = answer.data as CourseList;
          courses.push(...page.courses);
          after = page.next;
          if (after === null) return { data: { courses, next: null } };
        }
      },
      providesTags: ["Courses"],
    }),
    getCourse: build.query<Course, InCourse>({
      query: (place) => coursePath(place),
      providesTags: ["Course"],
    }),
    getLessonText: build.query<LessonText, InCourse & { lesson: string }>({
      query: ({ lesson, ...place }) => coursePath(place, "lessons", lesson),
    }),
    getDraft: build.query<Draft, InCourse>({
      query: (place) => coursePath(place, "draft"),
      providesTags: ["Draft"],
    }),
    getLessonDraft: build.query<LessonDraft, InCourse & { lesson: string }>({
      query: ({ lesson, ...place }) => coursePath(place, "draft", "lessons", lesson),
      keepUnusedDataFor: 0,
    }),
    getTexts: build.query<DraftTexts, InCourse>({
      query: (place) => coursePath(place, "draft", "texts"),
      keepUnusedDataFor: 0,
    }),
    createCourse: build.mutation<{ id: string }, { school: string; course: NewCourse }>({
      query: ({ school, course }) => ({
        url: path("schools", school, "courses"),
        method: "POST",
        body: course,
      }),
      invalidatesTags: ["Courses"],
    }),
    arrange: build.mutation<unknown, InCourse & { change: CourseChange }>({
      query: ({ change, ...place }) => ({ url: coursePath(place), method: "PATCH", body: change }),
      invalidatesTags: ["Courses", "Public", "Draft"],
    }),
    publish: build.mutation<{ version: number }, InCourse & Publishing>({
      query: ({ school, course, people = "everybody", ...publishing }) => ({
        url: coursePath({ school, course }, "versions"),
        method: "POST",
        params: { people, ...given(publishing) },
      }),
      invalidatesTags: ["Courses", "Course", "Draft", "Timeline", "Public", "Versions"],
    }),
    describe: build.mutation<unknown, InCourse & { description: string }>({
      query: ({ description, ...place }) => ({
        url: coursePath(place, "description"),
        method: "PUT",
        body: { description },
      }),
      invalidatesTags: ["Public", "Draft"],
    }),
    getCover: build.query<{ cover: Cover | null }, InCourse>({
      query: (place) => coursePath(place, "cover"),
      providesTags: ["Cover"],
    }),
    keepCover: build.mutation<Cover, InCourse & { picture: Blob }>({
      query: ({ picture, ...place }) => ({
        url: coursePath(place, "cover"),
        method: "PUT",
        body: picture,
        headers: { "content-type": picture.type },
      }),
      invalidatesTags: ["Cover", "Public"],
    }),
    moveFocus: build.mutation<unknown, InCourse & { focus: Focus }>({
      query: ({ focus, ...place }) => ({
        url: coursePath(place, "cover"),
        method: "PATCH",
        body: focus,
      }),
      invalidatesTags: ["Cover", "Public"],
    }),
    dropCover: build.mutation<unknown, InCourse>({
      query: (place) => ({ url: coursePath(place, "cover"), method: "DELETE" }),
      invalidatesTags: ["Cover", "Public"],
    }),
    shareLesson: build.mutation<unknown, InCourse & { lesson: string; with: string }>({
      query: ({ lesson, with: course, ...place }) => ({
        url: coursePath(place, "draft", "lessons", lesson, "sharing"),
        method: "POST",
        body: { course },
      }),
      invalidatesTags: ["Courses"],
    }),
    keepLesson: build.mutation<
      LessonDraft,
      InCourse & { lesson: string; text: string; revision: number }
    >({
      query: ({ lesson, text, revision, ...place }) => ({
        url: coursePath(place, "draft", "lessons", lesson),
        method: "PUT",
        body: { text, revision },
      }),
    }),
  }),
});
