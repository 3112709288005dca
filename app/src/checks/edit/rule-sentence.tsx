/** How a quiz counts, as sentences whose parts one presses; the part that is pressed is changed right below. */
import { minutesIn } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { DecimalField } from "../../ui/decimal-field";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { SaidPart } from "../../ui/said-part";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { inWords, SHOWN, sayMinutes } from "../say-rules";

type Quiz = PartOf<"quiz">;
interface Props {
  quiz: Quiz;
  onQuiz(quiz: Quiz): void;
}

/** Each part that can be pressed: what it says, and what it is changed with. */
const RULES: Record<
  string,
  {
    says(quiz: Quiz): string | null;
    edit(quiz: Quiz, set: (change: Partial<Quiz>) => void): ReactNode;
  }
> = {
  mark: {
    says: ({ passMark }) => (passMark === 0 ? "handed in is passed" : `${passMark} % pass`),
    edit: ({ passMark }, set) => (
      <DecimalField
        label="Percent that pass"
        value={passMark}
        least={0}
        most={100}
        onChange={(next) => set({ passMark: next })}
      />
    ),
  },
  attempts: {
    says: ({ attemptsAllowed: many }) =>
      many === null
        ? "any number of attempts"
        : many === 1
          ? "one attempt"
          : `${inWords(many)} attempts`,
    edit: ({ attemptsAllowed: many }, set) => (
      <>
        <Switched
          label="As many as one likes"
          on={many === null}
          onChange={(on) => set({ attemptsAllowed: on ? null : 3 })}
        />
        {many === null ? null : (
          <NumberField
            label="Attempts"
            value={many}
            least={1}
            most={1000}
            onChange={(next) => set({ attemptsAllowed: next })}
          />
        )}
      </>
    ),
  },
  wait: {
    says: ({ attemptsAllowed, wait }) => {
      const minutes = minutesIn(wait);
      if (attemptsAllowed === 1) return null;
      return minutes ? `${sayMinutes(minutes)} apart` : "one right after the other";
    },
    edit: ({ wait }, set) => (
      <MinutesField
        label="Minutes between two"
        none="Right after the other"
        value={minutesIn(wait)}
        usual={1440}
        onChange={(next) => set({ wait: next === null ? null : `PT${next}M` })}
      />
    ),
  },
  retake: {
    says: ({ attemptsAllowed, retake }) =>
      attemptsAllowed === 1
        ? null
        : retake === "missed"
          ? "a further one asks only what was missed"
          : "each asks everything",
    edit: ({ retake }, set) => (
      <Options
        label="A further attempt"
        options={[
          { value: "all", label: "asks everything" },
          { value: "missed", label: "asks only what was missed" },
        ]}
        value={retake}
        onChange={(next) => set({ retake: next })}
      />
    ),
  },
  cost: {
    says: ({ attemptsAllowed, retakeCost }) =>
      attemptsAllowed === 1
        ? null
        : retakeCost === 0
          ? "a further one costs nothing"
          : `each after the first costs ${retakeCost} %`,
    edit: ({ retakeCost }, set) => (
      <DecimalField
        label="Percent of the score"
        value={retakeCost}
        least={0}
        most={100}
        onChange={(next) => set({ retakeCost: next })}
      />
    ),
  },
  counts: {
    says: ({ attemptsAllowed, counts }) => (attemptsAllowed === 1 ? null : `the ${counts} counts`),
    edit: ({ counts }, set) => (
      <Options
        label="Which attempt counts"
        options={[
          { value: "best", label: "the best" },
          { value: "last", label: "the last" },
          { value: "first", label: "the first" },
        ]}
        value={counts}
        onChange={(next) => set({ counts: next })}
      />
    ),
  },
  show: {
    says: ({ show }) => SHOWN[show].replace("you have passed", "they have passed"),
    edit: ({ show }, set) => (
      <Options
        label="When what is right is shown"
        options={[
          { value: "never", label: "never" },
          { value: "after-attempt", label: "after every attempt" },
          { value: "after-pass", label: "once passed" },
          { value: "after-last", label: "after the last attempt" },
          { value: "after-closing", label: "once the quiz has closed" },
        ]}
        value={show}
        onChange={(next) => set({ show: next })}
      />
    ),
  },
  limit: {
    says: ({ limit }) => {
      const minutes = minutesIn(limit);
      return minutes === null ? "no time limit" : `${sayMinutes(minutes)} for each attempt`;
    },
    edit: ({ limit }, set) => (
      <MinutesField
        label="Minutes for an attempt"
        none="No time limit"
        value={minutesIn(limit)}
        usual={30}
        onChange={(next) => set({ limit: next === null ? null : `PT${next}M` })}
      />
    ),
  },
  screen: {
    says: ({ atOnce }) => (atOnce ? "all questions on one screen" : "one question a screen"),
    edit: ({ atOnce }, set) => (
      <Switched
        label="All questions on one screen"
        on={atOnce}
        onChange={(on) => set({ atOnce: on })}
      />
    ),
  },
  scale: {
    says: ({ outOf }) => (outOf === null ? "all points are 100 %" : `${outOf} points are 100 %`),
    edit: ({ outOf }, set) => (
      <>
        <Switched
          label="All points of the paper are 100 %"
          on={outOf === null}
          onChange={(on) => set({ outOf: on ? null : 10 })}
        />
        {outOf === null ? null : (
          <DecimalField
            label="Points that are 100 %"
            value={outOf}
            least={0.01}
            most={100_000}
            onChange={(next) => set({ outOf: next })}
          />
        )}
      </>
    ),
  },
  words: {
    says: ({ messages: { passed, failed } }) =>
      passed || failed ? "with words for passed and failed" : "no words for passed and failed",
    edit: ({ messages }, set) => (
      <>
        <TextField
          label="To whoever passed"
          value={messages.passed}
          multiline
          maxLength={2000}
          onChangeText={(passed) => set({ messages: { ...messages, passed } })}
        />
        <TextField
          label="To whoever did not"
          value={messages.failed}
          multiline
          maxLength={2000}
          onChangeText={(failed) => set({ messages: { ...messages, failed } })}
        />
      </>
    ),
  },
};

/** Which parts make a sentence, and how it begins. */
const SENTENCES: readonly [string, readonly string[]][] = [
  ["To pass:", ["mark", "scale", "words"]],
  ["There are", ["attempts", "wait", "retake", "cost", "counts"]],
  ["Afterwards", ["show"]],
  ["It is taken with", ["limit", "screen"]],
];

export function RuleSentence({ quiz, onQuiz }: Props) {
  const { line } = usePalette();
  const [open, setOpen] = useState<string | null>(null);
  const rule = open === null ? undefined : RULES[open];
  return (
    <View style={{ gap: 10 }}>
      {SENTENCES.map(([before, keys]) => (
        <View
          key={before}
          style={{
            flexDirection: "row",
            flexWrap: "wrap",
            alignItems: "center",
            columnGap: 6,
            rowGap: 6,
          }}
        >
          <Text>{before}</Text>
          {keys.map((key) => {
            const text = RULES[key]?.says(quiz) ?? null;
            return text === null ? null : (
              <SaidPart
                key={key}
                text={text}
                open={open === key}
                onPress={() => setOpen(open === key ? null : key)}
              />
            );
          })}
        </View>
      ))}
      {rule ? (
        <View
          role="group"
          aria-label={rule.says(quiz) ?? ""}
          style={{ gap: 10, borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 14 }}
        >
          {rule.edit(quiz, (change) => onQuiz({ ...quiz, ...change }))}
        </View>
      ) : null}
    </View>
  );
}

/** A number of minutes, or none. */
function MinutesField({
  label,
  none,
  value,
  usual,
  onChange,
}: {
  label: string;
  none: string;
  value: number | null;
  usual: number;
  onChange(minutes: number | null): void;
}) {
  const off = value === null || value === 0;
  const { quiet } = usePalette();
  return (
    <>
      <Switched label={none} on={off} onChange={(on) => onChange(on ? null : usual)} />
      {off ? null : (
        <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
          <NumberField
            label={label}
            value={value}
            least={1}
            most={59_940}
            width={180}
            onChange={onChange}
          />
          <Text kind="small" color={quiet}>
            {sayMinutes(value)}
          </Text>
        </View>
      )}
    </>
  );
}
