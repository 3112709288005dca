/** Whose score a change changes: who passes by it, who would not any more, before it is kept. */
import type { MarkedAgain } from "@dawngate/contract/checks";
import { View } from "react-native";
import { PrimaryAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { sayPercent } from "../say-rules";

const CHANGES = {
  passes: "passes now",
  fails: "would not pass any more, and keeps the pass",
  score: "another score",
} as const;

interface Props {
  marked: MarkedAgain;
  busy?: boolean;
  disabled?: boolean;
  onKeep(): void;
}

/** Whom it touches, and only then the press that keeps it. */
export function SeenFirst({ marked, busy = false, disabled = false, onKeep }: Props) {
  return (
    <>
      <MarkedPeople marked={marked} />
      <PrimaryAction label="Keep for everybody" busy={busy} disabled={disabled} onPress={onKeep} />
    </>
  );
}

function MarkedPeople({ marked }: { marked: MarkedAgain }) {
  const { quiet, leaf, ember } = usePalette();
  const { looked, all, people, passes, fails, scores } = marked;
  const named = people.length < passes + fails + scores;
  return (
    <View style={{ gap: 6 }} aria-live="polite">
      <Text kind="strong">
        {people.length === 0
          ? "It changes nobody's score."
          : `${passes} ${passes === 1 ? "passes" : "pass"} by it, ${fails} would not any more, ${scores} ${scores === 1 ? "has" : "have"} another score.`}
      </Text>
      <Text kind="small" color={quiet}>
        {`Looked at ${looked} ${looked === 1 ? "person" : "people"}${all ? "" : "; more have taken it, and are marked again when it is kept"}.`}
      </Text>
      <View role="list" aria-label="Whose score changes">
        {people.map(({ enrollment, name, before, after, change }) => (
          <ListRow key={enrollment} padding={6}>
            <Text style={{ flex: 1 }}>{name}</Text>
            <Text
              kind="small"
              color={change === "passes" ? leaf : change === "fails" ? ember : quiet}
            >
              {CHANGES[change]}
            </Text>
            <Text kind="small" style={{ fontVariant: ["tabular-nums"] }}>
              {`${before === null ? "–" : sayPercent(before)} → ${after === null ? "–" : sayPercent(after)}`}
            </Text>
          </ListRow>
        ))}
      </View>
      {named ? (
        <Text kind="small" color={quiet}>
          The first of them are named.
        </Text>
      ) : null}
    </View>
  );
}
