/** The price over time as a horizon: steps that rise and fall, and one line for the day one looks at. A day is pressed. */
import { type Listing, optionOf, priceTurns, stretchesOf } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayShortDate, sayWrittenDate } from "@dawngate/core/schedule/words";
import { addDays, formatDate, type LocalDate, parseDate } from "@dawngate/core/time";
import { useMemo, useState } from "react";
import { View } from "react-native";
import Svg, { Line, Path, Text as SvgText } from "react-native-svg";
import { TEXT, TEXT_BOLD } from "../ui/fonts";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  listing: Listing;
  option: string;
  /** The day one looks at. */
  day: string;
  window: { opens: string; closes: string } | null;
  onDay(day: string): void;
}

const HEIGHT = 150;
const TOP = 34;
const GROUND = 116;
/** So many days before and after what is dated. */
const AROUND = 10;
const LONGEST = 400;

/** The days that are drawn: all that is dated, the window and the day one looks at, with some around. */
function reach(listing: Listing, window: Props["window"], day: LocalDate): [LocalDate, LocalDate] {
  const named = [day, ...priceTurns(listing)];
  for (const text of window ? [window.opens, window.closes] : []) {
    const date = parseDate(text);
    if (date.ok) named.push(date.value);
  }
  const from = addDays(Math.min(...named) as LocalDate, -AROUND);
  const through = addDays(Math.max(...named) as LocalDate, AROUND);
  return through - from > LONGEST
    ? [addDays(day, -60), addDays(day, LONGEST - 60)]
    : [from, through];
}

export function PriceOverTime({ listing, option, day, window, onDay }: Props) {
  const { apricotPale, apricotLine, apricotInk, dusk, quiet, night, line } = usePalette();
  const [width, setWidth] = useState(0);
  const parsed = parseDate(day);
  const at = parsed.ok ? parsed.value : (0 as LocalDate);
  const drawn = useMemo(() => {
    if (!optionOf(listing, option)) return null;
    const [from, through] = reach(listing, window, at);
    return { from, through, stretches: stretchesOf(listing, option, from, through) };
  }, [listing, option, window, at]);
  if (!drawn) return null;
  const { from, through, stretches } = drawn;
  const x = (date: LocalDate) => ((date - from) / (through - from + 1)) * width;
  const most = Math.max(1, ...stretches.map(({ amount }) => amount));
  const y = (amount: number) => GROUND - (amount / most) * (GROUND - TOP);
  const money = (amount: number) => sayMoney(amount, listing.currency);
  const ticks = Array.from({ length: 5 }, (_, i) =>
    addDays(from, Math.round(((through - from) * (i + 0.5)) / 5)),
  );
  const steps = stretches.map((one) => `V${y(one.amount)}H${x(addDays(one.through, 1))}`).join("");
  return (
    <View style={{ gap: 6 }}>
      <View
        onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
        style={{ height: HEIGHT }}
      >
        {width > 0 ? (
          <Svg width={width} height={HEIGHT} aria-hidden>
            {ticks.map((tick) => (
              <SvgText
                key={tick}
                x={x(tick)}
                y={14}
                fill={quiet}
                fontSize={12}
                fontFamily={TEXT}
                textAnchor="middle"
              >
                {sayShortDate(tick)}
              </SvgText>
            ))}
            <Path
              d={`M0 ${GROUND}${steps}V${GROUND}Z`}
              fill={apricotPale}
              stroke={apricotLine}
              strokeWidth={1.5}
            />
            <Line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke={dusk} strokeWidth={1.5} />
            {stretches.map((one) => {
              const left = x(one.from);
              return x(addDays(one.through, 1)) - left < 64 ? null : (
                <SvgText
                  key={one.from}
                  x={left + 8}
                  y={Math.min(GROUND - 8, y(one.amount) + 18)}
                  fill={apricotInk}
                  fontSize={12}
                  fontFamily={TEXT_BOLD}
                >
                  {money(one.amount)}
                </SvgText>
              );
            })}
            {window
              ? [window.opens, window.closes].map((text, i) => {
                  const date = parseDate(text);
                  if (!date.ok) return null;
                  const at_ = x(addDays(date.value, i));
                  return (
                    <Line
                      key={text}
                      x1={at_}
                      x2={at_}
                      y1={GROUND}
                      y2={GROUND + 12}
                      stroke={line}
                      strokeWidth={2}
                    />
                  );
                })
              : null}
            <Line x1={x(at)} x2={x(at)} y1={20} y2={GROUND + 14} stroke={night} strokeWidth={2.5} />
          </Svg>
        ) : null}
      </View>
      {/* The same in words: what is drawn is told too, and each day a price begins on can be pressed. */}
      <View
        role="list"
        aria-label="The price over time"
        style={{ flexDirection: "row", flexWrap: "wrap", gap: 4 }}
      >
        {stretches.map((one) => (
          <View key={one.from} role="listitem">
            <Press
              onPress={() => onDay(formatDate(Math.max(one.from, from) as LocalDate))}
              style={{ paddingHorizontal: 10, justifyContent: "center" }}
            >
              <Text kind="small" color={dusk}>
                {money(one.amount)}{" "}
                {one.from === from
                  ? "at first"
                  : `from ${sayWrittenDate(formatDate(one.from), false)}`}
              </Text>
            </Press>
          </View>
        ))}
      </View>
    </View>
  );
}
