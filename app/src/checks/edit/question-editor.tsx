/** One question as its author changes it: what is asked, its answers in the way of its kind, what it is worth. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Question } from "@dawngate/core/checks";
import { questionFaults, readTyped, writeAnswers, writeTyped } from "@dawngate/core/checks";
import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { DecimalField } from "../../ui/decimal-field";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { AnswerRows } from "./answer-rows";
import { PictureField } from "./picture-field";

interface Props {
  school: string;
  question: Question;
  onQuestion(question: Question): void;
  /** A picture was brought for it. */
  onBrought(file: ShownFile): void;
}
type Edited = Pick<Props, "question" | "onQuestion">;

/** What stands under a question of each kind, for whoever types it. */
const HELP: Partial<Record<Question["kind"], string>> = {
  match: "A line a pair: - what stands on the left -> what belongs to it",
  order: "A line an item, in the right order: 1. first  2. second",
  keywords: "A line a keyword: ~ levain / sourdough, any wording will do",
  number: "The number: = 230, = 230 ± 5, or = 400 ± 2.5 %",
};

export function QuestionEditor({ school, question, onQuestion, onBrought }: Props) {
  const { ember, quiet } = usePalette();
  const [fault] = questionFaults(question);
  const set = (change: object) => onQuestion({ ...question, ...change } as Question);
  const hasList = question.kind === "one" || question.kind === "several";
  return (
    <View style={{ gap: 12 }}>
      {question.kind === "gap" ? (
        <GapText question={question} onQuestion={onQuestion} />
      ) : (
        <TextField
          label="The question"
          value={question.text}
          multiline
          maxLength={5000}
          onChangeText={(text) => set({ text })}
        />
      )}
      {question.kind === "gap" ? null : (
        <PictureField
          school={school}
          onPicture={(markdown, file) => {
            onBrought(file);
            set({ text: `${question.text}\n\n${markdown}` });
          }}
        />
      )}
      {question.kind === "true-false" ? (
        <Choices label="What is right">
          {[true, false].map((one) => (
            <Choice
              key={String(one)}
              label={one ? "True" : "False"}
              taken={question.right === one}
              onPress={() => set({ right: one })}
            />
          ))}
        </Choices>
      ) : hasList ? (
        <AnswerRows question={question} onQuestion={onQuestion} />
      ) : question.kind === "gap" ? null : (
        <Lines key={question.id} question={question} onQuestion={onQuestion} />
      )}
      {fault ? (
        <Text kind="small" color={ember} aria-live="polite">
          {fault.reason}
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <DecimalField
          label="Points"
          value={question.points}
          least={0.01}
          most={1000}
          width={110}
          onChange={(points) => set({ points })}
        />
        <TextField
          label="Category, or none"
          value={question.category ?? ""}
          maxLength={200}
          onChangeText={(text) => set({ category: text.trim() === "" ? null : text })}
          style={{ flexGrow: 1, minWidth: 160 }}
        />
      </View>
      <TextField
        label="Why it is so, shown with what is right"
        value={question.explanation}
        multiline
        maxLength={5000}
        onChangeText={(explanation) => set({ explanation })}
      />
      {question.kind === "one" ||
      question.kind === "true-false" ||
      question.kind === "number" ? null : (
        <Switched
          label="Only all of it counts"
          says="Else a part that is right earns its part of the points."
          on={question.credit === "all"}
          onChange={(on) => set({ credit: on ? "all" : "part" })}
        />
      )}
      {"shuffle" in question ? (
        <Switched
          label="Its answers in another order each time"
          on={question.shuffle}
          onChange={(shuffle) => set({ shuffle })}
        />
      ) : null}
      {HELP[question.kind] ? (
        <Text kind="small" color={quiet}>
          {HELP[question.kind]}
        </Text>
      ) : null}
    </View>
  );
}

/** What stands under the question, typed as lines. */
function Lines({ question, onQuestion }: Edited) {
  const { ember } = usePalette();
  const [typed, setTyped] = useState(() => writeAnswers(question));
  const [fault, setFault] = useState<string | null>(null);
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label="Its answers"
        value={typed}
        multiline
        maxLength={20_000}
        autoCapitalize="none"
        onChangeText={(text) => {
          setTyped(text);
          const { questions, faults } = readTyped(`Its text\n${text}`, () => question.id);
          const [made] = questions;
          if (
            made &&
            questions.length === 1 &&
            faults.length === 0 &&
            made.kind === question.kind
          ) {
            const { points, category, credit, explanation } = question;
            onQuestion({
              ...made,
              text: question.text,
              points,
              category,
              credit,
              explanation,
              ...("shuffle" in question && { shuffle: question.shuffle }),
            } as Question);
            setFault(null);
          } else setFault(faults[0]?.reason ?? "This cannot be read as its answers yet.");
        }}
      />
      {fault ? (
        <Text kind="small" color={ember} aria-live="polite">
          {fault}
        </Text>
      ) : null}
    </View>
  );
}

/** A text with its gaps in braces. */
function GapText({ question, onQuestion }: Edited) {
  const { ember, quiet } = usePalette();
  const [typed, setTyped] = useState(() =>
    writeTyped([
      { ...question, category: null, points: 1, explanation: "", credit: "part" } as Question,
    ]).trim(),
  );
  const [fault, setFault] = useState<string | null>(null);
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label="The text with its gaps"
        value={typed}
        multiline
        maxLength={5000}
        onChangeText={(text) => {
          setTyped(text);
          const { questions, faults } = readTyped(text, () => question.id);
          const [made] = questions;
          if (made?.kind === "gap" && questions.length === 1) {
            onQuestion({ ...question, text: made.text, right: made.right } as Question);
            setFault(null);
          } else setFault(faults[0]?.reason ?? "Put what is to be filled in into braces: {rye}.");
        }}
      />
      <Text kind="small" color={fault ? ember : quiet} aria-live="polite">
        {fault ?? "What is to be filled in stands in braces: Rye is {dark|darker}."}
      </Text>
    </View>
  );
}
