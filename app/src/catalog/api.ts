/** Questions about public pages. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetCatalogInfiniteQuery,
  useGetPublicCourseQuery,
  useGetPublicListingQuery,
  useGetCoursePageQuery,
  useGetListingPageQuery,
  useChangeCoursePageMutation,
  useChangeListingPageMutation,
  useGetAnnouncementsInfiniteQuery,
  useAddAnnouncementMutation,
  useChangeAnnouncementMutation,
  useRemoveAnnouncementMutation,
  useGetPreviewQuery,
  useGetSampleQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getCatalog: readsPages(build, "getCatalog", "after"),
    getPublicCourse: reads(build, "getPublicCourse"),
    getPublicListing: reads(build, "getPublicListing"),
    getCoursePage: reads(build, "getCoursePage"),
    getListingPage: reads(build, "getListingPage"),
    changeCoursePage: does(build, "changeCoursePage"),
    changeListingPage: does(build, "changeListingPage"),
    getAnnouncements: readsPages(build, "getAnnouncements", "after"),
    addAnnouncement: does(build, "addAnnouncement"),
    changeAnnouncement: does(build, "changeAnnouncement"),
    removeAnnouncement: does(build, "removeAnnouncement"),
    getPreview: reads(build, "getPreview"),
    getSample: reads(build, "getSample"),
  }),
});
