/** How a quiz counts, as its author changes it: where attempts are on record, seen for whom it changes what, then kept. */
import type { MarkedAgain } from "@dawngate/contract/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { COUNTING, countsAlike } from "@dawngate/core/plan/counting";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useLookAtRulesMutation } from "../api";
import { SeenFirst } from "./marked-people";
import type { Place } from "./place";
import { RuleSentence } from "./rule-sentence";

type Quiz = PartOf<"quiz">;
interface Props {
  place: Place;
  quiz: Quiz;
  /** So many attempts are on record, up to a thousand. */
  taken: number;
  onQuiz(quiz: Quiz): void;
}

/** Of one state of a quiz what says how attempts count, of another all the rest. */
const counting = (rules: Quiz, rest: Quiz): Quiz => ({
  ...rest,
  ...Object.fromEntries(COUNTING.map((name) => [name, rules[name]])),
});

export function Counting({ place, quiz, taken, onQuiz }: Props) {
  const { quiet, line } = usePalette();
  /** As it would count; null: as it does. */
  const [wanted, setWanted] = useState<Quiz | null>(null);
  const [seen, setSeen] = useState<MarkedAgain | null>(null);
  const [look, looking] = useLookAtRulesMutation();
  if (taken === 0) return <RuleSentence quiz={quiz} onQuiz={onQuiz} />;
  const shown = wanted ? counting(wanted, quiz) : quiz;
  const change = (next: Quiz) => {
    setSeen(null);
    setWanted(countsAlike(next, quiz) ? null : next);
    // What changes no score is kept at once.
    const rest = counting(quiz, next);
    if (rest.atOnce !== quiz.atOnce || rest.show !== quiz.show || rest.messages !== quiz.messages)
      onQuiz(rest);
  };
  const see = async () => {
    const answer = await look({ ...place, body: { part: shown } });
    if ("data" in answer && answer.data) setSeen(answer.data);
  };
  return (
    <View style={{ gap: 12 }}>
      <RuleSentence quiz={shown} onQuiz={change} />
      <Text kind="small" color={quiet}>
        {`${taken >= 1000 ? "1,000 or more attempts are" : taken === 1 ? "One attempt is" : `${taken} attempts are`} on record. How it counts is changed for all of them, seen first; a question is changed for new ones alone, or for everybody, as you say.`}
      </Text>
      {wanted === null ? null : (
        <View
          role="group"
          aria-label="Another way of counting"
          style={{ gap: 10, borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 14 }}
        >
          {looking.error ? <Notice {...explain(looking.error)} /> : null}
          {seen ? (
            <SeenFirst
              marked={seen}
              onKeep={() => {
                onQuiz(shown);
                setWanted(null);
                setSeen(null);
              }}
            />
          ) : (
            <PrimaryAction
              label="See whom it touches"
              busy={looking.isLoading}
              onPress={() => void see()}
            />
          )}
          <QuietAction
            label="Leave it as it was"
            onPress={() => {
              setWanted(null);
              setSeen(null);
            }}
          />
        </View>
      )}
    </View>
  );
}
