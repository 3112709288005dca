/** The quizzes of a course, looked at: whose attempts came to what, and which question tells what. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { Coming } from "../store/coming";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { AnalysisPart } from "./analysis-part";
import { useGetCourseQuizzesQuery } from "./api";
import { AttemptsPart } from "./attempts-part";
import { QUIZZES } from "./places";

export function QuizzesScreen() {
  const { school, course } = useLocalSearchParams() as InCourse;
  const place = { school, course };
  const { data: about } = useGetCourseQuery(place);
  const { data, error, refetch } = useGetCourseQuizzesQuery(place);
  const [chosen, setChosen] = useState<string | null>(null);
  const [worth, setWorth] = useState(false);
  const quizzes = data?.quizzes ?? [];
  const lesson = quizzes.find((one) => one.lesson === chosen)?.lesson ?? quizzes[0]?.lesson;
  return (
    <CourseFrame at={place} title={about?.title} here={QUIZZES}>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : lesson === undefined ? (
        <Empty
          title="No quiz is published in this course"
          says="A lesson of the kind “quiz” asks questions, and is done when it is passed. Add one in the outline."
        />
      ) : (
        <View style={{ gap: 16, maxWidth: 860 }}>
          {quizzes.length > 1 ? (
            <Choices label="Quiz" line>
              {quizzes.map((one) => (
                <Choice
                  key={one.lesson}
                  label={one.title}
                  taken={one.lesson === lesson}
                  onPress={() => setChosen(one.lesson)}
                />
              ))}
            </Choices>
          ) : null}
          <Choices label="What to look at">
            <Choice label="Attempts" taken={!worth} onPress={() => setWorth(false)} />
            <Choice label="What its questions tell" taken={worth} onPress={() => setWorth(true)} />
          </Choices>
          {worth ? (
            <AnalysisPart key={lesson} place={{ ...place, lesson }} />
          ) : (
            <AttemptsPart key={lesson} place={{ ...place, lesson }} />
          )}
        </View>
      )}
    </CourseFrame>
  );
}
