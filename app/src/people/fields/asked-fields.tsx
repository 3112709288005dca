/** What a school asks about somebody, each as its kind is answered; and what is known, with the way to change it. */
import type { AskedField, FieldAnswers } from "@dawngate/contract/own-fields";
import { readTypedAnswer } from "@dawngate/core/people/read-answer";
import { sayAnswer } from "@dawngate/core/people/say-answer";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { FaultText } from "../../ui/fault-text";
import { Notice } from "../../ui/notice";
import { Section } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { toggled } from "../../ui/toggled";

type Answer = FieldAnswers[string];

interface Props {
  fields: readonly AskedField[];
  /** What was changed; what is known stands with each field. */
  answers: FieldAnswers;
  /** Why answers were refused, by path. */
  faults: Record<string, string>;
  /** Where the faults of answers stand. */
  path?: string;
  /** Whoever answers does so for somebody else. */
  forThem?: boolean;
  onAnswers(answers: FieldAnswers): void;
}

export function AskedFields({
  fields,
  answers,
  faults,
  path = "answers",
  forThem = false,
  onAnswers,
}: Props) {
  const { quiet } = usePalette();
  return fields.map((field) => {
    const { id, hint, must } = field;
    const said = [
      ...(hint === "" ? [] : [/[.!?]$/.test(hint) ? hint : `${hint}.`]),
      ...(must || forThem ? [] : ["You can leave it out."]),
    ];
    return (
      <View key={id} style={{ gap: 4 }}>
        <AnswerField
          field={field}
          answer={answers[id] === undefined ? field.value : answers[id]}
          onAnswer={(answer) => onAnswers({ ...answers, [id]: answer })}
        />
        <FaultText>{faults[`${path}.${id}`]}</FaultText>
        {said.length === 0 ? null : (
          <Text kind="small" color={quiet}>
            {said.join(" ")}
          </Text>
        )}
      </View>
    );
  });
}

interface FieldProps {
  field: AskedField;
  answer: Answer;
  onAnswer(answer: Answer): void;
}

/** From so many on choices are found by typing. */
const MANY = 8;

function AnswerField({ field, answer, onAnswer }: FieldProps) {
  const { kind, name, check } = field;
  if (kind === "number" || kind === "date")
    return <Typed field={field} answer={answer} onAnswer={onAnswer} />;
  if (kind === "text")
    return (
      <TextField
        label={name}
        value={typeof answer === "string" ? answer : ""}
        maxLength={check.longest ?? 500}
        inputMode={check.signs === "figures" ? "numeric" : "text"}
        onChangeText={(text) => onAnswer(text.trim() === "" ? null : text)}
      />
    );
  return <Chosen field={field} answer={answer} onAnswer={onAnswer} />;
}

/** One or several of some choices. Of many those are shown that one types a part of, and those that are taken. */
function Chosen({ field, answer, onAnswer }: FieldProps) {
  const { name, choices, must, kind } = field;
  const { quiet } = usePalette();
  const [find, setFind] = useState("");
  const several = kind === "several";
  const taken = Array.isArray(answer) ? answer : answer === null ? [] : [String(answer)];
  const press = (id: string) => {
    if (!several) return onAnswer(taken.includes(id) && !must ? null : id);
    const next = toggled(taken, id);
    return onAnswer(next.length === 0 ? null : next);
  };
  const many = choices.length > MANY;
  const part = find.trim().toLowerCase();
  const found = choices.filter(({ text }) => text.toLowerCase().includes(part));
  const shown = many
    ? choices.filter((one) => taken.includes(one.id) || found.slice(0, MANY).includes(one))
    : choices;
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small">{name}</Text>
      {many ? (
        <TextField label={`Find in ${choices.length}`} value={find} onChangeText={setFind} />
      ) : null}
      <Choices label={name} many={several}>
        {shown.map(({ id, text }) => (
          <Choice
            key={id}
            label={text}
            many={several}
            taken={taken.includes(id)}
            onPress={() => press(id)}
          />
        ))}
      </Choices>
      {many ? (
        <Text kind="small" color={quiet} role="status">
          {found.length === 0
            ? "Nothing is called so."
            : found.length > MANY
              ? `and ${found.length - MANY} more; type a part of the name`
              : ""}
        </Text>
      ) : null}
    </View>
  );
}

/**
 * A number, or a day as year, month and day, as it is typed: what is none yet is given as it stands, and refused with
 * what it should be. A day is said in words below. (The field that reads days as people write them would weigh on the
 * first load of everybody.)
 */
function Typed({ field, answer, onAnswer }: FieldProps) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (answer === null ? "" : String(answer));
  const read = text.trim() === "" ? null : readTypedAnswer(field, text);
  return (
    <>
      <TextField
        label={field.name}
        inputMode={field.kind === "number" ? "decimal" : "text"}
        {...(field.kind === "date" && { placeholder: "2027-03-01" })}
        value={text}
        maxLength={30}
        error={read !== null && !read.ok}
        onChangeText={(next) => {
          setTyped(next);
          const now = next.trim() === "" ? null : readTypedAnswer(field, next);
          onAnswer(now === null ? null : now.ok ? now.value : next);
        }}
        style={{ width: 200 }}
      />
      {read === null ? null : !read.ok ? (
        <FaultText>{read.fault}</FaultText>
      ) : field.kind === "date" ? (
        <Text kind="small" color={quiet}>
          {sayWrittenDate(String(read.value))}
        </Text>
      ) : null}
    </>
  );
}

/** What stands in a field, for people. */
const sayKnown = ({ kind, choices, value }: AskedField): string =>
  value === null
    ? "not said"
    : kind === "date"
      ? sayWrittenDate(String(value))
      : sayAnswer({ choices }, value);

interface SectionProps {
  title: string;
  says?: string;
  fields: readonly AskedField[];
  /** Null: it is read, and not changed here. */
  change: {
    busy: boolean;
    error: unknown;
    /** True: it is kept. */
    keep(values: FieldAnswers): Promise<boolean>;
  } | null;
  forThem?: boolean;
}

/** What is known, field by field, and a sheet in which it is changed. */
export function FieldsSection({ title, says, fields, change, forThem = false }: SectionProps) {
  const { quiet, line } = usePalette();
  const [changing, setChanging] = useState<FieldAnswers | null>(null);
  const faults = faultsOf(change?.error);
  return (
    <Section title={title} {...(says !== undefined && { says })}>
      <View>
        {fields.map((field) => (
          <View
            key={field.id}
            style={{
              flexDirection: "row",
              flexWrap: "wrap",
              columnGap: 16,
              borderTopWidth: 1,
              borderTopColor: line,
              paddingVertical: 10,
            }}
          >
            <Text kind="small" color={quiet} style={{ width: 180 }}>
              {field.name}
            </Text>
            <Text color={field.value === null ? quiet : undefined} style={{ flexShrink: 1 }}>
              {sayKnown(field)}
            </Text>
          </View>
        ))}
      </View>
      {change === null ? null : (
        <QuietAction
          label="Change them"
          says={`Change them: ${title}`}
          onPress={() => setChanging({})}
        />
      )}
      {changing && change ? (
        <Sheet title={title} onClose={() => setChanging(null)}>
          {change.error && Object.keys(faults).length === 0 ? (
            <Notice {...explain(change.error)} />
          ) : null}
          <AskedFields
            fields={fields}
            answers={changing}
            faults={faults}
            path="values"
            forThem={forThem}
            onAnswers={setChanging}
          />
          <PrimaryAction
            label="Keep"
            busy={change.busy}
            onPress={async () => {
              if (Object.keys(changing).length === 0 || (await change.keep(changing)))
                setChanging(null);
            }}
          />
        </Sheet>
      ) : null}
    </Section>
  );
}
