/** Months along a horizon: what stands above it, what is to come with a dotted edge, and a line beside them. */
import { useRef } from "react";
import { View } from "react-native";
import Svg, { Line, Path, Rect } from "react-native-svg";
import { Hidden } from "../ui/hidden";
import { useInSight } from "../ui/in-sight";
import { useWide } from "../ui/layout";
import { Along, NightBand } from "../ui/night-band";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { monthWords } from "./income/income-rows";

const HEIGHT = 120;

/** What one month shows, each as tall as its figure; `says` is what is read of it. */
export interface MonthColumn {
  month: string;
  full: number;
  dotted: number;
  line: number;
  says: string;
}

interface Props {
  label: string;
  /** What is drawn, in words. */
  keys: Partial<Record<"full" | "dotted" | "line", string>>;
  months: readonly MonthColumn[];
  thisMonth: string;
  shown: string;
  onShow(month: string): void;
}

export function MonthColumns({ label, keys, months, thisMonth, shown, onShow }: Props) {
  const { frame, onFrame, onFrameQuiet, frameMark, frameLeaf } = usePalette();
  const wide = useWide();
  const most = Math.max(1, ...months.flatMap(({ full, dotted, line }) => [full + dotted, line]));
  const tall = (amount: number) => (Math.max(0, amount) / most) * (HEIGHT - 6);
  return (
    <NightBand gap={8}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 18, rowGap: 2 }}>
        {keys.full ? <Key color={frameMark} says={keys.full} /> : null}
        {keys.dotted ? <Key color={onFrameQuiet} says={keys.dotted} dotted /> : null}
        {keys.line ? <Key color={frameLeaf} says={keys.line} /> : null}
      </View>
      <Along label={label}>
        {months.map(({ month, full, dotted, line, says }) => {
          const isShown = month === shown;
          const [got, ahead] = [tall(full), tall(dotted)];
          return (
            <Press
              key={month}
              aria-pressed={isShown}
              onPress={() => onShow(month)}
              style={{
                ...(wide ? { flex: 1 } : { width: 56 }),
                alignItems: "center",
                paddingVertical: 4,
              }}
            >
              <Hidden>{`${monthWords(month)}: ${says}`}</Hidden>
              <Svg
                width="100%"
                height={HEIGHT}
                viewBox={`0 0 40 ${HEIGHT}`}
                preserveAspectRatio="none"
                aria-hidden
              >
                <Rect
                  x={9}
                  width={22}
                  y={HEIGHT - 1 - got}
                  height={got}
                  fill={frameMark}
                  fillOpacity={isShown ? 1 : 0.72}
                />
                {dotted > 0 ? (
                  <Rect
                    x={9}
                    width={22}
                    y={HEIGHT - 1 - got - ahead}
                    height={ahead}
                    fill={frame}
                    stroke={onFrameQuiet}
                    strokeDasharray="3 3"
                    strokeWidth={1.2}
                  />
                ) : null}
                {line > 0 ? (
                  <Path d={`M4 ${HEIGHT - 1 - tall(line)}H36`} stroke={frameLeaf} strokeWidth={3} />
                ) : null}
                <Line
                  x1={-40}
                  x2={80}
                  y1={HEIGHT - 0.8}
                  y2={HEIGHT - 0.8}
                  stroke={onFrame}
                  strokeWidth={1.4}
                />
              </Svg>
              <MonthName month={month} isNow={month === thisMonth} isShown={isShown} />
            </Press>
          );
        })}
      </Along>
    </NightBand>
  );
}

/** Where the line is longer than the screen, the month that is now is in sight. */
function MonthName({ month, isNow, isShown }: { month: string; isNow: boolean; isShown: boolean }) {
  const { onFrame, onFrameQuiet } = usePalette();
  const place = useRef<View>(null);
  useInSight(place, isNow);
  return (
    <View ref={place} aria-hidden>
      <Text
        kind={isShown ? "tinyStrong" : "tiny"}
        color={isShown ? onFrame : onFrameQuiet}
        style={{ whiteSpace: "nowrap" } as object}
      >
        {isNow ? "now" : monthWords(month).split(" ")[0]?.slice(0, 3)}
      </Text>
    </View>
  );
}

function Key({ color, says, dotted = false }: { color: string; says: string; dotted?: boolean }) {
  const { onFrameQuiet } = usePalette();
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 6 }}>
      <View
        style={{
          width: 14,
          height: 10,
          borderRadius: 2,
          ...(dotted
            ? { borderWidth: 1, borderStyle: "dashed", borderColor: color }
            : { backgroundColor: color }),
        }}
      />
      <Text kind="tiny" color={onFrameQuiet}>
        {says}
      </Text>
    </View>
  );
}
