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
  useGetFieldsOfCourseQuery,
  useSetFieldsOfCourseMutation,
  useGetFieldsOfCohortQuery,
  useSetFieldsOfCohortMutation,
  useGetFieldsOfEnrollmentQuery,
  useSetFieldsOfEnrollmentMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getOwnFields: reads(build, "getOwnFields"),
    makeOwnField: does(build, "makeOwnField"),
    setOwnField: does(build, "setOwnField"),
    placeOwnField: does(build, "placeOwnField"),
    dropOwnField: does(build, "dropOwnField"),
    getFieldsOf: reads(build, "getFieldsOf"),
    setFieldsOf: does(build, "setFieldsOf"),
    getFieldsOfCourse: reads(build, "getFieldsOfCourse"),
    setFieldsOfCourse: does(build, "setFieldsOfCourse"),
    getFieldsOfCohort: reads(build, "getFieldsOfCohort"),
    setFieldsOfCohort: does(build, "setFieldsOfCohort"),
    getFieldsOfEnrollment: reads(build, "getFieldsOfEnrollment"),
    setFieldsOfEnrollment: does(build, "setFieldsOfEnrollment"),
  }),
});
