/** Questions about the school's own fields, and about what stands in them, for staff. */
import { api } from "../../store/api";
import { does, reads } from "../../store/ask";

export const {
  useGetOwnFieldsQuery,
  useMakeOwnFieldMutation,
  useSetOwnFieldMutation,
  usePlaceOwnFieldMutation,
  useDropOwnFieldMutation,
  useGetFieldsOfQuery,
  useSetFieldsOfMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getOwnFields: reads(build, "getOwnFields"),
    makeOwnField: does(build, "makeOwnField"),
    setOwnField: does(build, "setOwnField"),
    placeOwnField: does(build, "placeOwnField"),
    dropOwnField: does(build, "dropOwnField"),
    getFieldsOf: reads(build, "getFieldsOf"),
    setFieldsOf: does(build, "setFieldsOf"),
  }),
});
