/** The "as if" of a course's page: read from its address, and written back there. */
import type { Course } from "@dawngate/contract/courses";
import type { Instant } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useMemo, useState } from "react";
import {
  type AsIf,
  type AsIfParams,
  firstAsIf,
  readAsIf,
  type Who,
  writeAsIf,
} from "./as-if/as-if";

/** Null until the course is known. */
export function useAsIf(course: Course | undefined, schoolZone: string | undefined) {
  const params = useLocalSearchParams() as AsIfParams;
  const router = useRouter();
  // What "now" was when the page was opened: an imagined enrollee must not enroll anew with every drawing.
  const [opened] = useState(() => Date.now() as Instant);
  const { enrollment, day, time, zone, cohort, at } = params;
  const asIf = useMemo(() => {
    if (!course || !schoolZone) return null;
    const first = firstAsIf(course, schoolZone, opened);
    const read = readAsIf({ enrollment, day, time, zone, cohort, at }, schoolZone);
    return { current: read ?? { ...first, at: at || null }, first };
  }, [course, schoolZone, opened, enrollment, day, time, zone, cohort, at]);
  const change = (next: AsIf) => router.setParams(writeAsIf(next) as AsIfParams);
  return {
    asIf: asIf?.current ?? null,
    /** Whom to imagine where nobody was. */
    imagined: asIf?.first.who as Extract<Who, { kind: "imagined" }> | undefined,
    setWho: (who: Who) => asIf && change({ ...asIf.current, who }),
    setAt: (instant: string | null) => asIf && change({ ...asIf.current, at: instant }),
  };
}
