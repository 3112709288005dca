/** What people ask in a course, for whoever answers: those that wait first, answered where they stand. */
import { useLocalSearchParams, useRouter } from "expo-router";
import { lazy, Suspense, useState } from "react";
import { View } from "react-native";
import { type InCourse, useArrangeCourseMutation, useGetDraftQuery } from "../../courses/api";
import { CourseFrame } from "../../frame/course-frame";
import { useGetSchoolQuery } from "../../school/api";
import { useMay } from "../../school/may";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { Skeleton } from "../../ui/skeleton";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { QUESTIONS } from "../places";
import { useAnswerQuestionMutation, useGetAskedInfiniteQuery, useHideAskedMutation } from "./api";

const AnswerField = lazy(async () => ({ default: (await import("./pieces")).AnswerField }));
const QuestionView = lazy(async () => ({ default: (await import("./pieces")).QuestionView }));

export function QuestionsScreen() {
  const place = useLocalSearchParams() as InCourse;
  const router = useRouter();
  const may = useMay(place.school);
  const { data: draft } = useGetDraftQuery(place);
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const [arrange] = useArrangeCourseMutation();
  const [waiting, setWaiting] = useState(true);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } = useGetAskedInfiniteQuery(
    { ...place, waits: waiting ? "yes" : null },
    { refetchOnMountOrArgChange: true },
  );
  const [answer] = useAnswerQuestionMutation();
  const [hide] = useHideAskedMutation();
  const questions = data?.pages.flatMap((page) => page.questions) ?? [];
  const zone = school?.timeZone ?? "UTC";
  return (
    <CourseFrame
      at={place}
      title={draft?.course.title}
      here={QUESTIONS}
      unpublished={draft?.version === null}
    >
      <View style={{ maxWidth: 720, gap: 14 }}>
        <Choices label="Which questions" line>
          <Choice
            label={data ? `Waiting ${data.pages[0]?.waiting ?? 0}` : "Waiting"}
            taken={waiting}
            onPress={() => setWaiting(true)}
          />
          <Choice label="All" taken={!waiting} onPress={() => setWaiting(false)} />
        </Choices>
        {!data ? (
          <Coming error={error} onRetry={refetch} />
        ) : questions.length === 0 ? (
          <Empty
            title={waiting ? "Nobody waits for an answer" : "Nobody has asked yet"}
            says="What people ask under a lesson stands here until somebody of the school has answered."
          />
        ) : (
          <Suspense fallback={<Skeleton widths={[1, 0.9, 0.6]} />}>
            <View role="list" style={{ gap: 12 }}>
              {questions.map((question) => {
                const at = { ...place, question: question.id };
                return (
                  <QuestionView
                    key={question.id}
                    question={question}
                    zone={zone}
                    above={<Text kind="smallStrong">{question.title}</Text>}
                    underAnswer={(one) =>
                      one.staff ? null : (
                        <QuietAction
                          label={one.hidden ? "Bring it back" : "Out of sight"}
                          says={`${one.hidden ? "Bring it back" : "Out of sight"}: the answer of ${one.name}`}
                          tight
                          onPress={() =>
                            void hide({ ...at, body: { answer: one.id, hidden: !one.hidden } })
                          }
                        />
                      )
                    }
                  >
                    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
                      <AnswerField onSend={(body) => answer({ ...at, body })} />
                      {question.enrollment !== null ? (
                        <QuietAction
                          label="Their dates"
                          says={`Their dates: ${question.name}`}
                          tight
                          onPress={() =>
                            router.push(
                              `/${place.school}/courses/${place.course}?enrollment=${question.enrollment}`,
                            )
                          }
                        />
                      ) : null}
                      <QuietAction
                        label={question.hidden ? "Bring it back" : "Out of sight"}
                        says={`${question.hidden ? "Bring it back" : "Out of sight"}: the question of ${question.name}`}
                        tight
                        onPress={() =>
                          void hide({ ...at, body: { answer: null, hidden: !question.hidden } })
                        }
                      />
                    </View>
                  </QuestionView>
                );
              })}
            </View>
          </Suspense>
        )}
        {hasNextPage ? (
          <QuietAction label="More" onPress={() => void fetchNextPage()} busy={isFetching} />
        ) : null}
        {draft && may("courses.make") ? (
          <Switched
            label="People can ask under the lessons of this course"
            says="Off: what was asked stays to be read."
            on={draft.questions}
            onChange={(on) => void arrange({ ...place, body: { questions: on } })}
          />
        ) : null}
      </View>
    </CourseFrame>
  );
}
