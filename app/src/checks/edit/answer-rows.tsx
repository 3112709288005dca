/** Answers on offer, each with a mark where it is right: one mark makes it a question with one answer, more with several. */
import type { Question } from "@dawngate/core/checks";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { TextField } from "../../ui/text-field";
import { TickBox } from "../../ui/tick-box";

type Listed = Extract<Question, { kind: "one" | "several" }>;
interface Props {
  question: Listed;
  onQuestion(question: Question): void;
}

/** So many answers a question offers. */
const MOST = 30;

export function AnswerRows({ question, onQuestion }: Props) {
  const { answers } = question;
  const right = question.kind === "one" ? [question.right as string] : (question.right as string[]);
  const put = (nextAnswers: Listed["answers"], nextRight: readonly string[]) => {
    const kept = nextRight.filter((id) => nextAnswers.some((one) => one.id === id));
    const { kind: _, right: __, answers: ___, ...rest } = question;
    onQuestion(
      kept.length === 1
        ? ({ ...rest, kind: "one", answers: nextAnswers, right: kept[0] } as Question)
        : ({ ...rest, kind: "several", answers: nextAnswers, right: kept } as Question),
    );
  };
  const free = () => {
    for (let i = 0; ; i++) {
      const id = i < 26 ? String.fromCharCode(97 + i) : `a${i}`;
      if (!answers.some((one) => one.id === id)) return id;
    }
  };
  return (
    <View style={{ gap: 8 }}>
      <View role="list" aria-label="Answers" style={{ gap: 6 }}>
        {answers.map((one, i) => (
          <View
            role="listitem"
            key={one.id}
            style={{ flexDirection: "row", alignItems: "center", gap: 4 }}
          >
            <TickBox
              label={`Answer ${i + 1} is right`}
              checked={right.includes(one.id)}
              onChange={(on) => {
                const marked = on ? [...right, one.id] : right.filter((id) => id !== one.id);
                put(
                  answers,
                  answers.map(({ id }) => id).filter((id) => marked.includes(id)),
                );
              }}
            />
            <TextField
              label={`Answer ${i + 1}`}
              value={one.text}
              maxLength={2000}
              onChangeText={(text) =>
                put(
                  answers.map((other) => (other.id === one.id ? { ...other, text } : other)),
                  right,
                )
              }
              style={{ flex: 1 }}
            />
            <QuietAction
              label="×"
              says={`Remove answer ${i + 1}`}
              tight
              disabled={answers.length <= 2}
              onPress={() =>
                put(
                  answers.filter(({ id }) => id !== one.id),
                  right,
                )
              }
            />
          </View>
        ))}
      </View>
      {answers.length < MOST ? (
        <QuietAction
          label="Another answer"
          onPress={() =>
            put([...answers, { id: free(), text: "", picture: null, fixed: false }], right)
          }
        />
      ) : null}
    </View>
  );
}
