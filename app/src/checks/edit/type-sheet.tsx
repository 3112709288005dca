/** Questions typed or pasted as a list, each seen as it was understood before any is put in. */
import { type Question, readTyped, saysOf } from "@dawngate/core/checks";
import { askedOf } from "@dawngate/core/checks/asked";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { capital } from "../../ui/capital";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { sayAnswer } from "../say-answer";
import { sayPoints } from "../say-rules";
import { KIND_WORDS } from "./kind-words";
import { QuestionsFile } from "./questions-file";

interface Props {
  school: string;
  busy: boolean;
  newId(): string;
  onPut(questions: Question[]): void;
  onClose(): void;
}

const EXAMPLE = `Which flour drinks the most? (2)
* Rye
- Wheat
> Bran holds water.

Salt strengthens the dough.
= true

Rye is {dark|darker}, wheat is {light}.

How hot is the oven, in °C?
= 230 ± 5

What belongs together?
- Rye -> Dense loaves
- Wheat -> Airy loaves

In which order?
1. Mix
2. Rest

What does a levain need?
~ flour / meal
~ water`;

/** How far a number may be off. */
function within(question: Question): string {
  if (question.kind !== "number") return "";
  if (question.percent !== null) return ` ± ${question.percent} %`;
  return question.tolerance === null ? "" : ` ± ${question.tolerance}`;
}

/** A list of so many characters is read at once. */
const LONGEST = 200_000;

export function TypeSheet({ school, busy, newId, onPut, onClose }: Props) {
  const { quiet, ember } = usePalette();
  const [text, setText] = useState("");
  /** What stayed behind of a file. */
  const [left, setLeft] = useState<readonly string[]>([]);
  const { questions, faults } = useMemo(() => readTyped(text, () => "q"), [text]);
  const put = () => onPut(readTyped(text, newId).questions);
  return (
    <Sheet title="Type questions" broad onClose={onClose}>
      <Text color={quiet}>
        A line a question, its answers in the lines under it: * before what is right, - before what
        is not. Paste a list, or Markdown, just the same.
      </Text>
      <TextField
        label="Questions and their answers"
        value={text}
        multiline
        maxLength={LONGEST}
        autoCapitalize="none"
        onChangeText={setText}
        style={{ minHeight: 220 }}
      />
      <QuestionsFile
        school={school}
        onRead={(read, notes) => {
          setText((before) => (before.trim() === "" ? read : `${before.trimEnd()}\n\n${read}`));
          setLeft(notes);
        }}
      />
      {left.length === 0 ? null : (
        <View role="list" aria-label="What stayed behind" style={{ gap: 4 }}>
          {left.map((one) => (
            <Text role="listitem" key={one} kind="small" color={ember}>
              {capital(one)}
            </Text>
          ))}
        </View>
      )}
      {text.trim() === "" ? (
        <View style={{ gap: 8 }}>
          <Text kind="small" color={quiet} style={{ fontFamily: "monospace" }}>
            {EXAMPLE}
          </Text>
          <QuietAction label="Begin with these" onPress={() => setText(EXAMPLE)} />
        </View>
      ) : (
        <View style={{ gap: 6 }} aria-live="polite">
          {faults.map(({ line, reason }) => (
            <Text key={`${line} ${reason}`} kind="small" color={ember}>
              {`Line ${line}: ${reason}`}
            </Text>
          ))}
          <View role="list" aria-label="As it is understood" style={{ gap: 8 }}>
            {questions.map((question, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: they stand as they are typed
              <View role="listitem" key={i}>
                <Text kind="strong">{`${i + 1}. ${question.text}`}</Text>
                <Text kind="small" color={quiet}>
                  {`${KIND_WORDS[question.kind]} · ${sayPoints(question.points)} · right: ${sayAnswer(askedOf(question, "seen"), question.right, true)}${within(question)}${saysOf(
                    question,
                  )
                    .map((said) => ` · ${said.slice(2)}`)
                    .join("")}`}
                </Text>
              </View>
            ))}
          </View>
        </View>
      )}
      <PrimaryAction
        label={
          questions.length === 0
            ? "Put in"
            : `Put in ${questions.length} question${questions.length === 1 ? "" : "s"}`
        }
        disabled={questions.length === 0}
        busy={busy}
        onPress={put}
      />
    </Sheet>
  );
}
