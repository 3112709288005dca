/** Whom a roster shows by another course: who is in it, who is not, who has finished it. */
import type { NewRosterView } from "@dawngate/contract/roster-views";
import { View } from "react-native";
import { useGetCoursesQuery } from "../../courses/api";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { FoundField } from "../../ui/found-field";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

type Other = NonNullable<NewRosterView["other"]>;

/** Said where the list is narrowed so. */
export const OTHER_WORDS: Record<Other["is"], string> = {
  in: "In another course",
  "not-in": "Not in another course",
  finished: "Finished another course",
};
const KINDS = Object.entries(OTHER_WORDS) as [Other["is"], string][];

interface Props {
  school: string;
  /** Whose roster it is. */
  course: string;
  other: NewRosterView["other"];
  onOther(other: NewRosterView["other"]): void;
}

/** So many are chosen from as they stand; of more one is found by its title. */
const FEW = 8;

export function ByCourse({ school, course, other, onOther }: Props) {
  const { quiet } = usePalette();
  const { data } = useGetCoursesQuery({ school });
  const courses = (data?.courses ?? []).filter(({ id, archived }) => id !== course && !archived);
  const [first] = courses;
  if (!first && other === null) return null;
  const chosen = other?.course ?? first?.id ?? "";
  const titleOf = (id: string) => courses.find((one) => one.id === id)?.title ?? "a course";
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet} aria-hidden>
        By another course
      </Text>
      <Choices label="By another course">
        <Choice
          label="Whatever else they are in"
          taken={other === null}
          onPress={() => onOther(null)}
        />
        {KINDS.map(([is, label]) => (
          <Choice
            key={is}
            label={label}
            taken={other?.is === is}
            onPress={() => onOther({ course: chosen, is })}
          />
        ))}
      </Choices>
      {other === null ? null : courses.length > FEW ? (
        <FoundField
          label="The other course"
          says={titleOf(chosen)}
          of={courses.map(({ id, title }) => ({ value: id, says: title }))}
          none="No course is called so."
          onChange={(id) => onOther({ ...other, course: id })}
        />
      ) : (
        <Choices label="The other course">
          {courses.map(({ id, title }) => (
            <Choice
              key={id}
              label={title}
              taken={id === chosen}
              onPress={() => onOther({ ...other, course: id })}
            />
          ))}
        </Choices>
      )}
    </View>
  );
}
