/** Two choices that are one: wherever the first was said, the second is from now on. */
import type { FieldChoice } from "@dawngate/core/people";
import { inTree } from "@dawngate/core/people/choice-tree";
import { sayChoice } from "@dawngate/core/people/say-choice";
import { useState } from "react";
import { QuietAction } from "../../ui/action";
import { FoundField } from "../../ui/found-field";
import { Section } from "../../ui/section";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export interface Merged {
  from: string;
  into: string;
}

const SIDES = [
  ["from", "into", "What was said as"],
  ["into", "from", "Is said from now on as"],
] as const;

interface Props {
  /** As they are kept. */
  before: readonly FieldChoice[];
  /** As they are to be. */
  choices: readonly FieldChoice[];
  merged: readonly Merged[];
  onMerge(from: string, into: string): void;
}

export function MergeChoices({ before, choices, merged, onMerge }: Props) {
  const { quiet } = usePalette();
  const [pair, setPair] = useState<Partial<Merged>>({});
  // What is new has been said by nobody.
  const known = inTree(choices)
    .filter(({ id }) => before.some((one) => one.id === id))
    .map(({ id }) => ({ value: id, says: sayChoice(choices, id) }));
  const nameOf = (id: string | undefined) => (id === undefined ? "" : sayChoice(choices, id));
  const { from, into } = pair;
  return (
    <Section title="Two that are one" says="What was said as the first is said as the second.">
      {merged.map((one) => (
        <Text key={one.from} kind="small" color={quiet}>
          {`“${sayChoice(before, one.from)}” becomes “${sayChoice(choices, one.into)}” once this is kept.`}
        </Text>
      ))}
      {SIDES.map(([side, other, label]) => (
        <FoundField
          key={side}
          label={label}
          says={nameOf(pair[side])}
          of={known.filter(({ value }) => value !== pair[other])}
          none="No choice is called so."
          onChange={(next) => setPair({ ...pair, [side]: next })}
        />
      ))}
      {from !== undefined && into !== undefined ? (
        <QuietAction
          label="Make them one"
          onPress={() => {
            onMerge(from, into);
            setPair({});
          }}
        />
      ) : null}
    </Section>
  );
}
