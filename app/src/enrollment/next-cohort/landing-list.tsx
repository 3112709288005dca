/** What of a new cohort lands on a day that is shut, or after its last, each with its mends. */
import type { Course } from "@dawngate/contract/courses";
import type { Landing } from "@dawngate/core/enrollment";
import { itemTitles, type PlanGate } from "@dawngate/core/plan";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  /** Of several; null: there is one. */
  name: string | null;
  course: Course;
  landings: { shut: Landing[]; late: Landing[] };
  /** Left out: it is only looked at. */
  onGates?(gates: Record<string, PlanGate>): void;
  onEnd?(day: string): void;
  /** The whole cohort a week later; null: not for one of a series. */
  onLater: (() => void) | null;
}

/** So many are named. */
const MOST = 6;

export function LandingList({ name, course, landings, onGates, onEnd, onLater }: Props) {
  const { coral, line, lilac, quiet } = usePalette();
  const { shut, late } = landings;
  if (shut.length + late.length === 0) return null;
  const titles = itemTitles(course);
  const titleOf = ({ what }: Landing): string => {
    if (what === "starts") return "Its first day";
    if (what === "ends") return "Its last day";
    return `“${titles.get(what.item) ?? what.item}”`;
  };
  const mendable = shut.flatMap(({ what, mended }) =>
    typeof what === "object" && mended ? [{ item: what.item, gate: mended }] : [],
  );
  const last = late
    .map(({ date }) => date)
    .sort()
    .at(-1);
  return (
    <View
      role="group"
      aria-label={`Snags of ${name ?? "the new cohort"}`}
      style={{
        backgroundColor: lilac,
        borderLeftWidth: 4,
        borderLeftColor: coral,
        borderColor: line,
        borderRadius: 6,
        padding: 14,
        gap: 8,
      }}
    >
      <Text kind="strong">
        {[...(name === null ? [] : [`${name}:`]), sayCounts(shut.length, late.length)].join(" ")}
      </Text>
      {[...shut, ...late].slice(0, MOST).map((landing) => (
        <Text key={titleOf(landing)} kind="small" color={quiet}>
          {titleOf(landing)}: {sayWrittenDate(landing.date)}
          {landing.shut === "closed"
            ? ", closed in the school's calendar"
            : landing.shut === "weekend"
              ? ", a weekend"
              : ", after the last day"}
        </Text>
      ))}
      {shut.length + late.length > MOST ? (
        <Text kind="small" color={quiet}>
          And {shut.length + late.length - MOST} more.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {onGates && mendable.length > 0 ? (
          <QuietAction
            label="To the next workday"
            tight
            onPress={() =>
              onGates(Object.fromEntries(mendable.map(({ item, gate }) => [item, gate])))
            }
          />
        ) : null}
        {onEnd && last !== undefined ? (
          <QuietAction label={`End on ${sayWrittenDate(last)}`} tight onPress={() => onEnd(last)} />
        ) : null}
        {onLater ? (
          <QuietAction label="The whole cohort a week later" tight onPress={onLater} />
        ) : null}
      </View>
    </View>
  );
}

function sayCounts(shut: number, late: number): string {
  const days = shut === 1 ? "one date lands" : `${shut} dates land`;
  const after = late === 1 ? "one opening comes" : `${late} openings come`;
  const parts = [
    ...(shut > 0 ? [`${days} on a day that is shut`] : []),
    ...(late > 0 ? [`${after} after the last day`] : []),
  ].join(", and ");
  return `${parts.charAt(0).toUpperCase()}${parts.slice(1)}.`;
}
