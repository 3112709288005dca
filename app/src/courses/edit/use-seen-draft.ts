/** For whom and when a draft's dates hold while it is edited: somebody imagined, or a person of the course; at an instant. */
import type { Course } from "@dawngate/contract/courses";
import type { PlanCohort, PlanCourse } from "@dawngate/core/plan";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { useGetEnrollmentPlanQuery } from "../../schedule/api";
import { type AsIf, likelyCohort, type SeenIn, type Who } from "../../schedule/as-if/as-if";
import { read } from "../../schedule/horizon/scale";
import type { InCourse } from "../api";
import { imagine, NOON, previewFor, type SchoolSettings, type SeenFor } from "./preview";

interface Setting {
  place: InCourse;
  school: SchoolSettings;
  course: PlanCourse;
  /** As it is published; undefined: it was never, and nobody can be in it. */
  published: Course | undefined;
}

export function useSeenDraft({ place, school, course, published }: Setting) {
  const [opened] = useState(() => Date.now() as Instant);
  const { timeZone } = school;
  const imagined = useMemo(() => {
    const day = formatDate(localDateAt(zoneOf(timeZone), opened));
    const cohort = likelyCohort(published?.cohorts ?? [], day)?.id ?? null;
    return { kind: "imagined" as const, day, time: NOON, timeZone, cohort };
  }, [timeZone, opened, published]);
  const [chosen, setChosen] = useState<Who | null>(null);
  const who = chosen ?? imagined;
  /** Null: as they enroll, or, of somebody real, now. */
  const [at, setAt] = useState<Instant | null>(null);
  const [dragged, setDragged] = useState<Instant | null>(null);
  const real = useGetEnrollmentPlanQuery(
    { ...place, enrollment: who.kind === "real" ? who.enrollment : "" },
    { skip: who.kind !== "real" },
  );
  const cohorts = useMemo(
    () =>
      (published?.cohorts ?? []).map((cohort): PlanCohort & { name: string } => {
        return { ...cohort, course: place.course };
      }),
    [published, place.course],
  );
  const enrollment = useMemo(
    () =>
      who.kind === "real" ? (real.currentData?.enrollment ?? null) : imagine(place.course, who),
    [who, real.currentData, place.course],
  );
  const first = who.kind === "real" ? opened : read(enrollment?.enrolledAt ?? null);
  const shown = dragged ?? at ?? first;
  const seenAt = useDeferredValue(shown);
  const seen = useMemo(
    (): SeenFor | null =>
      enrollment === null || seenAt === null
        ? null
        : {
            enrollment,
            cohort: cohorts.find(({ id }) => id === enrollment.cohort) ?? null,
            name: who.kind === "real" ? (real.currentData?.name ?? null) : null,
            at: seenAt,
          },
    [enrollment, seenAt, cohorts, who.kind, real.currentData],
  );
  const seenIn: SeenIn = {
    id: course.id,
    people: published?.people ?? 0,
    window: course.window,
    cohorts: published?.cohorts ?? [],
  };
  const asIf: AsIf = { who, at: shown === null ? null : formatInstant(shown) };
  return {
    /** What the strip says, and changes. */
    strip: {
      school: place.school,
      course: seenIn,
      asIf,
      imagined,
      setWho: (next: Who) => {
        setChosen(next);
        setAt(null);
      },
      setAt: (instant: string | null) => setAt(instant === null ? opened : read(instant)),
    },
    cohorts,
    cohort: cohorts.find(({ id }) => id === enrollment?.cohort) ?? null,
    /** The instant shown, also while it is dragged. */
    at: shown,
    /** The instant the picture begins with: it stands still while another is dragged. */
    first,
    onMove: setDragged,
    onSettle: (instant: Instant) => {
      setDragged(null);
      setAt(instant);
    },
    /** The dates of a plan for them; null: none are known. */
    preview: useCallback(
      (plan: PlanCourse) => (seen === null ? null : previewFor(school, plan, seen)),
      [school, seen],
    ),
  };
}
