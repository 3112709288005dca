/** What would be odd about a cohort of these dates, said while they are typed. */
import type { Course } from "@dawngate/contract/courses";
import type { NewCohort } from "@dawngate/contract/enrollment";
import type { School } from "@dawngate/contract/school";
import type { PlanCourse } from "@dawngate/core/plan";
import { useMemo } from "react";
import { View } from "react-native";
import { useSnags } from "../review/use-snags";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  school: School;
  course: Course;
  cohort: NewCohort;
  /** The one that is changed; null: a new one. */
  id: string | null;
}

/** So many are said; the workbench has them all. */
const MOST = 3;

export function CohortSnags({ school, course, cohort, id }: Props) {
  const { ember } = usePalette();
  const own = id ?? "new-one";
  // What is answered of a published course is its plan, but for what snags need nothing of.
  const plan = useMemo(() => ({ ...course }) as unknown as PlanCourse, [course]);
  const typed = JSON.stringify(cohort);
  const cohorts = useMemo(() => {
    const { name, place, link, ...dates } = JSON.parse(typed) as NewCohort;
    const before = course.cohorts.find((one) => one.id === own);
    const one = { ...dates, id: own, course: course.id, gates: before?.gates ?? {} };
    return [{ ...one, grace: one.grace ?? null, seats: null, name: name.trim() }];
  }, [typed, own, course]);
  const found = useSnags(school, plan, cohorts).filter((snag) => snag.cohort === own);
  if (found.length === 0) return null;
  return (
    <View role="status" aria-label="Snags of these dates" style={{ gap: 6 }}>
      {found.slice(0, MOST).map(({ key, reason }) => (
        <Text key={key} kind="small" color={ember}>
          {reason}
        </Text>
      ))}
    </View>
  );
}
