/** Questions about public pages. */
import { api } from "../store/api";
import { reads } from "../store/ask";

export const { useGetPublicCourseQuery, useGetOutlookQuery, useGetSampleQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getPublicCourse: reads(build, "getPublicCourse"),
      getOutlook: reads(build, "getOutlook"),
      getSample: reads(build, "getSample"),
    }),
  });
