/** What comes up rises: from below, or from the right; at once where less motion is wished for. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { useSince } from "./motion";

/** In points. */
const WAY = 28;

export function Rising({ from, children }: { from: "below" | "right"; children: ReactNode }) {
  const left = (1 - useSince(from, 0)) * WAY;
  return (
    <View
      style={{
        flex: from === "right" ? 1 : undefined,
        flexShrink: 1,
        minHeight: 0,
        // None at rest: what is fixed within it would be fixed to it.
        transform:
          left === 0 ? undefined : [from === "right" ? { translateX: left } : { translateY: left }],
      }}
    >
      {children}
    </View>
  );
}
