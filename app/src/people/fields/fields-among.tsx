/** What stands in the school's own fields about a course, a cohort or an enrollment, with the way to write it. */
import type { AskedFields, FieldAnswers } from "@dawngate/contract/own-fields";
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

interface Props {
  title: string;
  data: AskedFields | undefined;
  may: boolean;
  set(values: FieldAnswers): Promise<{ error?: unknown }>;
  state: { isLoading: boolean; error?: unknown };
}

/** Nothing where the school has no such field. */
function Among({ title, data, may, set, state: { isLoading, error } }: Props) {
  if (!data || data.fields.length === 0) return null;
  const keep = async (values: FieldAnswers) => !(await set(values)).error;
  return (
    <FieldsSection
      title={title}
      fields={data.fields}
      change={may ? { busy: isLoading, error, keep } : null}
      forThem
    />
  );
}

const FRESH = { refetchOnMountOrArgChange: true };

export function FieldsOfCourse({ place }: { place: InCourse }) {
  const { data } = useGetFieldsOfCourseQuery(place, FRESH);
  const [set, state] = useSetFieldsOfCourseMutation();
  return (
    <Among
      title="What the school notes"
      data={data}
      may={useMay(place.school)("courses.edit")}
      set={(values) => set({ ...place, body: { values } })}
      state={state}
    />
  );
}

export function FieldsOfCohort({ place, cohort }: { place: InCourse; cohort: string }) {
  const { data } = useGetFieldsOfCohortQuery({ ...place, cohort }, FRESH);
  const [set, state] = useSetFieldsOfCohortMutation();
  return (
    <Among
      title="What the school notes"
      data={data}
      may={useMay(place.school)("cohorts.change")}
      set={(values) => set({ ...place, cohort, body: { values } })}
      state={state}
    />
  );
}

export function FieldsOfEnrollment({ place, enrollment }: { place: InCourse; enrollment: string }) {
  const { data } = useGetFieldsOfEnrollmentQuery({ ...place, enrollment }, FRESH);
  const [set, state] = useSetFieldsOfEnrollmentMutation();
  return (
    <Among
      title="What the school notes"
      data={data}
      may={useMay(place.school)("people.act")}
      set={(values) => set({ ...place, enrollment, body: { values } })}
      state={state}
    />
  );
}
