/** A cohort on the year: pressed to look at it, dragged or moved by keys to another day. */
import type { YearCohort } from "@dawngate/contract/year";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { LocalDate } from "@dawngate/core/time";
import { useMemo, useRef, useState } from "react";
import { PanResponder, Platform, View, type ViewProps } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { dayAfter } from "../days";
import { barOf, besideOf, sayCohortBar, saySeats } from "./arrange";

interface Props {
  course: string;
  cohort: YearCohort;
  today: string;
  x(date: LocalDate): number;
  perDay: number;
  /** How wide the chart is. */
  room: number;
  top: number;
  movable: boolean;
  onOpen(days: number): void;
}

/** How far a key moves it, in days. */
const KEYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 };
/** Less than so far is a press. */
const STILL = 4;

export function CohortBar({ course, cohort, today, x, perDay, room, top, movable, onOpen }: Props) {
  const palette = usePalette();
  const { dark, apricot, apricotLabel, apricotLine, apricotInk } = palette;
  const { quiet, shade, line, ink, dusk } = palette;
  // A name stands on it: in the dark the bar is as dark as labels are.
  const fill = dark ? apricotLabel : apricot;
  const [days, setDays] = useState(0);
  const [focused, setFocused] = useState(false);
  const moved = useRef(0);
  const { from, width, namedBeside } = barOf(cohort, x);
  const over = cohort.ends < today;
  const beside = from + days * perDay + width + 6;
  const settle = (by: number) => {
    setDays(0);
    moved.current = 0;
    onOpen(by);
  };
  const latest = useRef({ settle, perDay, movable });
  latest.current = { settle, perDay, movable };
  const pan = useMemo(
    () =>
      PanResponder.create({
        onStartShouldSetPanResponder: () => true,
        onPanResponderMove: (_, { dx }) => {
          if (!latest.current.movable) return;
          moved.current = Math.round(dx / latest.current.perDay);
          setDays(moved.current);
        },
        onPanResponderRelease: (_, { dx, dy }) => {
          const still = Math.abs(dx) < STILL && Math.abs(dy) < STILL;
          if (still || moved.current !== 0) latest.current.settle(still ? 0 : moved.current);
        },
        onPanResponderTerminate: () => setDays(0),
      }),
    [],
  );
  const keys: ViewProps | object =
    Platform.OS === "web"
      ? {
          tabIndex: 0,
          onFocus: () => setFocused(true),
          onBlur: () => {
            setFocused(false);
            setDays(0);
          },
          onKeyDown: (event: { key: string; preventDefault(): void }) => {
            const step = movable ? KEYS[event.key] : undefined;
            if (step !== undefined) setDays((before) => before + step);
            else if (event.key === "Enter" || event.key === " ") settle(days);
            else if (event.key === "Escape") setDays(0);
            else return;
            event.preventDefault();
          },
        }
      : {};
  return (
    <>
      <View
        {...pan.panHandlers}
        {...keys}
        role="button"
        aria-label={sayCohortBar(course, cohort)}
        style={{
          position: "absolute",
          left: from + days * perDay,
          top,
          width,
          height: 28,
          justifyContent: "center",
          paddingHorizontal: 8,
          overflow: "hidden",
          borderWidth: 1.5,
          borderColor: over ? line : apricotLine,
          borderStyle: cohort.listed ? "solid" : "dashed",
          backgroundColor: over ? shade : cohort.listed ? fill : "transparent",
          borderTopLeftRadius: 14,
          borderTopRightRadius: 14,
          ...({
            cursor: movable ? "grab" : "pointer",
            userSelect: "none",
            touchAction: "pan-y",
            outline: focused ? `3px solid ${dusk}` : "none",
            outlineOffset: 2,
          } as object),
        }}
      >
        <Text
          kind="smallStrong"
          color={over || !cohort.listed ? ink : apricotInk}
          numberOfLines={1}
        >
          {namedBeside ? "" : cohort.name}
        </Text>
      </View>
      <View
        style={{
          position: "absolute",
          left: beside,
          maxWidth: Math.max(0, room - beside),
          top: top + 4,
        }}
        pointerEvents="none"
      >
        <Text kind="small" color={days === 0 ? quiet : ink} numberOfLines={1}>
          {days === 0
            ? `${namedBeside ? `${besideOf(cohort.name)}, ` : ""}${saySeats(cohort)}`
            : `from ${sayWrittenDate(dayAfter(cohort.starts, days))}`}
        </Text>
      </View>
    </>
  );
}
