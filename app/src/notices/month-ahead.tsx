/** What goes out in the next thirty days: a sun a day along a horizon, the higher the more; a day pressed says of what kinds. */
import type { NoticesAhead } from "@dawngate/contract/notices";
import type { Kind } from "@dawngate/core/notices";
import { isHeldBack } from "@dawngate/core/notices/kinds";
import { listed, sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import Svg, { Line, Path } from "react-native-svg";
import { explain } from "../store/api";
import { Hidden } from "../ui/hidden";
import { useWide } from "../ui/layout";
import { Along, NightBand } from "../ui/night-band";
import { NightAct } from "../ui/night-bar";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { nameOf } from "./say-kind";

const HEIGHT = 34;

const sum = (kinds: NoticesAhead["days"][number]["kinds"]) =>
  kinds.reduce((all, { count }) => all + count, 0);
const mails = (count: number) => (count === 1 ? "one mail" : `${count} mails`);

interface Props {
  ahead: NoticesAhead;
  /** A day is stopped, or let go on; left out: one may not. */
  onStop?: ((day: string, stopped: boolean) => void) | undefined;
  error?: unknown;
}

export function MonthAhead({ ahead, onStop, error }: Props) {
  const { frame, onFrame, onFrameQuiet, frameMark } = usePalette();
  const wide = useWide();
  const { days, today } = ahead;
  const all = days.reduce((total, { kinds }) => total + sum(kinds), 0);
  const busiest = days.find(({ kinds }) => sum(kinds) > 0)?.day ?? today;
  const [shown, setShown] = useState<string | null>(null);
  const day = shown ?? busiest;
  const most = Math.max(1, ...days.map(({ kinds }) => sum(kinds)));
  const line = (
    <Along label="Mails a day">
      {days.map((one) => {
        const count = sum(one.kinds);
        const r = count === 0 ? 0 : 5 + 13 * Math.sqrt(count / most);
        const isShown = one.day === day;
        const date = Number(one.day.slice(8));
        return (
          <Press
            key={one.day}
            aria-pressed={isShown}
            onPress={() => setShown(one.day)}
            style={{
              ...(wide ? { flex: 1, minWidth: 24 } : { width: 44 }),
              alignItems: "center",
              paddingVertical: 4,
            }}
          >
            <Hidden>{`${sayWrittenDate(one.day, false)}: ${mails(count)}${one.stopped ? ", stopped" : ""}`}</Hidden>
            <Text kind="tiny" color={onFrame} aria-hidden>
              {count === 0 ? " " : count}
            </Text>
            <Svg width="100%" height={HEIGHT / 1.6} viewBox="0 0 40 21" aria-hidden>
              {r > 0 ? (
                <Path
                  d={`M${20 - r} 20a${r} ${r} 0 0 1 ${2 * r} 0z`}
                  fill={isShown ? frameMark : frame}
                  stroke={onFrame}
                  strokeWidth={1.3}
                />
              ) : null}
              <Line x1={-60} x2={100} y1={20.3} y2={20.3} stroke={onFrameQuiet} strokeWidth={1.3} />
              {one.stopped ? (
                <Path d="M9 19L31 2" stroke={onFrame} strokeWidth={2} strokeLinecap="round" />
              ) : null}
            </Svg>
            <Text
              aria-hidden
              kind={isShown ? "tinyStrong" : "tiny"}
              color={isShown ? onFrame : onFrameQuiet}
              style={{ whiteSpace: "nowrap" } as object}
            >
              {date === 1 || one.day === today
                ? sayWrittenDate(one.day, false).split(" ").slice(1).join(" ")
                : date}
            </Text>
          </Press>
        );
      })}
    </Along>
  );
  const { kinds, stopped } = days.find((one) => one.day === day) ?? { kinds: [], stopped: false };
  const back = kinds.filter(({ kind }) => isHeldBack(kind as Kind));
  return (
    <NightBand gap={6}>
      <Text kind="small" color={onFrameQuiet}>
        {all === 0
          ? "Nothing goes out in the next thirty days, as far as is known today."
          : `${mails(all)} in the next thirty days, as far as is known today`}
      </Text>
      {line}
      <Text color={onFrame} role="status">
        {`${day === today ? "Today" : sayWrittenDate(day, false)}: ${
          kinds.length === 0
            ? "nothing"
            : kinds.map(({ kind, count }) => `${nameOf(kind)} (${count})`).join(", ")
        }`}
      </Text>
      {stopped ? (
        <Text kind="small" color={onFrameQuiet}>
          {back.length === kinds.length
            ? "None of it is mailed: this day is stopped. People find it in the application."
            : `Of it ${back.length === 0 ? "nothing is held back" : `${listed(back.map(({ kind }) => nameOf(kind)))} is not mailed`}: this day is stopped.`}
        </Text>
      ) : null}
      {error ? <Notice {...explain(error)} /> : null}
      {onStop ? (
        <View style={{ alignItems: "flex-start", marginLeft: -8 }}>
          <NightAct
            label={
              stopped
                ? `Mail again on ${sayWrittenDate(day, false)}`
                : `Mail nothing on ${sayWrittenDate(day, false)}`
            }
            onPress={() => onStop(day, !stopped)}
          />
        </View>
      ) : null}
    </NightBand>
  );
}
