/** Questions about people in courses and one's own shelf, and what changes them. */
import type { Acted, ActRequest } from "@dawngate/contract/enrollment";
import { keptAs } from "@dawngate/contract/held";
import type { InCourse } from "../courses/api";
import { api } from "../store/api";
import { asking, does, reads, readsPages } from "../store/ask";
import type { Whom } from "./roster/marks";

export const {
  useGetRosterInfiniteQuery,
  useGetRosterTotalsQuery,
  useGetRosterPersonQuery,
  useFindPeopleQuery,
  useLazyFindPeopleQuery,
  useGetRecordInfiniteQuery,
  useGetShelfQuery,
  useGetInvitedToQuery,
  useGetOwnselfQuery,
  useLookAtZoneQuery,
  useChangeZoneMutation,
  useGetDatesInfiniteQuery,
  useGetFeedQuery,
  useRenewFeedMutation,
  useDropFeedMutation,
  useGetMyCourseQuery,
  useOpenLessonQuery,
  useCreateCohortMutation,
  useChangeCohortMutation,
  useNextCohortsMutation,
  useGateCohortMutation,
  useEnrollMutation,
  useEnrollSelfMutation,
  useActMutation,
  useLookAtActQuery,
  useSendWhyMutation,
  useTickMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getRoster: readsPages(build, "getRoster", "after", { keepUnusedDataFor: 10 }),
    getRosterTotals: reads(build, "getRosterTotals"),
    findPeople: reads(build, "getRoster", { keepUnusedDataFor: 10 }),
    getRosterPerson: reads(build, "getRosterPerson"),
    getRecord: readsPages(build, "getRecord", "before"),
    getShelf: reads(build, "getShelf"),
    getInvitedTo: reads(build, "getInvitedTo"),
    getOwnself: reads(build, "getOwnself"),
    // What would move is read, though it is asked by a PUT.
    lookAtZone: build.query<Acted, { school: string; timeZone: string }>({
      query: ({ school, timeZone }) =>
        asking("changeZone", { school, body: { timeZone, key: "only-looking", look: true } }),
      keepUnusedDataFor: 0,
    }),
    changeZone: does(build, "changeZone"),
    getDates: readsPages(build, "getDates", "after"),
    getFeed: reads(build, "getFeed"),
    renewFeed: does(build, "renewFeed"),
    dropFeed: does(build, "dropFeed"),
    getMyCourse: reads(build, "getMyCourse"),
    // Opening is put on record, so it is a POST; but one reads its answer.
    openLesson: reads(build, "openLesson"),
    createCohort: does(build, "createCohort"),
    changeCohort: does(build, "changeCohort"),
    nextCohorts: does(build, "nextCohorts"),
    gateCohort: does(build, "gateCohort"),
    enroll: does(build, "enroll"),
    enrollSelf: does(build, "enrollSelf"),
    act: does(build, "act"),
    // What it would do is read, though it is asked by a POST.
    lookAtAct: build.query<Acted, InCourse & { whom: Whom } & Pick<ActRequest, "act">>({
      query: ({ whom, act, ...place }) =>
        asking("act", { ...place, body: { ...whom, act, key: "only-looking", look: true } }),
      providesTags: (_, __, { school, course }) => keptAs(["timeline"], { school, course }),
      keepUnusedDataFor: 0,
    }),
    sendWhy: does(build, "sendWhy"),
    tick: does(build, "tick"),
  }),
});
