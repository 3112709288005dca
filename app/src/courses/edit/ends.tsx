/** When access ends: at the earliest of some moments, each a sentence; of a course, and of what is sold. */
import type { PlanMoment } from "@dawngate/core/plan";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { LabeledChoices } from "../../ui/labeled-choices";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { MomentContext } from "./moment-context";
import { MomentSentence } from "./moment-sentence";

interface Props {
  context: Omit<MomentContext, "role" | "own" | "before">;
  ends: readonly PlanMoment[] | null;
  /** What null stands for: "as the course says"; left out: there is no null. */
  unsaid?: string;
  /** What is said first: a term from here. */
  from: "enrolled" | "access";
  onEnds(ends: PlanMoment[] | null): void;
}

export function Ends({ context, ends, unsaid, from, onEnds }: Props) {
  const { quiet } = usePalette();
  const term: PlanMoment = { from, add: "P6M", edge: "end" };
  // Far enough ahead that nobody is shut out while it is being chosen.
  const year = Number(context.today.slice(0, 4)) + 1;
  const dated: PlanMoment = { from: "date", date: `${year}-12-31`, edge: "end" };
  return (
    <View role="group" aria-label="Access ends" style={{ gap: 10 }}>
      <LabeledChoices label="Access ends">
        {unsaid === undefined ? null : (
          <Choice label={unsaid} taken={ends === null} onPress={() => onEnds(null)} />
        )}
        <Choice label="never" taken={ends?.length === 0} onPress={() => onEnds([])} />
        <Choice
          label="at a moment"
          taken={ends !== null && ends.length > 0}
          onPress={() => (ends === null || ends.length === 0) && onEnds([term])}
        />
      </LabeledChoices>
      {(ends ?? []).map((end, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: an end is known by its place in the sentence
          key={i}
          style={{ gap: 6 }}
        >
          {i > 0 ? <Text kind="strong">or, if that is earlier,</Text> : null}
          <MomentSentence
            context={{ ...context, own: "", before: null, role: "ends" }}
            moment={end}
            onChange={(next) => onEnds((ends ?? []).map((one, k) => (k === i ? next : one)))}
          />
          {(ends ?? []).length > 1 ? (
            <Choice
              label="Take this end away"
              onPress={() => onEnds((ends ?? []).filter((_, k) => k !== i))}
            />
          ) : null}
        </View>
      ))}
      {ends !== null && ends.length > 0 && ends.length < 10 ? (
        <Choice
          label="+ or earlier …"
          onPress={() => onEnds([...ends, ends.some((one) => one.from === "date") ? term : dated])}
        />
      ) : null}
      <Text kind="small" color={quiet}>
        A last day is included.
      </Text>
    </View>
  );
}
