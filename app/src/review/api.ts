/** Questions about what a change would do, and about the versions of a course. */

import type { CohortGate, NewCohort } from "@dawngate/contract/enrollment";
import type {
  BeforeAndAfter,
  PublishingWay,
  RippleAnswer,
  RippleProgress,
  VersionList,
  VersionPlan,
} from "@dawngate/contract/review";
import type { SchoolChange } from "@dawngate/contract/school";
import { coursePath, type InCourse } from "../courses/api";
import { api, given, pages, path } from "../store/api";

/** A change whose ripple can be looked at. */
export type Change =
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

type Publish = Extract<Change, { kind: "publish" }>;

const paramsOf = ({ people, back, seen }: Pick<Publish, "people" | "back" | "seen">) => ({
  people,
  ...(back !== null && { back }),
  ...(seen !== null && { seen }),
});

function asked(change: Change) {
  switch (change.kind) {
    case "publish":
      return { url: coursePath(change.place, "ripple"), params: paramsOf(change) };
    case "cohort":
      return {
        url: coursePath(change.place, "cohorts", change.cohort, "ripple"),
        method: "POST",
        body: change.set,
      };
    case "school":
      return { url: path("schools", change.school, "ripple"), method: "POST", body: change.set };
  }
}

export const {
  useGetRippleQuery,
  useLazyGetRippleQuery,
  useGetPersonRippleQuery,
  useGetVersionsInfiniteQuery,
  useGetVersionQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getRipple: build.query<RippleAnswer | RippleProgress, Change>({
      query: asked,
      keepUnusedDataFor: 0,
    }),
    getPersonRipple: build.query<BeforeAndAfter, Publish & { enrollment: string }>({
      query: ({ place, enrollment, ...publish }) => ({
        url: coursePath(place, "enrollments", enrollment, "ripple"),
        params: paramsOf(publish),
      }),
      keepUnusedDataFor: 0,
    }),
    getVersions: build.infiniteQuery<VersionList, InCourse, number | null>({
      infiniteQueryOptions: pages,
      query: ({ queryArg, pageParam }) => ({
        url: coursePath(queryArg, "versions"),
        params: given({ before: pageParam }),
      }),
      providesTags: ["Versions"],
    }),
    getVersion: build.query<VersionPlan, InCourse & { version: number }>({
      query: ({ version, ...place }) => coursePath(place, "versions", String(version)),
    }),
  }),
});
