/** A course with the "as if" of its address, once both are known; what is shown in the meantime, and where there is none. */
import type { Course } from "@dawngate/contract/courses";
import { useLocalSearchParams } from "expo-router";
import type { ReactNode } from "react";
import { useGetCourseQuery } from "../../courses/api";
import { COURSES } from "../../courses/places";
import { useGetSchoolQuery } from "../../school/api";
import { Coming, titleComing } from "../../store/coming";
import { Page } from "../../ui/page";
import { useAsIf } from "../use-as-if";
import type { AsIf, Who } from "./as-if";

export interface Seen {
  school: string;
  course: Course;
  schoolZone: string;
  closed: readonly string[];
  asIf: AsIf;
  /** Whom to imagine where nobody was. */
  imagined: Extract<Who, { kind: "imagined" }>;
  setWho(who: Who): void;
  setAt(at: string | null): void;
}

export function SeenCourse({ children }: { children(seen: Seen): ReactNode }) {
  const { school, course: id } = useLocalSearchParams() as { school: string; course: string };
  const settings = useGetSchoolQuery({ school });
  const { data: course, error, refetch } = useGetCourseQuery({ school, course: id });
  const { asIf, imagined, ...changes } = useAsIf(course, settings.data?.timeZone);
  const trouble = error ?? settings.error;
  if (course && settings.data && asIf && imagined) {
    const { timeZone, calendar } = settings.data;
    const about = { school, course, schoolZone: timeZone, closed: calendar.closed };
    return children({ ...about, asIf, imagined, ...changes });
  }
  return (
    <Page
      title={titleComing(trouble)}
      above={{ text: COURSES.name, href: COURSES.href({ school, course: id }) }}
    >
      <Coming error={trouble} onRetry={() => (error ? refetch() : settings.refetch())} />
    </Page>
  );
}
