/** Answers of attempts that have ended, given without a connection and never sent: they go out when one comes back. */
import type { MyQuiz } from "@dawngate/contract/checks";
import { useEffect } from "react";
import { AnswerKeeper } from "./answer-keeper";
import { portsOf } from "./answer-ports";
import { useSaveAnswersMutation } from "./api";
import { readLeftAnswers } from "./left-answers";

export function useLeftovers(
  place: { school: string; enrollment: string; lesson: string },
  quiz: MyQuiz | undefined,
  onSent: () => void,
): void {
  const [save] = useSaveAnswersMutation();
  const left = (quiz?.attempts ?? [])
    .filter(({ id, endedAt }) => endedAt !== null && readLeftAnswers(id).length > 0)
    .map(({ id }) => id)
    .join(" ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for those that are left
  useEffect(() => {
    for (const attempt of left.split(" ").filter((id) => id !== "")) {
      const keeper = new AnswerKeeper(
        portsOf(
          attempt,
          (answers) => save({ ...place, attempt, body: { answers } }).unwrap(),
          () => undefined,
        ),
      );
      void keeper.flush().then((sent) => {
        if (sent) onSent();
      });
    }
  }, [left]);
}
