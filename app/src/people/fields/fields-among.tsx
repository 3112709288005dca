/** What stands in the school's own fields about a course, a cohort or an enrollment, with the way to write it. */
import type { AskedFields, FieldAnswers } from "@dawngate/contract/own-fields";
import type { Permission } from "@dawngate/contract/permissions";
import type { InCourse } from "../../courses/api";
import { useMay } from "../../school/may";
import { FieldsSection } from "./lazy-fields";
import {
  useGetFieldsOfCohortQuery,
  useGetFieldsOfCourseQuery,
  useGetFieldsOfEnrollmentQuery,
  useSetFieldsOfCohortMutation,
  useSetFieldsOfCourseMutation,
  useSetFieldsOfEnrollmentMutation,
} from "./staff-api";

/** `at`: where it is; nothing is shown where the school has no such field. */
const fieldsOf = <At extends InCourse>(
  useFields: (at: At, options: { refetchOnMountOrArgChange: true }) => { data?: AskedFields },
  useSet: () => readonly [
    (wanted: At & { body: { values: FieldAnswers } }) => PromiseLike<{ error?: unknown }>,
    { isLoading: boolean; error?: unknown },
  ],
  permission: Permission,
) =>
  function FieldsAmong({ at }: { at: At }) {
    const { data } = useFields(at, { refetchOnMountOrArgChange: true });
    const [set, { isLoading, error }] = useSet();
    const may = useMay(at.school);
    if (!data || data.fields.length === 0) return null;
    const keep = async (values: FieldAnswers) => !(await set({ ...at, body: { values } })).error;
    return (
      <FieldsSection
        title="What the school notes"
        fields={data.fields}
        change={may(permission) ? { busy: isLoading, error, keep } : null}
        forThem
      />
    );
  };

export const FieldsOfCourse = fieldsOf<InCourse>(
  useGetFieldsOfCourseQuery,
  useSetFieldsOfCourseMutation,
  "courses.edit",
);
export const FieldsOfCohort = fieldsOf<InCourse & { cohort: string }>(
  useGetFieldsOfCohortQuery,
  useSetFieldsOfCohortMutation,
  "cohorts.change",
);
export const FieldsOfEnrollment = fieldsOf<InCourse & { enrollment: string }>(
  useGetFieldsOfEnrollmentQuery,
  useSetFieldsOfEnrollmentMutation,
  "people.act",
);
