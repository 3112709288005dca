/** A quiz as its author makes it: how it counts, its parts with their questions, what it comes to, and a try of it. */
import type { BankQuestion } from "@dawngate/contract/checks";
import type { Question } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Skeleton } from "../../ui/skeleton";
import { useGetQuizDraftQuery, useKeepQuestionsMutation } from "../api";
import { newId } from "../new-id";
import { BankSheet } from "./bank-sheet";
import { Counting } from "./counting";
import { DrawSheet } from "./draw-sheet";
import { Figures } from "./figures";
import { OutSheet } from "./out-sheet";
import { PartBlock } from "./part-block";
import type { Place } from "./place";
import { QuestionSheet } from "./question-sheet";
import { TrySheet } from "./try-sheet";
import { TypeSheet } from "./type-sheet";

type Quiz = PartOf<"quiz">;
interface Props {
  place: Place;
  quiz: Quiz | null;
  title: string;
  onQuiz(quiz: Quiz): void;
  onMinutes(minutes: number): void;
}

/** As common practice has it: three attempts, of which the best counts, and what is right seen once one has passed. */
const freshQuiz = (): Quiz => ({
  kind: "quiz",
  atOnce: false,
  messages: { passed: "", failed: "" },
  parts: [freshPart()],
  passMark: 60,
  outOf: null,
  attemptsAllowed: 3,
  retake: "all",
  retakeCost: 0,
  counts: "best",
  show: "after-pass",
  limit: null,
  wait: null,
});
const freshPart = (): Quiz["parts"][number] => ({
  id: newId(),
  title: "",
  before: "",
  after: "",
  shuffle: false,
  ask: [],
});

type Open =
  | { what: "type" | "draw" | "bank"; part: string }
  | { what: "try" | "out" }
  | { what: "question"; id: string }
  | null;

export function QuizEditor({ place, quiz: given, title, onQuiz, onMinutes }: Props) {
  // Until something of it is kept it is the same one.
  const [unwritten] = useState(freshQuiz);
  const quiz = given ?? unwritten;
  const { data, error, refetch } = useGetQuizDraftQuery(place, { refetchOnMountOrArgChange: true });
  const [keep, keeping] = useKeepQuestionsMutation();
  const [open, setOpen] = useState<Open>(null);
  /** What was kept here, until the server tells of it too. */
  const [fresh, setFresh] = useState<ReadonlyMap<string, BankQuestion>>(new Map());
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  if (!data) return <Skeleton widths={[1, 0.8, 0.6]} />;
  const bank = new Map([...data.questions.map((one) => [one.question.id, one] as const), ...fresh]);
  const setPart = (id: string, change: Partial<Quiz["parts"][number]>) =>
    onQuiz({
      ...quiz,
      parts: quiz.parts.map((one) => (one.id === id ? { ...one, ...change } : one)),
    });
  const append = (id: string, ask: Quiz["parts"][number]["ask"]) => {
    const part = quiz.parts.find((one) => one.id === id);
    if (part) setPart(id, { ask: [...part.ask, ...ask] });
  };
  const known = (rows: readonly BankQuestion[]) =>
    setFresh(
      (before) => new Map([...before, ...rows.map((one) => [one.question.id, one] as const)]),
    );
  const put = async (part: string, questions: Question[]) => {
    const answer = await keep({
      school: place.school,
      body: {
        place: { course: place.course, lesson: place.lesson },
        for: "new",
        questions: questions.map((question) => ({ question, number: 0 })),
      },
    });
    if (!("data" in answer) || !answer.data) return;
    known(answer.data.questions);
    append(
      part,
      questions.map(({ id }) => id),
    );
    setOpen(null);
  };
  const close = () => setOpen(null);
  return (
    <View style={{ gap: 18 }}>
      <Counting place={place} quiz={quiz} taken={data.taken} onQuiz={onQuiz} />
      <Figures quiz={quiz} bank={bank} onMinutes={onMinutes} />
      {keeping.error ? <Notice {...explain(keeping.error)} /> : null}
      {quiz.parts.map((part, i) => (
        <PartBlock
          key={part.id}
          part={part}
          number={quiz.parts.length > 1 ? i + 1 : null}
          bank={bank}
          uncounted={quiz.uncounted ?? []}
          categories={data.categories}
          onPart={(change) => setPart(part.id, change)}
          onRemove={() => onQuiz({ ...quiz, parts: quiz.parts.filter(({ id }) => id !== part.id) })}
          onOpen={(id) => setOpen({ what: "question", id })}
          onType={() => setOpen({ what: "type", part: part.id })}
          onDraw={() => setOpen({ what: "draw", part: part.id })}
          onBank={() => setOpen({ what: "bank", part: part.id })}
        />
      ))}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <QuietAction
          label="Another part"
          onPress={() => onQuiz({ ...quiz, parts: [...quiz.parts, freshPart()] })}
        />
        <QuietAction label="Try it out" onPress={() => setOpen({ what: "try" })} />
        <QuietAction
          label="Take its questions along"
          disabled={bank.size === 0}
          onPress={() => setOpen({ what: "out" })}
        />
      </View>
      {open?.what === "type" ? (
        <TypeSheet
          school={place.school}
          busy={keeping.isLoading}
          newId={newId}
          onPut={(questions) => void put(open.part, questions)}
          onClose={close}
        />
      ) : open?.what === "draw" ? (
        <DrawSheet
          categories={data.categories}
          onDraw={(draw) => {
            append(open.part, [draw]);
            close();
          }}
          onClose={close}
        />
      ) : open?.what === "bank" ? (
        <BankSheet
          school={place.school}
          asked={quiz.parts.flatMap(({ ask }) => ask.filter((one) => typeof one === "string"))}
          onTake={(row) => {
            known([row]);
            append(open.part, [row.question.id]);
          }}
          onClose={close}
        />
      ) : open?.what === "try" ? (
        <TrySheet title={title} quiz={quiz} bank={bank} files={data.files} onClose={close} />
      ) : open?.what === "out" ? (
        <OutSheet
          place={place}
          title={title}
          questions={[...bank.values()].map(({ question }) => question)}
          onClose={close}
        />
      ) : open?.what === "question" && bank.get(open.id) ? (
        <QuestionSheet
          place={place}
          row={bank.get(open.id) as BankQuestion}
          files={data.files}
          onKept={(rows, became) => {
            known(rows);
            const other = became[open.id];
            if (other)
              onQuiz({
                ...quiz,
                parts: quiz.parts.map((part) => ({
                  ...part,
                  ask: part.ask.map((one) => (one === open.id ? other : one)),
                })),
              });
            close();
          }}
          onClose={close}
        />
      ) : null}
    </View>
  );
}
