/** How one stands in a quiz, in the lesson it stands in: how it counts, what one has, and the way to what one did. */
import { View } from "react-native";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useGetMyQuizQuery } from "./api";
import { Before } from "./before";
import { sayPercent } from "./say-rules";
import { ScoreLine } from "./score-line";

export function QuizStanding({
  mine,
}: {
  mine: { school: string; enrollment: string; lesson: string };
}) {
  const { data, error, refetch } = useGetMyQuizQuery(mine, { refetchOnMountOrArgChange: true });
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  if (!data) return <Skeleton widths={[0.7, 1, 0.5]} />;
  const counted = data.attempts.find(({ id }) => id === data.counts);
  return (
    <View style={{ gap: 14 }}>
      {counted?.score != null ? (
        <View style={{ gap: 6 }}>
          <Text kind="strong">
            {`${data.passed ? "Passed" : "Not passed yet"}: ${sayPercent(counted.score)}`}
          </Text>
          <ScoreLine score={counted.score} passMark={data.rules.passMark} passed={data.passed} />
        </View>
      ) : null}
      <Before quiz={data} />
      {/* Else the page's own bar leads there. */}
      {data.passed ? (
        <TextLink href={`/${mine.school}/shelf/${mine.enrollment}/${mine.lesson}/quiz`}>
          {data.next.state === "now" && data.shut === null
            ? "Look at it, or try again"
            : "Look at it again"}
        </TextLink>
      ) : null}
    </View>
  );
}
