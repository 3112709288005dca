/** Questions about public pages. */
import { api } from "../store/api";
import { reads } from "../store/ask";

export const { useGetPublicCourseQuery, useGetPreviewQuery, useGetSampleQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getPublicCourse: reads(build, "getPublicCourse"),
      getPreview: reads(build, "getPreview"),
      getSample: reads(build, "getSample"),
    }),
  });
