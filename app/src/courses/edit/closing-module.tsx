/** A closing module is offered where a course has none, once: who does not want it is not asked again here. */
import { addClosing, lacksClosing, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { memo, useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  course: PlanCourse;
  newId(): string;
  perform(...operations: Operation[]): void;
}

export const ClosingModule = memo(function ClosingModule({ course, newId, perform }: Props) {
  const { quiet } = usePalette();
  const name = `dawngate-no-closing-${course.id}`;
  const [declined, setDeclined] = useState(() => remembered(name));
  if (declined || !lacksClosing(course)) return null;
  return (
    <View role="region" aria-label="A closing module" style={{ gap: 8, maxWidth: 620 }}>
      <Text kind="small" color={quiet}>
        The course ends with its last lesson. People remember an end: what they can do now, what
        comes next, a word back to you.
      </Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <Choice
          label="Add a closing module"
          onPress={() => perform(...addClosing(course, newId))}
        />
        <Choice
          label="Not for this course"
          onPress={() => {
            remember(name);
            setDeclined(true);
          }}
        />
      </View>
    </View>
  );
});

function remembered(name: string): boolean {
  try {
    return localStorage.getItem(name) !== null;
  } catch {
    return false;
  }
}

function remember(name: string): void {
  try {
    localStorage.setItem(name, "no");
  } catch {
    // It is asked again the next time.
  }
}
