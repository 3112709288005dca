/** A survey as its author makes it: questions one below the other, with or without names. */
import type { PartOf } from "@dawngate/core/lessons";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { NumberField } from "../../ui/number-field";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { newId } from "../new-id";

type Survey = PartOf<"survey">;
type Question = Survey["questions"][number];
interface Props {
  survey: Survey | null;
  onSurvey(survey: Survey): void;
}

const NEW: Survey = { kind: "survey", anonymous: true, before: "", after: "", questions: [] };

/** A question of each kind, as it begins. */
const BEGUN: Record<string, () => Question> = {
  "Add a scale": () => ({
    id: newId(),
    kind: "scale",
    text: "",
    needed: true,
    steps: 5,
    low: "not at all",
    high: "very much",
  }),
  "Add a choice": () => ({
    id: newId(),
    kind: "choice",
    text: "",
    needed: true,
    several: false,
    options: ["Yes", "No"],
  }),
  "Add own words": () => ({ id: newId(), kind: "text", text: "", needed: false }),
};

export function SurveyEditor({ survey, onSurvey }: Props) {
  const { quiet, line } = usePalette();
  const now = survey ?? NEW;
  const set = (change: Partial<Survey>) => onSurvey({ ...now, ...change });
  const put = (id: string, change: Partial<Question>) =>
    set({
      questions: now.questions.map((one) =>
        one.id === id ? ({ ...one, ...change } as Question) : one,
      ),
    });
  const up = (at: number) => {
    const questions = [...now.questions];
    questions.splice(at - 1, 0, ...questions.splice(at, 1));
    set({ questions });
  };
  return (
    <View style={{ gap: 14 }}>
      <Switched
        label="Without names"
        says={
          now.anonymous
            ? "Nothing leads back to whoever answered, also not in the database; shown from five answers on."
            : "You see who answered what."
        }
        on={now.anonymous}
        onChange={(anonymous) => set({ anonymous })}
      />
      <TextField
        label="Said before its questions"
        value={now.before}
        multiline
        maxLength={5000}
        onChangeText={(before) => set({ before })}
      />
      <View role="list" aria-label="Questions" style={{ gap: 14 }}>
        {now.questions.map((question, i) => (
          <View
            role="listitem"
            key={question.id}
            style={{ gap: 8, borderTopWidth: 1, borderTopColor: line, paddingTop: 12 }}
          >
            <TextField
              label={`Question ${i + 1}`}
              value={question.text}
              maxLength={1000}
              onChangeText={(text) => put(question.id, { text })}
            />
            {question.kind === "scale" ? (
              <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
                <NumberField
                  label="Steps"
                  value={question.steps}
                  least={2}
                  most={11}
                  width={90}
                  onChange={(steps) => put(question.id, { steps })}
                />
                <TextField
                  label="1 means"
                  value={question.low}
                  maxLength={100}
                  onChangeText={(low) => put(question.id, { low })}
                  style={{ flexGrow: 1, minWidth: 130 }}
                />
                <TextField
                  label={`${question.steps} means`}
                  value={question.high}
                  maxLength={100}
                  onChangeText={(high) => put(question.id, { high })}
                  style={{ flexGrow: 1, minWidth: 130 }}
                />
              </View>
            ) : question.kind === "choice" ? (
              <Options question={question} onOptions={(change) => put(question.id, change)} />
            ) : null}
            <View style={{ flexDirection: "row", gap: 8, alignItems: "center" }}>
              <View style={{ flex: 1 }}>
                <Switched
                  label={`Question ${i + 1} has to be answered`}
                  on={question.needed}
                  onChange={(needed) => put(question.id, { needed })}
                />
              </View>
              <QuietAction
                label="↑"
                says={`Question ${i + 1} up`}
                tight
                disabled={i === 0}
                onPress={() => up(i)}
              />
              <QuietAction
                label="×"
                says={`Remove question ${i + 1}`}
                tight
                onPress={() =>
                  set({ questions: now.questions.filter(({ id }) => id !== question.id) })
                }
              />
            </View>
          </View>
        ))}
      </View>
      {now.questions.length === 0 ? (
        <Text kind="small" color={quiet}>
          It asks nothing yet. Three or four questions are answered; twenty are not.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {Object.entries(BEGUN).map(([label, make]) => (
          <QuietAction
            key={label}
            label={label}
            onPress={() => set({ questions: [...now.questions, make()] })}
          />
        ))}
      </View>
      <TextField
        label="Said to whoever has answered"
        value={now.after}
        multiline
        maxLength={2000}
        onChangeText={(after) => set({ after })}
      />
    </View>
  );
}

/** Options typed one a line; what is typed halfway stays in the field. */
function Options({
  question,
  onOptions,
}: {
  question: Extract<Question, { kind: "choice" }>;
  onOptions(change: { options?: string[]; several?: boolean }): void;
}) {
  const [typed, setTyped] = useState(() => question.options.join("\n"));
  const read = (text: string) =>
    text
      .split("\n")
      .map((one) => one.trim())
      .filter((one) => one !== "");
  const few = read(typed).length < 2 || read(typed).length > 30;
  return (
    <>
      <TextField
        label="What can be chosen, a line each"
        value={typed}
        multiline
        maxLength={6000}
        error={few}
        onChangeText={(text) => {
          setTyped(text);
          const options = read(text);
          if (options.length >= 2 && options.length <= 30) onOptions({ options });
        }}
      />
      <Switched
        label="Several can be chosen"
        on={question.several}
        onChange={(several) => onOptions({ several })}
      />
    </>
  );
}
