/** The days along the top of the horizon, and the handle of the instant one looks at: dragged, or moved by keys. */
import { sayInstant, sayShortDate } from "@dawngate/core/schedule/words";
import { DAY, HOUR, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useMemo, useRef } from "react";
import { PanResponder, Platform, View, type ViewProps } from "react-native";
import { useWide } from "../../ui/layout";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { Scale, Tick } from "./scale";

/** How tall it is drawn; the handle is as tall as a thumb wants it, wherever it is drawn. */
const TALL = 44;
const LOW = 32;
const HANDLE = 84;
/** How far a key moves the instant. */
const KEYS: Record<string, number> = {
  ArrowLeft: -DAY,
  ArrowRight: DAY,
  ArrowDown: -HOUR,
  ArrowUp: HOUR,
  PageDown: -7 * DAY,
  PageUp: 7 * DAY,
};

/** What a key zooms to; null: the whole. */
const ZOOMS: Record<string, number | null> = { "+": 0.5, "=": 0.5, "-": 2, "0": null };

interface Props {
  scale: Scale;
  ticks: Tick[];
  zone: Zone;
  at: Instant;
  /** While it is dragged. */
  onMove(at: Instant): void;
  /** When it is let go. */
  onSettle(at: Instant): void;
  /** By keys: times as much time, or the whole. */
  onZoom(factor: number | null): void;
}

export function Axis({ scale, ticks, zone, at, onMove, onSettle, onZoom }: Props) {
  const { quiet } = usePalette();
  const height = useWide() ? TALL : LOW;
  const x = scale.x(at);
  return (
    <View style={{ height, width: scale.width }} {...({ dataSet: { axis: "" } } as object)}>
      {ticks.map((tick) => {
        const place = scale.x(tick.instant);
        const hidden = Math.abs(place + 22 - x) < HANDLE / 2 + 40 || place + 60 > scale.width;
        return hidden ? null : (
          <Text
            key={tick.instant}
            kind="small"
            color={quiet}
            aria-hidden
            style={{ position: "absolute", left: place + 4, top: height - TALL + 12 }}
          >
            {tick.label}
          </Text>
        );
      })}
      <Handle
        scale={scale}
        zone={zone}
        at={at}
        onMove={onMove}
        onSettle={onSettle}
        onZoom={onZoom}
      />
    </View>
  );
}

function Handle({ scale, zone, at, onMove, onSettle, onZoom }: Omit<Props, "ticks">) {
  const { night, onNight } = usePalette();
  const latest = useRef({ scale, at, onMove, onSettle, from: 0 });
  Object.assign(latest.current, { scale, at, onMove, onSettle });
  const pan = useMemo(() => {
    const placed = (dx: number) => {
      const { scale, from } = latest.current;
      return wholeHour(scale.instantAt(from + dx));
    };
    return PanResponder.create({
      onStartShouldSetPanResponder: () => true,
      onMoveShouldSetPanResponder: () => true,
      onPanResponderTerminationRequest: () => false,
      onPanResponderGrant: () => {
        latest.current.from = latest.current.scale.x(latest.current.at);
      },
      onPanResponderMove: (_, { dx }) => latest.current.onMove(placed(dx)),
      onPanResponderRelease: (_, { dx }) => {
        if (dx !== 0) latest.current.onSettle(placed(dx));
      },
    });
  }, []);
  const keys = {
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      const zoom = ZOOMS[event.key];
      if (zoom !== undefined) {
        event.preventDefault();
        onZoom(zoom);
        return;
      }
      const step = KEYS[event.key];
      if (step === undefined) return;
      event.preventDefault();
      onSettle((at + step) as Instant);
    },
  } as ViewProps;
  const left = Math.min(Math.max(scale.x(at) - HANDLE / 2, 0), scale.width - HANDLE);
  return (
    <View
      {...pan.panHandlers}
      {...keys}
      tabIndex={0}
      role="slider"
      aria-label="The instant one looks at"
      aria-valuemin={Math.round(scale.range.from / HOUR)}
      aria-valuemax={Math.round(scale.range.to / HOUR)}
      aria-valuenow={Math.round(at / HOUR)}
      aria-valuetext={sayInstant(at, zone)}
      style={[
        {
          position: "absolute",
          left,
          bottom: 0,
          width: HANDLE,
          height: TALL,
          justifyContent: "center",
        },
        Platform.OS === "web" &&
          ({ cursor: "grab", touchAction: "none", userSelect: "none" } as object),
      ]}
    >
      <View
        style={{
          height: 28,
          borderRadius: 10,
          backgroundColor: night,
          justifyContent: "center",
          alignItems: "center",
        }}
      >
        <Text kind="smallStrong" color={onNight} numberOfLines={1}>
          {sayShortDate(localDateAt(zone, at))}
        </Text>
      </View>
    </View>
  );
}

function wholeHour(at: Instant): Instant {
  return (Math.round(at / HOUR) * HOUR) as Instant;
}
