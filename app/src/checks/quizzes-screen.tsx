/** The checks of a course, looked at: whose attempts came to what, which question tells what, what was handed in, what people said. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useMay } from "../school/may";
import { Coming } from "../store/coming";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { AnalysisPart } from "./analysis-part";
import { useGetCourseQuizzesQuery } from "./api";
import { SubmissionsList } from "./assignment/submissions-list";
import { AttemptsPart } from "./attempts-part";
import { QUIZZES } from "./places";
import { SurveyPart } from "./survey/results";

export function QuizzesScreen() {
  const { school, course } = useLocalSearchParams() as InCourse;
  const place = { school, course };
  const may = useMay(school);
  const { data: about } = useGetCourseQuery(place);
  const { data, error, refetch } = useGetCourseQuizzesQuery(place);
  const [chosen, setChosen] = useState<string | null>(null);
  const [worth, setWorth] = useState(false);
  const [cohort, setCohort] = useState<string | null>(null);
  const cohorts = about?.cohorts ?? [];
  const quizzes = data?.quizzes ?? [];
  const surveys = data?.surveys ?? [];
  const assignments = may("submissions.review") ? (data?.assignments ?? []) : [];
  const all = [...quizzes, ...assignments, ...surveys];
  const lesson = all.find((one) => one.lesson === chosen)?.lesson ?? all[0]?.lesson;
  const isSurvey = surveys.some((one) => one.lesson === lesson);
  const isAssignment = assignments.some((one) => one.lesson === lesson);
  return (
    <CourseFrame at={place} title={about?.title} here={QUIZZES}>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : lesson === undefined ? (
        <Empty
          title="No quiz, assignment or survey is published in this course"
          says="A lesson of the kind “quiz” is done when it is passed, an “assignment” when it is accepted, a “survey” when it is answered. Add one in the outline."
        />
      ) : (
        <View style={{ gap: 16, maxWidth: 860 }}>
          {all.length > 1 ? (
            <Choices label="Quiz, assignment or survey" line>
              {all.map((one) => (
                <Choice
                  key={one.lesson}
                  label={one.title}
                  taken={one.lesson === lesson}
                  onPress={() => setChosen(one.lesson)}
                />
              ))}
            </Choices>
          ) : null}
          {isAssignment ? (
            <SubmissionsList key={lesson} school={school} only={{ course, lesson }} />
          ) : isSurvey ? (
            <SurveyPart key={lesson} place={{ ...place, lesson }} />
          ) : (
            <>
              <Choices label="What to look at">
                <Choice label="Attempts" taken={!worth} onPress={() => setWorth(false)} />
                <Choice
                  label="What its questions tell"
                  taken={worth}
                  onPress={() => setWorth(true)}
                />
              </Choices>
              {cohorts.length === 0 ? null : (
                <Choices label="Whose" line>
                  {[{ id: null, name: "Everybody" }, ...cohorts].map(({ id, name }) => (
                    <Choice
                      key={id}
                      label={id === null ? name : `Cohort ${name}`}
                      taken={cohort === id}
                      onPress={() => setCohort(id)}
                    />
                  ))}
                </Choices>
              )}
              {worth ? (
                <AnalysisPart key={lesson} place={{ ...place, lesson }} cohort={cohort} />
              ) : (
                <AttemptsPart key={lesson} place={{ ...place, lesson }} cohort={cohort} />
              )}
            </>
          )}
        </View>
      )}
    </CourseFrame>
  );
}
