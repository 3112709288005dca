/** How the courses inside a draft stand beside what is published of them, asked anew once others stand there. */
import { insideIn } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { useEffect, useMemo, useRef } from "react";
import { type InCourse, useGetInsideQuery } from "../api";
import type { InsideState } from "./inside-rows";

const NONE: ReadonlyMap<string, InsideState> = new Map();

/** `keptAt`: when the draft was kept last; `states` has those whose state is known, `around` the courses it stands in. */
export function useInside(place: InCourse, course: PlanCourse, keptAt: number | null) {
  const { data, refetch } = useGetInsideQuery(place, { refetchOnMountOrArgChange: true });
  const inside = insideIn(course);
  // What is put in anew is another object, though nothing else may differ.
  const stands = JSON.stringify(inside.map(({ course, modules }) => [course, modules]));
  const asked = useRef({ stands, keptAt });
  useEffect(() => {
    if (asked.current.keptAt === keptAt || asked.current.stands === stands) return;
    asked.current = { stands, keptAt };
    refetch();
  }, [stands, keptAt, refetch]);
  const states = useMemo(
    () => (data ? new Map(data.inside.map((one) => [one.course, one])) : NONE),
    [data],
  );
  return { states, around: data?.around ?? [] };
}
