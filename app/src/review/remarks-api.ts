/** Questions about the remarks on a course, and what changes them. */
import type { Remarks } from "@dawngate/contract/remarks";
import { coursePath, type InCourse } from "../courses/api";
import { api } from "../store/api";

export const { useGetRemarksQuery, useAddRemarkMutation, useSettleRemarkMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getRemarks: build.query<Remarks, InCourse>({
        query: (place) => coursePath(place, "remarks"),
        providesTags: ["Remarks"],
      }),
      addRemark: build.mutation<Remarks, InCourse & { item: string | null; text: string }>({
        query: ({ item, text, ...place }) => ({
          url: coursePath(place, "remarks"),
          method: "POST",
          body: { item, text },
        }),
        invalidatesTags: ["Remarks"],
      }),
      settleRemark: build.mutation<unknown, InCourse & { remark: string; settled: boolean }>({
        query: ({ remark, settled, ...place }) => ({
          url: coursePath(place, "remarks", remark),
          method: "PATCH",
          body: { settled },
        }),
        invalidatesTags: ["Remarks"],
      }),
    }),
  });
