/** Questions about what stands in lessons, and what changes it. */
import { api } from "../store/api";
import { does, reads } from "../store/ask";

export const {
  useGetLessonTextQuery,
  useGetLessonDraftQuery,
  useGetTextsQuery,
  useKeepLessonMutation,
  useShareLessonMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getLessonText: reads(build, "getLessonText"),
    getLessonDraft: reads(build, "getLessonDraft", { keepUnusedDataFor: 0 }),
    getTexts: reads(build, "getTexts", { keepUnusedDataFor: 0 }),
    keepLesson: does(build, "keepLesson"),
    shareLesson: does(build, "shareLesson"),
  }),
});
