/** A quiz in its lesson: how it counts, how one stands, and the way into it. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { useGetMyQuizQuery } from "../../../checks/api";
import { Before } from "../../../checks/before";
import { ScoreLine } from "../../../checks/lazy-pieces";
import { sayPercent } from "../../../checks/say-rules";
import { explain } from "../../../store/api";
import { Notice } from "../../../ui/notice";
import { Skeleton } from "../../../ui/skeleton";
import { Text } from "../../../ui/text";
import { TextLink } from "../../../ui/text-link";
import { usePalette } from "../../../ui/theme";
import type { ShownProps } from "../kind";

export default function QuizShown({ part, mine }: ShownProps<PartOf<"quiz">>) {
  const { quiet } = usePalette();
  if (mine) return <Mine mine={mine} />;
  const asks = part.parts
    .flatMap(({ ask }) => ask)
    .reduce((sum, one) => sum + (typeof one === "string" ? 1 : one.draw), 0);
  return (
    <Text color={quiet}>
      {asks === 0
        ? "This quiz asks nothing yet."
        : `A quiz of ${asks} question${asks === 1 ? "" : "s"}; ${part.passMark} % pass.`}
    </Text>
  );
}

function Mine({ mine }: { mine: NonNullable<ShownProps["mine"]> }) {
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
