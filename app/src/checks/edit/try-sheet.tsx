/** A quiz tried by its author: the paper somebody might get, marked here, and nothing of it recorded. */
import type { BankQuestion, QuizDraft } from "@dawngate/contract/checks";
import { sayMark, sayScore, scoreQuiz } from "@dawngate/core/checks";
import { askedOf } from "@dawngate/core/checks/asked";
import type { PartOf } from "@dawngate/core/lessons";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { Paper, ReviewedAnswers, ScoreLine } from "../lazy-pieces";
import { sayPercent } from "../say-rules";
import { quizOf } from "./quiz-of";

interface Props {
  title: string;
  quiz: PartOf<"quiz">;
  bank: ReadonlyMap<string, BankQuestion>;
  files: QuizDraft["files"];
  onClose(): void;
}

const BEGAN = formatInstant(0 as Instant);
const ENDED = 60_000 as Instant;

export function TrySheet(props: Props) {
  // Each try draws anew.
  const [attempt, setAttempt] = useState(() => crypto.randomUUID());
  return (
    <Sheet title="A try; nothing of it is recorded" broad onClose={props.onClose}>
      <Tried
        key={attempt}
        attempt={attempt}
        {...props}
        onAgain={() => setAttempt(crypto.randomUUID())}
      />
    </Sheet>
  );
}

function Tried({
  attempt,
  title,
  quiz,
  bank,
  files,
  onAgain,
}: Props & { attempt: string; onAgain(): void }) {
  const { quiet } = usePalette();
  const [answers, setAnswers] = useState<Record<string, unknown>>({});
  const [handed, setHanded] = useState(false);
  const file = quizOf(title, { ...quiz, limit: null }, bank);
  const score = (submittedAt: string | null) =>
    scoreQuiz(
      {
        ...file,
        attempts: [
          {
            id: attempt,
            enrollment: "you",
            startedAt: BEGAN,
            submittedAt,
            asked: null,
            answers: Object.entries(answers).map(([question, answer]) => ({
              question,
              answer,
              at: BEGAN,
            })),
          },
        ],
      },
      ENDED,
    ).enrollments[0]?.attempts[0];
  const questions = new Map(file.questions.map((one) => [one.id, one]));
  const drawn = score(null)?.questions.map(({ id }) => id) ?? [];
  const asked = drawn.flatMap((id) => {
    const found = questions.get(id);
    return found ? [askedOf(found, attempt)] : [];
  });
  if (asked.length === 0)
    return <Text color={quiet}>It asks nothing yet: type the first questions.</Text>;
  const done = handed ? score(formatInstant(ENDED)) : undefined;
  if (!done || done.score === null)
    return (
      <Paper
        parts={[{ title: "", before: file.parts[0]?.before ?? "", after: "", questions: asked }]}
        files={files}
        answers={answers}
        atOnce={quiz.atOnce}
        busy={false}
        status="Tried as anybody would; nothing is kept."
        onAnswer={(question, answer) => setAnswers((before) => ({ ...before, [question]: answer }))}
        onHandIn={() => setHanded(true)}
      >
        {({ body, bar }) => (
          <>
            {body}
            {bar}
          </>
        )}
      </Paper>
    );
  return (
    <View style={{ gap: 16 }}>
      <Text kind="heading" level={3}>
        {`${done.passed ? "Passed" : "Not passed"}: ${sayPercent(done.score)}`}
      </Text>
      <ScoreLine score={done.score} passMark={quiz.passMark} passed={done.passed === true} />
      <Text kind="small" color={quiet}>
        {sayScore(quiz, done)}
      </Text>
      <Text>{done.passed ? quiz.messages.passed : quiz.messages.failed}</Text>
      <ReviewedAnswers
        files={files}
        lines={done.questions.flatMap((line) => {
          const question = questions.get(line.id);
          return question
            ? [
                {
                  question: askedOf(question, attempt),
                  asked: true,
                  answer: answers[line.id] ?? null,
                  at: null,
                  arrived: null,
                  points: line.points,
                  why: sayMark(question, answers[line.id]),
                  right: question.right,
                  explanation: question.explanation,
                },
              ]
            : [];
        })}
      />
      <QuietAction label="Once more, with another paper" onPress={onAgain} />
    </View>
  );
}
