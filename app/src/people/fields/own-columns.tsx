/** The school's own fields as columns of a list of people, and as what narrows it. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RosterPerson } from "@dawngate/contract/roster";
import { inTree } from "@dawngate/core/people/choice-tree";
import { sayAnswer } from "@dawngate/core/people/say-answer";
import { sayChoice } from "@dawngate/core/people/say-choice";
import { Choice } from "../../ui/choice";
import { LabeledChoices } from "../../ui/labeled-choices";
import type { TableColumn } from "../../ui/table/columns";
import { Text } from "../../ui/text";

type Answered = Pick<RosterPerson, "answers">;

export function ownColumns<Row extends Answered, Order extends string>(
  fields: readonly OwnField[],
): TableColumn<Row, Order>[] {
  return fields
    .filter(({ listed }) => listed)
    .map((field) => {
      const said = ({ answers }: Row) => {
        const value = answers[field.id];
        return value === undefined ? null : sayAnswer(field, value);
      };
      return {
        id: `own-${field.id}`,
        title: field.name,
        width: 150,
        cell: (row: Row) => (
          <Text kind="small" numberOfLines={2}>
            {said(row) ?? ""}
          </Text>
        ),
        text: said,
      };
    });
}

/** What a list is narrowed to: a choice of one field; null: whatever they say. */
export type AnswerNarrowed = { field: string; says: string } | null;

/** The fields a list can be narrowed by: those with choices. */
export const narrowing = (fields: readonly OwnField[]) =>
  fields.filter(({ kind, listed }) => listed && (kind === "choice" || kind === "several"));

/** What a list is narrowed to, in words; null: by none. */
export function sayNarrowed(fields: readonly OwnField[], answer: AnswerNarrowed): string | null {
  const field = fields.find(({ id }) => id === answer?.field);
  return field && answer ? sayChoice(field.choices, answer.says) : null;
}

interface Props {
  fields: readonly OwnField[];
  answer: AnswerNarrowed;
  onNarrow(answer: AnswerNarrowed): void;
}

export function NarrowByAnswer({ fields, answer, onNarrow }: Props) {
  return narrowing(fields).map(({ id, name, choices }) => (
    <LabeledChoices key={id} label={name}>
      <Choice label="All" taken={answer?.field !== id} onPress={() => onNarrow(null)} />
      {inTree(choices).map((choice) => (
        <Choice
          key={choice.id}
          label={sayChoice(choices, choice.id)}
          taken={answer?.field === id && answer.says === choice.id}
          onPress={() => onNarrow({ field: id, says: choice.id })}
        />
      ))}
    </LabeledChoices>
  ));
}
