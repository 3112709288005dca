/** The sides of a course, for staff: those that the one who looks may see. */
import type { Permission } from "@dawngate/contract/permissions";
import { useMay } from "../school/may";
import { Tabs } from "../ui/tabs";

export type CourseSide =
  | "schedule"
  | "everybody"
  | "rehearsal"
  | "edit"
  | "remarks"
  | "people"
  | "cohorts"
  | "public";

interface Props {
  school: string;
  course: string;
  here: CourseSide;
  /** It was never published: nobody can be in it yet. */
  unpublished?: boolean;
}

/** Each side: its name, its place below the course, who sees it, and whether there is one before publishing. */
const SIDES: [CourseSide, string, string, Permission, "always" | "published"][] = [
  ["schedule", "Schedule", "", "courses.read", "published"],
  ["everybody", "Everybody", "/everybody", "people.see", "published"],
  ["rehearsal", "Rehearsal", "/rehearsal", "courses.read", "published"],
  ["edit", "Outline and gates", "/edit", "courses.edit", "always"],
  ["remarks", "Remarks", "/remarks", "remarks.write", "always"],
  ["people", "People", "/people", "people.see", "published"],
  ["cohorts", "Cohorts", "/cohorts", "courses.read", "published"],
  ["public", "Public page", "", "school.see", "published"],
];

export function CourseTabs({ school, course, here, unpublished = false }: Props) {
  const may = useMay(school);
  const base = `/${school}/courses/${course}`;
  return (
    <Tabs
      label="The course"
      sides={SIDES.filter(
        ([, , , permission, when]) => may(permission) && (when === "always" || !unpublished),
      ).map(([side, name, place]) => ({
        name,
        href: side === "public" ? `/${school}/c/${course}` : `${base}${place}`,
        here: side === here,
      }))}
    />
  );
}
