/** Where a lesson stands besides this course, and another course to let it stand in. */

import { useState } from "react";
import { View } from "react-native";
import { useGetLessonDraftQuery, useShareLessonMutation } from "../../lessons/api";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type InCourse, useGetCoursesQuery } from "../api";

export function Sharing({ place, lesson }: { place: InCourse; lesson: string }) {
  const { quiet } = usePalette();
  const { data, refetch } = useGetLessonDraftQuery({ ...place, lesson });
  const [choosing, setChoosing] = useState(false);
  const { data: list } = useGetCoursesQuery({ school: place.school }, { skip: !choosing });
  const [share, { error, isLoading }] = useShareLessonMutation();
  if (!data) return null;
  const holds = new Set(data.standsIn.map(({ course }) => course));
  const others = (list?.courses ?? []).filter(
    ({ id, archived }) => id !== place.course && !holds.has(id) && !archived,
  );
  return (
    <View style={{ gap: 10 }}>
      <Text color={quiet} role="status">
        {sayShared(data.standsIn.map(({ title }) => title))}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {choosing ? (
        <Choices label="Also in" many>
          {others.map(({ id, title }) => (
            <Choice
              key={id}
              label={title}
              onPress={async () => {
                const answer = await share({ ...place, lesson, body: { course: id } });
                if ("error" in answer) return;
                setChoosing(false);
                refetch();
              }}
            />
          ))}
          {list && others.length === 0 ? <Text>Every other course holds it already.</Text> : null}
        </Choices>
      ) : (
        <QuietAction
          label="Let it stand in another course too"
          busy={isLoading}
          onPress={() => setChoosing(true)}
        />
      )}
    </View>
  );
}

function sayShared(titles: string[]): string {
  if (titles.length === 0) return "It stands in this course alone.";
  const names = titles.map((title) => `“${title}”`).join(", ");
  return `It stands in ${names} too. What you change in its text changes there: ${titles.length + 1} courses in all. Gates and dates are each course's own.`;
}
