/** A row of the outline: mark, title, what holds it. Pressing it asks why. */
import type { Zone } from "@dawngate/core/time";
import { View } from "react-native";
import { Hidden } from "../ui/hidden";
import { Icon } from "../ui/icon";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { ItemRow } from "./rows";
import { markOf, sayState } from "./state-words";

interface Props {
  row: ItemRow;
  zone: Zone;
  height: number;
  wide: boolean;
  onWhy(): void;
  onFold(): void;
}

export function OutlineCell({ row, zone, height, wide, onWhy, onFold }: Props) {
  const palette = usePalette();
  const { item, title, note } = row;
  const module = item.kind === "module";
  const state = sayState(item, zone);
  const beside = wide ? note : state.replace(/^Opens /, "");
  return (
    <View style={{ flexDirection: "row", alignItems: "center", height }}>
      <Press
        onPress={onWhy}
        style={{
          flex: 1,
          flexDirection: "row",
          alignItems: "center",
          gap: 10,
          paddingLeft: module ? 0 : wide ? 26 : 16,
          paddingRight: 4,
          height: Math.max(height - 2, 44),
          minWidth: 0,
        }}
      >
        <SunMark mark={markOf(item)} size={module ? 24 : 20} />
        <Hidden>{`${module ? "Module" : "Lesson"} ${title}: ${state}. ${note}. Why?`}</Hidden>
        <Text
          kind={module ? "name" : "body"}
          numberOfLines={1}
          aria-hidden
          style={{ flexShrink: wide ? 1 : 2, flexGrow: 1, minWidth: wide ? 120 : 90 }}
        >
          {title}
        </Text>
        <Text
          kind="small"
          color={item.reachable ? palette.quiet : palette.ember}
          numberOfLines={1}
          aria-hidden
          style={{ flexShrink: wide ? 2 : 0, textAlign: "right" }}
        >
          {beside}
        </Text>
      </Press>
      {module && row.lessons > 0 ? (
        <Press
          onPress={onFold}
          aria-label={`${row.folded ? "Show" : "Hide"} the lessons of ${title}`}
          aria-expanded={!row.folded}
          style={{
            width: wide ? 32 : 44,
            height: 44,
            alignItems: "center",
            justifyContent: "center",
          }}
        >
          <Icon name={row.folded ? "chevron-right" : "chevron-down"} color={palette.quiet} />
        </Press>
      ) : (
        <View style={{ width: wide ? 32 : 44 }} />
      )}
    </View>
  );
}
