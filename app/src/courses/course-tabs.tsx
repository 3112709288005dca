/** The sides of a course, for staff: its schedule, its outline, its people, its cohorts, its public page. */
import { Link } from "expo-router";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export type CourseSide = "schedule" | "everybody" | "rehearsal" | "edit" | "people" | "cohorts";

interface Props {
  school: string;
  course: string;
  here: CourseSide;
  /** It was never published: nobody can be in it yet. */
  unpublished?: boolean;
}

export function CourseTabs({ school, course, here, unpublished = false }: Props) {
  const { data } = useGetSchoolQuery(school);
  const { dusk, ink, ember } = usePalette();
  const base = `/${school}/courses/${course}`;
  const sides: [CourseSide | "public", string, string][] = [
    ...(unpublished
      ? []
      : ([
          ["schedule", "Schedule", base],
          ["everybody", "Everybody", `${base}/everybody`],
          ["rehearsal", "Rehearsal", `${base}/rehearsal`],
        ] as [CourseSide, string, string][])),
    ...(data?.role === "owner"
      ? ([["edit", "Outline and gates", `${base}/edit`]] as [CourseSide, string, string][])
      : []),
    ...(unpublished
      ? []
      : ([
          ["people", "People", `${base}/people`],
          ["cohorts", "Cohorts", `${base}/cohorts`],
          ["public", "Public page", `/${school}/c/${course}`],
        ] as [CourseSide | "public", string, string][])),
  ];
  return (
    <View
      role="navigation"
      aria-label="The course"
      style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 20 }}
    >
      {sides.map(([side, name, href]) => (
        <Link
          key={side}
          href={href}
          aria-current={side === here ? "page" : undefined}
          style={{
            paddingVertical: 11,
            borderBottomWidth: 2,
            borderBottomColor: side === here ? ember : "transparent",
          }}
        >
          <Text kind={side === here ? "smallStrong" : "small"} color={side === here ? ink : dusk}>
            {name}
          </Text>
        </Link>
      ))}
    </View>
  );
}
