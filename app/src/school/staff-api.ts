/** Questions about a school's staff, its record of changes and work that failed, and what changes them. */

import type { StaffRole } from "@dawngate/contract/permissions";
import type { Changes, ChangesQuery, RecordState } from "@dawngate/contract/record";
import type { MemberChange, Members } from "@dawngate/contract/staff";
import type { DeletedSchool, FailedWork, Forgotten } from "@dawngate/contract/upkeep";
import { api, path } from "../store/api";

interface InSchool {
  school: string;
}

/** The filters of the record as they stand in an address. */
export function askedFor(query: ChangesQuery): string {
  const given = Object.entries(query).filter(([, value]) => value !== undefined && value !== "");
  return new URLSearchParams(given.map(([key, value]) => [key, String(value)])).toString();
}

export const {
  useGetMembersQuery,
  useInviteMutation,
  useAssignCohortsMutation,
  useChangeMemberMutation,
  useDismissMutation,
  useWithdrawInvitationMutation,
  useOfferSchoolMutation,
  useWithdrawOfferMutation,
  useAnswerOfferMutation,
  useGetChangesQuery,
  useLazyGetRecordStateQuery,
  useGetFailedWorkQuery,
  useRetryWorkMutation,
  useForgetMutation,
  useDeleteSchoolMutation,
  useBringBackMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getMembers: build.query<Members, string>({
      query: (school) => path("schools", school, "members"),
      providesTags: ["Members"],
    }),
    invite: build.mutation<unknown, InSchool & { email: string; role: StaffRole }>({
      query: ({ school, ...body }) => ({
        url: path("schools", school, "members"),
        method: "POST",
        body,
      }),
      invalidatesTags: ["Members", "Mail", "Changes"],
    }),
    assignCohorts: build.mutation<unknown, InSchool & { member: string; cohorts: string[] }>({
      query: ({ school, member, cohorts }) => ({
        url: path("schools", school, "members", member, "cohorts"),
        method: "PUT",
        body: { cohorts },
      }),
      invalidatesTags: ["Members", "Changes"],
    }),
    changeMember: build.mutation<unknown, InSchool & { member: string; change: MemberChange }>({
      query: ({ school, member, change }) => ({
        url: path("schools", school, "members", member),
        method: "PATCH",
        body: change,
      }),
      invalidatesTags: ["Members", "Changes"],
    }),
    dismiss: build.mutation<unknown, InSchool & { member: string }>({
      query: ({ school, member }) => ({
        url: path("schools", school, "members", member),
        method: "DELETE",
      }),
      invalidatesTags: ["Members", "Changes"],
    }),
    withdrawInvitation: build.mutation<unknown, InSchool & { invitation: string }>({
      query: ({ school, invitation }) => ({
        url: path("schools", school, "invitations", invitation),
        method: "DELETE",
      }),
      invalidatesTags: ["Members", "Changes"],
    }),
    offerSchool: build.mutation<unknown, InSchool & { to: string }>({
      query: ({ school, to }) => ({
        url: path("schools", school, "handover"),
        method: "POST",
        body: { to },
      }),
      invalidatesTags: ["Members", "Mail", "Changes"],
    }),
    withdrawOffer: build.mutation<unknown, string>({
      query: (school) => ({ url: path("schools", school, "handover"), method: "DELETE" }),
      invalidatesTags: ["Members", "Changes"],
    }),
    answerOffer: build.mutation<unknown, InSchool & { take: boolean }>({
      query: ({ school, take }) => ({
        url: path("schools", school, "handover"),
        method: "PUT",
        body: { take },
      }),
      invalidatesTags: ["Members", "School", "Me", "Changes"],
    }),
    getChanges: build.query<Changes, InSchool & { query: ChangesQuery }>({
      query: ({ school, query }) => `${path("schools", school, "changes")}?${askedFor(query)}`,
      providesTags: ["Changes"],
    }),
    getRecordState: build.query<RecordState, string>({
      query: (school) => path("schools", school, "changes", "state"),
    }),
    getFailedWork: build.query<FailedWork, string>({
      query: (school) => path("schools", school, "failed-work"),
      providesTags: ["FailedWork"],
    }),
    retryWork: build.mutation<unknown, InSchool & { work: string }>({
      query: ({ school, work }) => ({
        url: path("schools", school, "failed-work", work),
        method: "POST",
      }),
      invalidatesTags: ["FailedWork"],
    }),
    forget: build.mutation<Forgotten, InSchool & { person: string; reason: string }>({
      query: ({ school, person, reason }) => ({
        url: path("schools", school, "people", person, "forgetting"),
        method: "POST",
        body: { reason },
      }),
      invalidatesTags: ["Course", "Record", "Changes"],
    }),
    deleteSchool: build.mutation<DeletedSchool, InSchool & { slug: string }>({
      query: ({ school, slug }) => ({
        url: path("schools", school, "deletion"),
        method: "POST",
        body: { slug },
      }),
      invalidatesTags: ["Me"],
    }),
    bringBack: build.mutation<unknown, string>({
      query: (school) => ({ url: path("schools", school, "deletion"), method: "DELETE" }),
      invalidatesTags: ["Me", "School"],
    }),
  }),
});
