/** With which cohort a course is sold, or at any time: its dates, its window and its seats hold for whoever buys. */
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useGetCourseQuery } from "../courses/api";
import { Options } from "../ui/options";

interface Props {
  school: string;
  course: string;
  title: string;
  /** Null: at any time. */
  cohort: string | null;
  onCohort(cohort: string | null): void;
}

export function SoldCohortChoice({ school, course, title, cohort, onCohort }: Props) {
  const { data } = useGetCourseQuery({ school, course });
  const cohorts = data?.cohorts ?? [];
  if (cohorts.length === 0) return null;
  return (
    <Options
      label={`“${title}” begins`}
      says={`“${title}” begins`}
      options={[
        { value: "", label: "at any time" },
        ...cohorts.map(({ id, name, starts }) => ({
          value: id,
          label: `with ${name}, ${sayWrittenDate(starts)}`,
        })),
      ]}
      value={cohort ?? ""}
      onChange={(chosen) => onCohort(chosen === "" ? null : chosen)}
    />
  );
}
