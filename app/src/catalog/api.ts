/** Questions about public pages. */
import { api } from "../store/api";
import { reads, readsPages } from "../store/ask";

export const {
  useGetCatalogInfiniteQuery,
  useGetPublicCourseQuery,
  useGetPreviewQuery,
  useGetSampleQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getCatalog: readsPages(build, "getCatalog", "after"),
    getPublicCourse: reads(build, "getPublicCourse"),
    getPreview: reads(build, "getPreview"),
    getSample: reads(build, "getSample"),
  }),
});
