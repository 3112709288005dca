/** Questions about learning in a lesson, and what changes it. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useKeepSeenMutation,
  useGetNotesQuery,
  useAddNoteMutation,
  useChangeNoteMutation,
  useRemoveNoteMutation,
  useGetQuestionsInfiniteQuery,
  useAskMutation,
  useAnswerFellowMutation,
  useGetAskedInfiniteQuery,
  useAnswerQuestionMutation,
  useHideAskedMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    keepSeen: does(build, "keepSeen"),
    getNotes: reads(build, "getNotes"),
    addNote: does(build, "addNote"),
    changeNote: does(build, "changeNote"),
    removeNote: does(build, "removeNote"),
    getQuestions: readsPages(build, "getQuestions", "after"),
    ask: does(build, "ask"),
    answerFellow: does(build, "answerFellow"),
    getAsked: readsPages(build, "getAsked", "after"),
    answerQuestion: does(build, "answerQuestion"),
    hideAsked: does(build, "hideAsked"),
  }),
});
