/** Questions about the ways in, and what changes them. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useGetWaysQuery,
  useSetWayMutation,
  useMayEnterQuery,
  useGetJoinCodesInfiniteQuery,
  useMakeJoinCodeMutation,
  useEndJoinCodeMutation,
  useGetRequestsInfiniteQuery,
  useDecideRequestsMutation,
  useGetWaitlistInfiniteQuery,
  useMoveUpMutation,
  useTakeOffMutation,
  useAskEntryMutation,
  useJoinWaitlistMutation,
  useLeaveWaitlistMutation,
  useGetBlocksQuery,
  useBlockMutation,
  useUnblockMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getWays: reads(build, "getWays"),
    setWay: does(build, "setWay"),
    mayEnter: reads(build, "mayEnter", { keepUnusedDataFor: 0 }),
    getJoinCodes: readsPages(build, "getJoinCodes", "after"),
    makeJoinCode: does(build, "makeJoinCode"),
    endJoinCode: does(build, "endJoinCode"),
    getRequests: readsPages(build, "getRequests", "after"),
    decideRequests: does(build, "decideRequests"),
    getWaitlist: readsPages(build, "getWaitlist", "after"),
    moveUp: does(build, "moveUp"),
    takeOff: does(build, "takeOff"),
    askEntry: does(build, "askEntry"),
    joinWaitlist: does(build, "joinWaitlist"),
    leaveWaitlist: does(build, "leaveWaitlist"),
    getBlocks: reads(build, "getBlocks"),
    block: does(build, "block"),
    unblock: does(build, "unblock"),
  }),
});
