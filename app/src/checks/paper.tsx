/**
 * The questions of an attempt, one a screen or all below each other, with the way through them. Whoever shows it keeps
 * the answers: with the server while a quiz is taken, nowhere while it is rehearsed.
 */
import type { MyQuiz } from "@dawngate/contract/checks";
import { type ReactNode, useState } from "react";
import { ScrollView, View } from "react-native";
import { Markdown } from "../lessons/written";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { isAnswered } from "./answered";
import { QuestionView } from "./question-view";

type Running = NonNullable<MyQuiz["running"]>;

interface Props {
  parts: Running["parts"];
  files: Running["files"];
  answers: Readonly<Record<string, unknown>>;
  atOnce: boolean;
  busy: boolean;
  /** What is said beside the way on: what is kept, what is not. */
  status: string;
  onAnswer(question: string, answer: unknown, resting?: boolean): void;
  onHandIn(): void;
}

/** The questions, and the bar below them: whoever shows it says where each stands. */
export function Paper({
  children,
  ...props
}: Props & { children(made: ReturnType<typeof usePaper>): ReactNode }) {
  return <>{children(usePaper(props))}</>;
}

function usePaper({ parts, files, answers, atOnce, busy, status, onAnswer, onHandIn }: Props) {
  const { quiet, ember } = usePalette();
  const [at, setAt] = useState(0);
  const [asking, setAsking] = useState(false);
  const lines = parts.flatMap((part, i) =>
    part.questions.map((question, j) => ({
      question,
      part,
      first: j === 0,
      last: j === part.questions.length - 1,
      key: `${i} ${question.id}`,
    })),
  );
  const open = lines.filter(({ question }) => !isAnswered(answers[question.id]));
  const last = at >= lines.length - 1;
  const shown = atOnce ? lines.map((_, i) => i) : [Math.min(at, lines.length - 1)];
  const hand = () => {
    if (open.length > 0 && !asking) setAsking(true);
    else onHandIn();
  };
  const go = (to: number) => {
    setAsking(false);
    setAt(to);
  };
  const body = (
    <View style={{ gap: 28 }}>
      {atOnce ? null : <Ways lines={lines} at={at} answers={answers} onGo={go} />}
      {shown.map((i) => {
        const line = lines[i];
        if (!line) return null;
        const { question, part, first, last: ends, key } = line;
        return (
          <View key={key} style={{ gap: 16 }}>
            {first && (part.title || part.before) ? (
              <View style={{ gap: 6 }}>
                {part.title ? (
                  <Text kind="heading" level={2}>
                    {part.title}
                  </Text>
                ) : null}
                {part.before ? <Markdown text={part.before} files={files} /> : null}
              </View>
            ) : null}
            <QuestionView
              question={question}
              number={i + 1}
              answer={answers[question.id]}
              files={files}
              onAnswer={(answer, resting) => onAnswer(question.id, answer, resting)}
            />
            {ends && part.after ? <Markdown text={part.after} files={files} /> : null}
          </View>
        );
      })}
    </View>
  );
  const bar = (
    <View style={{ gap: 8 }}>
      {asking && open.length > 0 ? (
        <Text kind="small" color={ember} aria-live="polite">
          {`${open.length === 1 ? "One question is" : `${open.length} questions are`} not answered yet. Press once more to hand in all the same.`}
        </Text>
      ) : (
        <Text kind="small" color={quiet} aria-live="polite">
          {status}
        </Text>
      )}
      <View style={{ flexDirection: "row", gap: 10 }}>
        {atOnce || at === 0 ? null : (
          <QuietAction label="‹" says="Previous question" tight onPress={() => go(at - 1)} />
        )}
        <View style={{ flex: 1 }}>
          {atOnce || last ? (
            <PrimaryAction
              label={asking && open.length > 0 ? "Hand in all the same" : "Hand in"}
              busy={busy}
              onPress={hand}
              fill
            />
          ) : (
            <PrimaryAction label="Next question" onPress={() => go(at + 1)} fill />
          )}
        </View>
        {asking && open.length > 0 && !atOnce ? (
          <QuietAction
            label="To the first of them"
            onPress={() => go(lines.indexOf(open[0] ?? (lines[0] as (typeof lines)[number])))}
            tight
          />
        ) : null}
      </View>
    </View>
  );
  return { body, bar, at: atOnce ? null : at + 1, of: lines.length };
}

/** From one question to any other: each a number, with a line below it where it is answered. */
function Ways({
  lines,
  at,
  answers,
  onGo,
}: {
  lines: readonly { question: { id: string }; key: string }[];
  at: number;
  answers: Readonly<Record<string, unknown>>;
  onGo(to: number): void;
}) {
  const { dusk, line, ink, quiet, leaf } = usePalette();
  if (lines.length < 2) return null;
  return (
    <ScrollView
      testID="one-line"
      horizontal
      showsHorizontalScrollIndicator={false}
      style={{ flexGrow: 0 }}
    >
      <View
        role="list"
        aria-label="Questions"
        // Room for the line around the one that has the focus.
        style={{ flexDirection: "row", gap: 4, padding: 3 }}
      >
        {lines.map(({ question, key }, i) => {
          const answered = isAnswered(answers[question.id]);
          return (
            <View role="listitem" key={key}>
              <Press
                aria-label={`Question ${i + 1}, ${answered ? "answered" : "not answered"}`}
                aria-current={i === at ? "step" : undefined}
                onPress={() => onGo(i)}
                style={{ width: 44, alignItems: "center", justifyContent: "center" }}
              >
                <View style={{ alignItems: "center", gap: 4 }}>
                  <Text kind={i === at ? "smallStrong" : "small"} color={i === at ? ink : quiet}>
                    {String(i + 1)}
                  </Text>
                  <View
                    style={{
                      width: 26,
                      height: 4,
                      borderRadius: 2,
                      backgroundColor: i === at ? dusk : answered ? leaf : line,
                    }}
                  />
                </View>
              </Press>
            </View>
          );
        })}
      </View>
    </ScrollView>
  );
}
