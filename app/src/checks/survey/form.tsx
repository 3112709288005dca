/** A survey as one answers it: all of it on one page, handed in once, and whether it bears one's name said first. */
import type { Ticked } from "@dawngate/contract/enrollment";
import type { PartOf } from "@dawngate/core/lessons";
import { type SurveyAnswers, surveyFaults } from "@dawngate/core/lessons/survey";
import { useState } from "react";
import { View } from "react-native";
import { Markdown } from "../../lessons/written";
import { explain, pressKey } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { toggled } from "../../ui/toggled";
import { useAnswerSurveyMutation } from "../api";
import { Marked } from "../kinds/marked";

type Survey = PartOf<"survey">;
type Question = Survey["questions"][number];

interface Props {
  part: Survey;
  /** Null: it is looked at by somebody else than who learns in it. */
  mine: { school: string; enrollment: string; lesson: string } | null;
  done: boolean;
  onDone?(ticked: Ticked): void;
}

export function SurveyForm({ part, mine, done, onDone }: Props) {
  const { quiet, ember } = usePalette();
  const [answers, setAnswers] = useState<SurveyAnswers>({});
  const [tried, setTried] = useState(false);
  const [hand, handing] = useAnswerSurveyMutation();
  const [key] = useState(pressKey);
  if (done)
    return (
      <View style={{ gap: 8 }}>
        <Text kind="strong">Thank you: you have answered this.</Text>
        {part.after ? <Markdown text={part.after} /> : null}
      </View>
    );
  const faults = new Map(surveyFaults(part, answers).map((one) => [one.question, one.reason]));
  const set = (id: string, answer: SurveyAnswers[string]) =>
    setAnswers((before) => ({ ...before, [id]: answer }));
  const send = async () => {
    setTried(true);
    if (faults.size > 0 || !mine) return;
    const answer = await hand({ ...mine, body: { answers, key } });
    if ("data" in answer && answer.data) onDone?.(answer.data);
  };
  return (
    <View style={{ gap: 24, maxWidth: 680 }}>
      <Text kind="small" color={quiet}>
        {part.anonymous
          ? "Answered without your name: what you say is kept among what others say, and nothing leads back to you. It is shown to the school once five have answered."
          : "Your school sees your answers with your name."}
      </Text>
      {part.before ? <Markdown text={part.before} /> : null}
      {part.questions.map((question, i) => (
        <View key={question.id} role="group" aria-label={question.text} style={{ gap: 8 }}>
          <Text kind="strong">{`${i + 1}. ${question.text}`}</Text>
          <AnswerField
            question={question}
            answer={answers[question.id]}
            onAnswer={(one) => set(question.id, one)}
          />
          {tried && faults.has(question.id) ? (
            <Text kind="small" color={ember} aria-live="polite">
              {faults.get(question.id)}
            </Text>
          ) : question.needed ? null : (
            <Text kind="small" color={quiet}>
              May be left out
            </Text>
          )}
        </View>
      ))}
      {handing.error ? <Notice {...explain(handing.error)} /> : null}
      {part.questions.length === 0 ? (
        <Text color={quiet}>It asks nothing yet.</Text>
      ) : (
        <PrimaryAction
          label="Hand in"
          disabled={mine === null}
          busy={handing.isLoading}
          onPress={() => void send()}
        />
      )}
    </View>
  );
}

function AnswerField({
  question,
  answer,
  onAnswer,
}: {
  question: Question;
  answer: SurveyAnswers[string] | undefined;
  onAnswer(answer: SurveyAnswers[string]): void;
}) {
  const { quiet } = usePalette();
  if (question.kind === "text")
    return (
      <TextField
        label="In your own words"
        value={typeof answer === "string" ? answer : ""}
        multiline
        maxLength={5000}
        onChangeText={onAnswer}
      />
    );
  if (question.kind === "scale")
    return (
      <View style={{ gap: 4 }}>
        <Choices label={question.text}>
          {Array.from({ length: question.steps }, (_, i) => i + 1).map((step) => (
            <Choice
              key={step}
              label={String(step)}
              taken={answer === step}
              onPress={() => onAnswer(step)}
            />
          ))}
        </Choices>
        <Text kind="small" color={quiet}>
          {[
            ...(question.low ? [`1: ${question.low}`] : []),
            ...(question.high ? [`${question.steps}: ${question.high}`] : []),
          ].join(" · ")}
        </Text>
      </View>
    );
  const taken = Array.isArray(answer) ? answer : [];
  return (
    <View
      role={question.several ? "group" : "radiogroup"}
      aria-label={question.text}
      style={{ gap: 8 }}
    >
      {question.options.map((option, place) => (
        <Marked
          // biome-ignore lint/suspicious/noArrayIndexKey: an option is known by its place
          key={place}
          text={option}
          files={{}}
          many={question.several}
          taken={taken.includes(place)}
          onPress={() =>
            onAnswer(!question.several ? [place] : toggled(taken, place).sort((a, b) => a - b))
          }
        />
      ))}
    </View>
  );
}
