/** Questions about checks of knowledge, and what changes them. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetMyQuizQuery,
  useBeginAttemptMutation,
  useSaveAnswersMutation,
  useHandInMutation,
  useGetMyAttemptQuery,
  useGetQuizDraftQuery,
  useGetBankInfiniteQuery,
  useKeepQuestionsMutation,
  useLookAtMarksMutation,
  useRemoveQuestionMutation,
  useGetCourseQuizzesQuery,
  useGetAttemptsInfiniteQuery,
  useGetAttemptQuery,
  useGetAnalysisQuery,
  useGetAllowancesQuery,
  useAllowMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getMyQuiz: reads(build, "getMyQuiz"),
    beginAttempt: does(build, "beginAttempt"),
    saveAnswers: does(build, "saveAnswers"),
    handIn: does(build, "handIn"),
    getMyAttempt: reads(build, "getMyAttempt"),
    getQuizDraft: reads(build, "getQuizDraft"),
    getBank: readsPages(build, "getBank", "after"),
    keepQuestions: does(build, "keepQuestions"),
    lookAtMarks: does(build, "lookAtMarks"),
    removeQuestion: does(build, "removeQuestion"),
    getCourseQuizzes: reads(build, "getCourseQuizzes"),
    getAttempts: readsPages(build, "getAttempts", "after"),
    getAttempt: reads(build, "getAttempt"),
    getAnalysis: reads(build, "getAnalysis"),
    getAllowances: reads(build, "getAllowances"),
    allow: does(build, "allow"),
  }),
});
