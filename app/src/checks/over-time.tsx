/** How a quiz went month by month: bars from the ground, as high as the share was, each with its month. */
import type { QuestionAnalysis } from "@dawngate/contract/checks";
import { sayMonth } from "@dawngate/core/schedule/words";
import { dateOf } from "@dawngate/core/time";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayPercent } from "./say-rules";

type Months = QuestionAnalysis["months"];

/** "May 2027" */
const called = (month: string) =>
  sayMonth(dateOf(Number(month.slice(0, 4)), Number(month.slice(5)), 1));

/** Of the whole quiz; with one month there is nothing to compare. */
export function MonthBars({ months }: { months: Months }) {
  const { quiet, dusk, lilac } = usePalette();
  if (months.length < 2) return null;
  const said = months
    .map(
      ({ month, mean, enrollees }) =>
        `${called(month)} ${sayPercent(mean)}, ${enrollees} ${enrollees === 1 ? "person" : "people"}`,
    )
    .join("; ");
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        Points at first try, by the month in which it was handed in, and of how many people
      </Text>
      <View
        role="img"
        aria-label={`Points at first try: ${said}`}
        style={{ flexDirection: "row", gap: 6, alignItems: "flex-end" }}
      >
        {months.map(({ month, mean, enrollees }) => (
          <View key={month} style={{ flex: 1, maxWidth: 64, gap: 2, alignItems: "center" }}>
            <Text kind="small" style={{ fontVariant: ["tabular-nums"] }}>
              {`${Math.round(mean * 100)} %`}
            </Text>
            <View style={{ alignSelf: "stretch", height: 64, justifyContent: "flex-end" }}>
              <View style={{ ...GROUND, height: 64, backgroundColor: lilac }}>
                <View
                  style={{ height: 64 * mean, backgroundColor: dusk, borderTopLeftRadius: 10 }}
                />
              </View>
            </View>
            <Text kind="small" color={quiet}>
              {called(month).slice(0, 3)}
            </Text>
            <Text kind="small" color={quiet}>
              {`${enrollees}`}
            </Text>
          </View>
        ))}
      </View>
    </View>
  );
}

const GROUND = { justifyContent: "flex-end", borderTopLeftRadius: 10, overflow: "hidden" } as const;

interface SmallProps {
  /** What the shares are of. */
  label: string;
  months: Months;
  shares: readonly (number | null)[];
}

/** Of one question, beside its figure. */
export function SmallBars({ label, months, shares }: SmallProps) {
  const { dusk, lilac } = usePalette();
  if (shares.filter((share) => share !== null).length < 2) return null;
  const said = months
    .flatMap(({ month }, i) => {
      const share = shares[i] ?? null;
      return share === null ? [] : [`${called(month)} ${sayPercent(share)}`];
    })
    .join(", ");
  return (
    <View
      role="img"
      aria-label={`${label}, month by month: ${said}`}
      style={{ flexDirection: "row", gap: 2, alignItems: "flex-end", height: 26 }}
    >
      {months.map(({ month }, i) => {
        const share = shares[i] ?? null;
        return (
          <View
            key={month}
            style={{
              flex: 1,
              height: share === null ? 2 : Math.max(2, 26 * share),
              backgroundColor: share === null ? lilac : dusk,
              borderTopLeftRadius: 4,
            }}
          />
        );
      })}
    </View>
  );
}
