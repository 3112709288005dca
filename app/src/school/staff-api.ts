/** Questions about a school's staff, its record of changes and work that failed, and what changes them. */
import { api } from "../store/api";
import { does, reads } from "../store/ask";

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
  useGetWhoSetQuery,
  useLazyGetRecordStateQuery,
  useGetFailedWorkQuery,
  useRetryWorkMutation,
  useDeleteSchoolMutation,
  useBringBackMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getMembers: reads(build, "getMembers"),
    invite: does(build, "invite"),
    assignCohorts: does(build, "assignCohorts"),
    changeMember: does(build, "changeMember"),
    dismiss: does(build, "dismiss"),
    withdrawInvitation: does(build, "withdrawInvitation"),
    offerSchool: does(build, "offerSchool"),
    withdrawOffer: does(build, "withdrawOffer"),
    answerOffer: does(build, "answerOffer"),
    getChanges: reads(build, "getChanges"),
    getWhoSet: reads(build, "getWhoSet"),
    getRecordState: reads(build, "getRecordState"),
    getFailedWork: reads(build, "getFailedWork"),
    retryWork: does(build, "retryWork"),
    deleteSchool: does(build, "deleteSchool"),
    bringBack: does(build, "bringBack"),
  }),
});
