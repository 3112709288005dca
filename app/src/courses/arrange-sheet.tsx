/** Where a course stands among the others: its group, its place in the list, the archive. */

import type { CatalogPlace, CourseChange, CourseSummary } from "@dawngate/contract/courses";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useArrangeCourseMutation } from "./api";
import { grouped } from "./filters";

const PLACES: readonly [CatalogPlace, string][] = [
  ["unlisted", "Not shown"],
  ["listed", "Shown"],
  ["featured", "Among the first"],
];

interface Props {
  school: string;
  course: CourseSummary;
  courses: readonly CourseSummary[];
  onClose(): void;
}

export function ArrangeSheet({ school, course, courses, onClose }: Props) {
  const { quiet } = usePalette();
  const [arrange, { error }] = useArrangeCourseMutation();
  const [typed, setTyped] = useState<string | null>(null);
  const set = (change: CourseChange) => arrange({ school, course: course.id, body: change });
  // Its neighbors as they are seen: in its group, in or out of the archive as it is.
  const beside = courses.filter(
    ({ group, archived }) => group === course.group && archived === course.archived,
  );
  const at = beside.findIndex(({ id }) => id === course.id);
  const above = beside[at - 1];
  const below = beside[at + 1];
  const before = courses[courses.findIndex(({ id }) => id === above?.id) - 1];
  const groups = grouped(courses).flatMap(([group]) => (group === "" ? [] : [group]));
  return (
    <Sheet title={course.title} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <View style={{ gap: 8 }}>
        <TextField
          label="Group"
          value={typed ?? course.group}
          onChangeText={setTyped}
          onBlur={() => {
            if (typed !== null && typed.trim() !== course.group) set({ group: typed.trim() });
            setTyped(null);
          }}
          maxLength={200}
        />
        {groups.length > 0 ? (
          <Choices label="Groups there are">
            {groups.map((group) => (
              <Choice
                key={group}
                label={group}
                taken={course.group === group}
                onPress={() => set({ group: course.group === group ? "" : group })}
              />
            ))}
          </Choices>
        ) : (
          <Text kind="small" color={quiet}>
            Courses of the same group stand together under its name.
          </Text>
        )}
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <QuietAction
          label="Move up"
          disabled={!above}
          onPress={() => set({ after: before?.id ?? null })}
        />
        <QuietAction
          label="Move down"
          disabled={!below}
          onPress={() => below && set({ after: below.id })}
        />
      </View>
      <View style={{ gap: 8 }}>
        <Choices label="In the school's catalog">
          {PLACES.map(([place, label]) => (
            <Choice
              key={place}
              label={label}
              taken={course.catalog === place}
              onPress={() => set({ catalog: place })}
            />
          ))}
        </Choices>
        <Text kind="small" color={quiet}>
          {course.version === null
            ? "It stands there once it is published."
            : "What is on sale to everybody stands there anyhow."}
        </Text>
      </View>
      <View style={{ gap: 8 }}>
        <Text color={quiet}>
          {course.archived
            ? "It is in the archive: nobody new gets in. Whoever is in it keeps what they have."
            : `In the archive a course takes nobody new and is out of the way here. ${sayInside(course.enrolled)}`}
        </Text>
        <QuietAction
          label={course.archived ? "Take it out of the archive" : "Put it in the archive"}
          onPress={() => set({ archived: !course.archived })}
        />
      </View>
    </Sheet>
  );
}

function sayInside(enrolled: number): string {
  if (enrolled === 0) return "Nobody is in it.";
  return enrolled === 1
    ? "The one person in it keeps what they have."
    : `The ${enrolled} people in it keep what they have.`;
}
