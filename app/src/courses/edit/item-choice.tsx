/** A module or lesson of the course, found by typing a part of its title where there are many. */

import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { SearchField } from "../../ui/search-field";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { MomentCourse } from "./moment-context";

interface Props {
  course: MomentCourse;
  own: string;
  chosen: string;
  /** Only what can be passed. */
  quizzes: boolean;
  /** The course as a whole, too. */
  whole?: boolean;
  onChoose(id: string): void;
}

const MOST = 12;

export function ItemChoice({ course, own, chosen, quizzes, whole = false, onChoose }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const inIt = course.modules.flatMap((module) => [
    ...(quizzes ? [] : [{ id: module.id, title: module.title, module: true }]),
    ...module.lessons
      .filter(({ kind }) => !quizzes || kind === "quiz" || kind === "assignment")
      .map(({ id, title }) => ({ id, title, module: false })),
  ]);
  const all = whole ? [{ id: course.id, title: course.title, module: true }, ...inIt] : inIt;
  const wanted = typed.trim().toLowerCase();
  const matches = all.filter(
    ({ id, title }) => id !== own && (id === chosen || title.toLowerCase().includes(wanted)),
  );
  // Modules first, where nothing is looked for; what is chosen always stands there.
  const shown = [
    ...matches.filter(({ id }) => id === chosen),
    ...matches.filter(({ id, module }) => id !== chosen && module),
    ...matches.filter(({ id, module }) => id !== chosen && !module),
  ].slice(0, MOST);
  return (
    <View style={{ gap: 8 }}>
      {all.length > MOST ? (
        <SearchField label="Find by title" value={typed} onChange={setTyped} />
      ) : null}
      <Choices label="Which">
        {shown.map(({ id, title }) => (
          <Choice
            key={id}
            label={title || "without a title"}
            taken={id === chosen}
            onPress={() => onChoose(id)}
          />
        ))}
      </Choices>
      {shown.length === 0 ? (
        <Text kind="small" color={quiet}>
          {quizzes
            ? "There is no quiz or assignment yet that can be passed."
            : "Nothing is called that."}
        </Text>
      ) : matches.length > MOST ? (
        <Text kind="small" color={quiet}>
          and {matches.length - MOST} more; type a part of the title
        </Text>
      ) : null}
    </View>
  );
}
