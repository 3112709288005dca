/** Questions about what a change would do, about versions and remarks, and what makes them. */

import type { CohortGate, NewCohort } from "@dawngate/contract/enrollment";
import type {
  BeforeAndAfter,
  PublishingWay,
  RippleAnswer,
  RippleProgress,
  Touched,
} from "@dawngate/contract/review";
import type { SchoolChange } from "@dawngate/contract/school";
import type { InCourse } from "../courses/api";
import { api } from "../store/api";
import { asking, does, reads, readsPages } from "../store/ask";

/** A change whose ripple can be looked at. */
export type ChangeAhead =
  | {
      kind: "publish";
      place: InCourse;
      people: PublishingWay;
      back: number | null;
      /** The draft as it is known here. */
      seen: number | null;
    }
  | { kind: "cohort"; place: InCourse; cohort: string; set: NewCohort | CohortGate }
  | { kind: "school"; school: string; set: SchoolChange };

type Publish = Extract<ChangeAhead, { kind: "publish" }>;

const paramsOf = ({ people, back, seen }: Pick<Publish, "people" | "back" | "seen">) => ({
  people,
  ...(back !== null && { back }),
  ...(seen !== null && { seen }),
});

function asked(change: ChangeAhead) {
  switch (change.kind) {
    case "publish":
      return asking("getRipple", { ...change.place, ...paramsOf(change) });
    case "cohort":
      return asking("getCohortRipple", {
        ...change.place,
        cohort: change.cohort,
        body: change.set,
      });
    case "school":
      return asking("getSchoolRipple", { school: change.school, body: change.set });
  }
}

/** The same question, page by page, for those whom it touches. */
function askedForPeople(change: ChangeAhead, after: string | null) {
  switch (change.kind) {
    case "publish":
      return asking("getTouched", { ...change.place, ...paramsOf(change), after });
    case "cohort": {
      const { place, cohort, set } = change;
      return asking("getTouchedByCohort", { ...place, cohort, after, body: set });
    }
    case "school":
      return asking("getTouchedBySchool", { school: change.school, after, body: change.set });
  }
}

export const {
  useGetRippleQuery,
  useGetTouchedInfiniteQuery,
  useLazyGetRippleQuery,
  useGetPersonRippleQuery,
  useGetVersionsInfiniteQuery,
  useGetVersionQuery,
  usePublishMutation,
  useGetRemarksQuery,
  useAddRemarkMutation,
  useSettleRemarkMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getRipple: build.query<RippleAnswer | RippleProgress, ChangeAhead>({
      query: asked,
      keepUnusedDataFor: 0,
    }),
    getTouched: build.infiniteQuery<Touched, ChangeAhead, string | null>({
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg, pageParam }) => askedForPeople(queryArg, pageParam),
      keepUnusedDataFor: 0,
    }),
    getPersonRipple: build.query<BeforeAndAfter, Publish & { enrollment: string }>({
      query: ({ place, enrollment, ...publish }) =>
        asking("getPersonRipple", { ...place, enrollment, ...paramsOf(publish) }),
      keepUnusedDataFor: 0,
    }),
    getVersions: readsPages(build, "getVersions", "before"),
    getVersion: reads(build, "getVersion"),
    publish: does(build, "publish"),
    getRemarks: reads(build, "getRemarks"),
    addRemark: does(build, "addRemark"),
    settleRemark: does(build, "settleRemark"),
  }),
});
