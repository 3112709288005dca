/** A part of a quiz: its words before and after, and what it asks, in order. */
import type { BankQuestion } from "@dawngate/contract/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { NumberField } from "../../ui/number-field";
import { Press } from "../../ui/press";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { sayPoints } from "../say-rules";
import { KIND_WORDS } from "./kind-words";

type Part = PartOf<"quiz">["parts"][number];
interface Props {
  part: Part;
  /** Null: it is the only one. */
  number: number | null;
  bank: ReadonlyMap<string, BankQuestion>;
  /** Questions that are left out of the count. */
  uncounted: readonly string[];
  categories: readonly { category: string; count: number }[];
  onPart(change: Partial<Part>): void;
  onRemove(): void;
  onOpen(question: string): void;
  onType(): void;
  onDraw(): void;
  onBank(): void;
}

export function PartBlock(props: Props) {
  const { part, number, bank, uncounted, categories } = props;
  const { onPart, onRemove, onOpen, onType, onDraw, onBank } = props;
  const { quiet, line } = usePalette();
  const [words, setWords] = useState(false);
  const move = (at: number, by: -1 | 1) => {
    const ask = [...part.ask];
    const [one] = ask.splice(at, 1);
    if (one === undefined) return;
    ask.splice(at + by, 0, one);
    onPart({ ask });
  };
  const without = (at: number) => onPart({ ask: part.ask.filter((_, i) => i !== at) });
  return (
    <View
      role="group"
      aria-label={number === null ? "Questions" : `Part ${number}`}
      style={{ gap: 10, borderTopWidth: 1, borderTopColor: line, paddingTop: 14 }}
    >
      {number === null ? null : (
        <Text kind="name" level={3}>
          {part.title === "" ? `Part ${number}` : `Part ${number}: ${part.title}`}
        </Text>
      )}
      {!words && part.before !== "" ? (
        <Text kind="small" color={quiet} numberOfLines={2}>
          {part.before}
        </Text>
      ) : null}
      {words ? (
        <View style={{ gap: 8 }}>
          <TextField
            label="What this part is called"
            value={part.title}
            maxLength={200}
            onChangeText={(title) => onPart({ title })}
          />
          <TextField
            label="Said before its questions"
            value={part.before}
            multiline
            maxLength={5000}
            onChangeText={(before) => onPart({ before })}
          />
          <TextField
            label="Said after them"
            value={part.after}
            multiline
            maxLength={5000}
            onChangeText={(after) => onPart({ after })}
          />
          <Switched
            label="Its questions in another order each time"
            on={part.shuffle}
            onChange={(shuffle) => onPart({ shuffle })}
          />
        </View>
      ) : null}
      <View role="list" aria-label="What it asks">
        {part.ask.map((ask, i) =>
          typeof ask === "string" ? (
            <AskedRow
              key={ask}
              row={bank.get(ask)}
              isOut={uncounted.includes(ask)}
              number={i + 1}
              onOpen={() => onOpen(ask)}
              onUp={i === 0 ? null : () => move(i, -1)}
              onRemove={() => without(i)}
            />
          ) : (
            <ListRow key={`draw ${ask.category}`} padding={6} gap={8}>
              <View style={{ flex: 1 }}>
                <Text kind="strong">{`Drawn from ${ask.category}`}</Text>
                <Text kind="small" color={quiet}>
                  {`${categories.find(({ category }) => category === ask.category)?.count ?? 0} questions are there; each attempt draws its own`}
                </Text>
              </View>
              <NumberField
                label="Drawn"
                value={ask.draw}
                least={1}
                most={1000}
                width={90}
                onChange={(draw) =>
                  onPart({ ask: part.ask.map((one, j) => (j === i ? { ...ask, draw } : one)) })
                }
              />
              <QuietAction
                label="×"
                says={`Draw nothing from ${ask.category}`}
                tight
                onPress={() => without(i)}
              />
            </ListRow>
          ),
        )}
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <QuietAction label="Type questions" onPress={onType} />
        <QuietAction label="Draw from a category" onPress={onDraw} />
        <QuietAction label="From the bank" onPress={onBank} />
        {words ? null : (
          <QuietAction label="Words before and after" onPress={() => setWords(true)} />
        )}
        {number === null ? null : (
          <QuietAction label="Remove this part" says={`Remove part ${number}`} onPress={onRemove} />
        )}
      </View>
    </View>
  );
}

function AskedRow({
  row,
  isOut,
  number,
  onOpen,
  onUp,
  onRemove,
}: {
  row: BankQuestion | undefined;
  isOut: boolean;
  number: number;
  onOpen(): void;
  onUp: (() => void) | null;
  onRemove(): void;
}) {
  const { quiet, ember } = usePalette();
  return (
    <ListRow padding={2} gap={4}>
      <Press
        onPress={onOpen}
        disabled={!row}
        style={{ flex: 1, justifyContent: "center", paddingVertical: 6 }}
      >
        <View>
          <Text numberOfLines={2}>{row ? `${number}. ${row.question.text}` : `${number}. …`}</Text>
          <Text kind="small" color={row ? quiet : ember}>
            {row
              ? [
                  ...(isOut ? ["left out of the count"] : []),
                  KIND_WORDS[row.question.kind],
                  sayPoints(row.question.points),
                  ...(row.question.category ? [row.question.category] : []),
                  ...(row.usedIn > 1 ? [`in ${row.usedIn} lessons`] : []),
                ].join(" · ")
              : "This question is not in the bank any more."}
          </Text>
        </View>
      </Press>
      <QuietAction
        label="↑"
        says={`Question ${number} up`}
        tight
        disabled={onUp === null}
        onPress={() => onUp?.()}
      />
      <QuietAction label="×" says={`Ask question ${number} no more`} tight onPress={onRemove} />
    </ListRow>
  );
}
