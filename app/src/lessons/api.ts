/** Questions about what stands in lessons, and what changes it. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetLessonTextQuery,
  useGetLessonDraftQuery,
  useGetTextsQuery,
  useKeepLessonMutation,
  useShareLessonMutation,
  useGetRevisionsInfiniteQuery,
  useGetRevisionQuery,
  useKeepPartMutation,
  useGetLibraryInfiniteQuery,
  useAddMaterialMutation,
  useChangeMaterialMutation,
  useRemoveMaterialMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getLessonText: reads(build, "getLessonText"),
    getLessonDraft: reads(build, "getLessonDraft", { keepUnusedDataFor: 0 }),
    getTexts: reads(build, "getTexts", { keepUnusedDataFor: 0 }),
    keepLesson: does(build, "keepLesson"),
    shareLesson: does(build, "shareLesson"),
    getRevisions: readsPages(build, "getRevisions", "before", { keepUnusedDataFor: 0 }),
    getRevision: reads(build, "getRevision"),
    keepPart: does(build, "keepPart"),
    getLibrary: readsPages(build, "getLibrary", "after", { keepUnusedDataFor: 10 }),
    addMaterial: does(build, "addMaterial"),
    changeMaterial: does(build, "changeMaterial"),
    removeMaterial: does(build, "removeMaterial"),
  }),
});
