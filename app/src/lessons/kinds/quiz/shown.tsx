/** A quiz in its lesson. */
import type { PartOf } from "@dawngate/core/lessons";
import { countAsks } from "@dawngate/core/plan/asks";
import { QuizStanding } from "../../../checks/lazy-pieces";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import type { ShownProps } from "../kind";

export default function QuizShown({ part, mine }: ShownProps<PartOf<"quiz">>) {
  const { quiet } = usePalette();
  if (mine) return <QuizStanding mine={mine} />;
  const asks = countAsks(part);
  return (
    <Text color={quiet}>
      {asks === 0
        ? "This quiz asks nothing yet."
        : `A quiz of ${asks} question${asks === 1 ? "" : "s"}; ${part.passMark} % pass.`}
    </Text>
  );
}
