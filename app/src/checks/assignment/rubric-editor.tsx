/** A rubric as it is made: criteria one below the other, each with its levels; the school's own are taken from a list. */
import type { Rubric } from "@dawngate/core/lessons/rubric";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { DecimalField } from "../../ui/decimal-field";
import { LeftField } from "../../ui/left-field";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { newId } from "../new-id";
import { RubricsSheet } from "./rubrics-sheet";

type Criterion = Rubric[number];
type Level = Criterion["levels"][number];

interface Props {
  school: string;
  rubric: Rubric;
  onRubric(rubric: Rubric): void;
}

/** As common practice has it: not there, on its way, there. */
const begun = (number: number): Criterion => ({
  id: newId(),
  title: `Criterion ${number}`,
  levels: [
    { says: "Not there yet", points: 0 },
    { says: "On its way", points: 1 },
    { says: "There", points: 2 },
  ],
});

const MOST = 20;
const LEVELS = 8;

export function RubricEditor({ school, rubric, onRubric }: Props) {
  const { quiet, line } = usePalette();
  const [open, setOpen] = useState(false);
  const put = (id: string, change: Partial<Criterion>) =>
    onRubric(rubric.map((one) => (one.id === id ? { ...one, ...change } : one)));
  const most = rubric.reduce(
    (sum, { levels }) => sum + Math.max(...levels.map(({ points }) => Math.round(points * 100))),
    0,
  );
  return (
    <View style={{ gap: 14 }}>
      <View style={{ gap: 2 }}>
        <Text kind="strong">Rubric</Text>
        <Text kind="small" color={quiet}>
          {rubric.length === 0
            ? "None: it is accepted or given back, with a word. With one, everybody knows by what it is looked at."
            : `${rubric.length === 1 ? "One criterion" : `${rubric.length} criteria`}, ${most / 100} points at the most. Who hands in sees it before.`}
        </Text>
      </View>
      <View role="list" aria-label="Criteria" style={{ gap: 14 }}>
        {rubric.map((criterion, i) => (
          <View
            role="listitem"
            key={criterion.id}
            style={{ gap: 8, borderTopWidth: 1, borderTopColor: line, paddingTop: 12 }}
          >
            <View style={{ flexDirection: "row", gap: 8, alignItems: "center" }}>
              <LeftField
                label={`Criterion ${i + 1}`}
                value={criterion.title}
                maxLength={200}
                takes={(text) => text.trim() !== ""}
                onLeft={(title) => put(criterion.id, { title })}
                style={{ flex: 1 }}
              />
              <QuietAction
                label="×"
                says={`Remove criterion ${i + 1} ×`}
                tight
                onPress={() => onRubric(rubric.filter(({ id }) => id !== criterion.id))}
              />
            </View>
            <Levels
              number={i + 1}
              levels={criterion.levels}
              onLevels={(levels) => put(criterion.id, { levels })}
            />
          </View>
        ))}
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <QuietAction
          label="Add a criterion"
          disabled={rubric.length >= MOST}
          onPress={() => onRubric([...rubric, begun(rubric.length + 1)])}
        />
        <QuietAction label="The school's rubrics" onPress={() => setOpen(true)} />
      </View>
      {open ? (
        <RubricsSheet
          school={school}
          rubric={rubric}
          onTake={(criteria) => {
            onRubric(criteria);
            setOpen(false);
          }}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </View>
  );
}

function Levels({
  number,
  levels,
  onLevels,
}: {
  number: number;
  levels: Level[];
  onLevels(levels: Level[]): void;
}) {
  const put = (place: number, change: Partial<Level>) =>
    onLevels(levels.map((one, i) => (i === place ? { ...one, ...change } : one)));
  const last = levels.at(-1);
  return (
    <View style={{ gap: 8 }}>
      <View role="list" aria-label={`Levels of criterion ${number}`} style={{ gap: 8 }}>
        {levels.map((level, place) => (
          <View
            role="listitem"
            // biome-ignore lint/suspicious/noArrayIndexKey: a level is known by its place
            key={place}
            style={{ flexDirection: "row", gap: 8, alignItems: "center" }}
          >
            <DecimalField
              label={`Points ${place + 1}`}
              value={level.points}
              least={0}
              most={1000}
              width={92}
              onChange={(points) => put(place, { points })}
            />
            <LeftField
              label={`Level ${place + 1}`}
              value={level.says}
              maxLength={500}
              onLeft={(says) => put(place, { says })}
              style={{ flex: 1 }}
            />
            {levels.length > 2 ? (
              <QuietAction
                label="×"
                says={`Remove level ${place + 1} of criterion ${number} ×`}
                tight
                onPress={() => onLevels(levels.filter((_, i) => i !== place))}
              />
            ) : null}
          </View>
        ))}
      </View>
      {levels.length < LEVELS ? (
        <QuietAction
          label="Another level"
          says={`Another level of criterion ${number}`}
          tight
          onPress={() => onLevels([...levels, { says: "", points: (last?.points ?? 0) + 1 }])}
        />
      ) : null}
    </View>
  );
}
