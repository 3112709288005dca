/** Snags as a list: what each is, where, what one press does about it, and that it is meant so. */
import type { Operation } from "@dawngate/core/courses";
import type { Snag, Weight } from "@dawngate/core/review";
import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { useWide } from "../ui/layout";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export interface SnagActions {
  perform(...operations: Operation[]): void;
  onMeant(key: string, so: boolean): void;
  /** Shows the place of a snag. */
  onPlace(item: string): void;
}

interface Props extends SnagActions {
  snags: readonly Snag[];
  /** Keys of those that are meant so. */
  meant: readonly string[];
}

const WEIGHTS: Record<Weight, string> = {
  stops: "Stops publishing",
  likely: "Likely a mistake",
  look: "Worth a look",
};

/** As many are shown until one asks for all: on a phone the outline comes first. */
const FIRST = { wide: 2, phone: 1 };

export function SnagList({ snags, meant, perform, onMeant, onPlace }: Props) {
  const { quiet } = usePalette();
  const first = FIRST[useWide() ? "wide" : "phone"];
  const [all, setAll] = useState(false);
  const [quieted, setQuieted] = useState(false);
  const names = new Set(meant);
  const open = snags.filter(({ key }) => !names.has(key));
  const so = snags.filter(({ key }) => names.has(key));
  if (snags.length === 0) return null;
  const shown = all ? open : open.slice(0, first);
  return (
    <View role="region" aria-label="Snags" style={{ gap: 10 }}>
      <Text kind="strong" role="status">
        {sayCount(open)}
      </Text>
      {shown.map((snag) => (
        <OneSnag key={snag.key} snag={snag} perform={perform} onMeant={onMeant} onPlace={onPlace} />
      ))}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {open.length > first ? (
          <Choice
            label={all ? "Show fewer" : `Show all ${open.length}`}
            onPress={() => setAll(!all)}
          />
        ) : null}
        {so.length > 0 ? (
          <Choice
            label={quieted ? "Hide what is meant so" : `${so.length} meant so`}
            onPress={() => setQuieted(!quieted)}
          />
        ) : null}
      </View>
      {quieted
        ? so.map(({ key, reason }) => (
            <View
              key={key}
              style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}
            >
              <Text kind="small" color={quiet} style={{ flexShrink: 1 }}>
                {reason}
              </Text>
              <Choice label="Not meant so" onPress={() => onMeant(key, false)} />
            </View>
          ))
        : null}
    </View>
  );
}

function sayCount(open: readonly Snag[]): string {
  if (open.length === 0) return "No snags that are not meant so";
  const stops = open.filter(({ weight }) => weight === "stops").length;
  const count = open.length === 1 ? "One snag" : `${open.length} snags`;
  return stops === 0
    ? count
    : `${count}, ${stops === 1 ? "one stops" : `${stops} stop`} publishing`;
}

/** One of them, with what can be done about it at once. */
export function OneSnag({ snag, perform, onMeant, onPlace }: { snag: Snag } & SnagActions) {
  const { coral, ember, surface, quiet, dusk } = usePalette();
  const { weight, reason, item, mends, key } = snag;
  return (
    <View
      style={{
        backgroundColor: surface,
        borderLeftWidth: 4,
        borderLeftColor: weight === "look" ? dusk : coral,
        borderRadius: 4,
        padding: 12,
        gap: 8,
      }}
    >
      <Text kind="smallStrong" color={weight === "look" ? quiet : ember}>
        {WEIGHTS[weight]}
      </Text>
      <Text>{reason}</Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {mends.map(({ label, operations }) => (
          <Choice key={label} label={label} onPress={() => perform(...operations)} />
        ))}
        {item === null ? null : <Choice label="Show it" onPress={() => onPlace(item)} />}
        {weight === "stops" ? null : (
          <Press
            onPress={() => onMeant(key, true)}
            style={{ justifyContent: "center", paddingHorizontal: 10 }}
          >
            <Text kind="small" color={dusk}>
              Meant so
            </Text>
          </Press>
        )}
      </View>
    </View>
  );
}
