/** Questions about people in courses and one's own shelf, and what changes them. */
import type {
  Acted,
  ActRequest,
  CohortGate,
  EnrollRequest,
  EventRecord,
  MyCourse,
  MyLesson,
  NewCohort,
  NewEnrollment,
  Shelf,
  Ticked,
} from "@dawngate/contract/enrollment";
import type { Roster, RosterPerson, RosterTotals } from "@dawngate/contract/roster";
import { coursePath, type InCourse } from "../courses/api";
import { api, given, pages, path } from "../store/api";
import type { Whom } from "./roster/marks";
import type { Narrowed } from "./roster/use-roster";

interface InMine {
  school: string;
  enrollment: string;
}

export const {
  useGetRosterInfiniteQuery,
  useGetRosterTotalsQuery,
  useGetRosterPersonQuery,
  useFindPeopleQuery,
  useGetRecordInfiniteQuery,
  useGetShelfQuery,
  useGetMyCourseQuery,
  useOpenLessonQuery,
  useCreateCohortMutation,
  useChangeCohortMutation,
  useGateCohortMutation,
  useEnrollMutation,
  useEnrollSelfMutation,
  useActMutation,
  useLookAtActQuery,
  useSendWhyMutation,
  useTickMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getRoster: build.infiniteQuery<Roster, InCourse & Narrowed, string | null>({
      infiniteQueryOptions: pages,
      query: ({ queryArg: { school, course, ...narrowed }, pageParam }) => ({
        url: coursePath({ school, course }, "people"),
        params: given({ ...narrowed, after: pageParam, most: 100 }),
      }),
      providesTags: ["People"],
      keepUnusedDataFor: 10,
    }),
    getRosterTotals: build.query<RosterTotals, InCourse & Pick<Narrowed, "find" | "cohort">>({
      query: ({ school, course, ...narrowed }) => ({
        url: coursePath({ school, course }, "people", "totals"),
        params: given(narrowed),
      }),
      providesTags: ["People"],
    }),
    findPeople: build.query<Roster, InCourse & { find: string; most: number }>({
      query: ({ school, course, ...asked }) => ({
        url: coursePath({ school, course }, "people"),
        params: given(asked),
      }),
      providesTags: ["People"],
      keepUnusedDataFor: 10,
    }),
    getRosterPerson: build.query<RosterPerson, InCourse & { enrollment: string }>({
      query: ({ enrollment, ...place }) => coursePath(place, "enrollments", enrollment),
      providesTags: ["People"],
    }),
    getRecord: build.infiniteQuery<EventRecord, InCourse & { enrollment: string }, number | null>({
      infiniteQueryOptions: pages,
      query: ({ queryArg: { enrollment, ...place }, pageParam }) => ({
        url: coursePath(place, "enrollments", enrollment, "events"),
        params: given({ before: pageParam }),
      }),
      providesTags: ["Record"],
    }),
    getShelf: build.query<Shelf, string>({
      query: (school) => path("schools", school, "shelf"),
      providesTags: ["Shelf"],
    }),
    getMyCourse: build.query<MyCourse, InMine>({
      query: ({ school, enrollment }) => path("schools", school, "shelf", enrollment),
      providesTags: ["Mine"],
    }),
    // Opening is put on record, so it is a POST; but one reads its answer.
    openLesson: build.query<MyLesson, InMine & { lesson: string }>({
      query: ({ school, enrollment, lesson }) => ({
        url: path("schools", school, "shelf", enrollment, "lessons", lesson),
        method: "POST",
      }),
      providesTags: ["Mine"],
    }),
    createCohort: build.mutation<{ id: string }, InCourse & { cohort: NewCohort }>({
      query: ({ cohort, ...place }) => ({
        url: coursePath(place, "cohorts"),
        method: "POST",
        body: cohort,
      }),
      invalidatesTags: ["Course", "Courses", "Public"],
    }),
    changeCohort: build.mutation<unknown, InCourse & { id: string; cohort: NewCohort }>({
      query: ({ id, cohort, ...place }) => ({
        url: coursePath(place, "cohorts", id),
        method: "PUT",
        body: cohort,
      }),
      invalidatesTags: ["Course", "Courses", "Public", "Timeline"],
    }),
    gateCohort: build.mutation<unknown, InCourse & { cohort: string; change: CohortGate }>({
      query: ({ cohort, change, ...place }) => ({
        url: coursePath(place, "cohorts", cohort, "gates"),
        method: "PUT",
        body: change,
      }),
      invalidatesTags: ["Course", "Timeline"],
    }),
    enroll: build.mutation<{ enrollment: string }, InCourse & { person: NewEnrollment }>({
      query: ({ person, ...place }) => ({
        url: coursePath(place, "enrollments"),
        method: "POST",
        body: person,
      }),
      invalidatesTags: ["Course", "Courses", "Public", "Mail", "People"],
    }),
    enrollSelf: build.mutation<{ enrollment: string }, InCourse & EnrollRequest>({
      query: ({ school, course, ...body }) => ({
        url: path("schools", school, "catalog", course),
        method: "POST",
        body,
      }),
      invalidatesTags: ["Public", "Shelf", "Me", "School"],
    }),
    act: build.mutation<Acted, InCourse & { request: ActRequest }>({
      query: ({ request, ...place }) => ({
        url: coursePath(place, "acts"),
        method: "POST",
        body: request,
      }),
      invalidatesTags: ["Timeline", "Record", "Courses", "Course", "People"],
    }),
    // What it would do is read, though it is asked by a POST.
    lookAtAct: build.query<Acted, InCourse & { whom: Whom } & Pick<ActRequest, "act">>({
      query: ({ whom, act, ...place }) => ({
        url: coursePath(place, "acts"),
        method: "POST",
        body: { ...whom, act, key: "only-looking", look: true },
      }),
      providesTags: ["Timeline"],
      keepUnusedDataFor: 0,
    }),
    sendWhy: build.mutation<unknown, InCourse & { enrollment: string; item: string }>({
      query: ({ enrollment, item, ...place }) => ({
        url: coursePath(place, "enrollments", enrollment, "why"),
        method: "POST",
        body: { item },
      }),
      invalidatesTags: ["Mail"],
    }),
    tick: build.mutation<Ticked, InMine & { lesson: string; done: boolean; key: string }>({
      query: ({ school, enrollment, lesson, done, key }) => ({
        url: path("schools", school, "shelf", enrollment, "lessons", lesson),
        method: "PUT",
        body: { done, key },
      }),
      invalidatesTags: ["Mine", "Shelf"],
    }),
  }),
});
