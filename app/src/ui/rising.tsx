/** What comes up rises: from below, or from the right; at once where less motion is wished for. */
import { type ReactNode, useEffect, useRef } from "react";
import { Animated, Easing } from "react-native";
import { useStill } from "./theme";

/** In points, and milliseconds: short enough never to be waited for. */
const WAY = 28;
const TIME = 180;

export function Rising({ from, children }: { from: "below" | "right"; children: ReactNode }) {
  const still = useStill();
  const { current: left } = useRef(new Animated.Value(still ? 0 : WAY));
  useEffect(() => {
    Animated.timing(left, {
      toValue: 0,
      duration: still ? 0 : TIME,
      easing: Easing.out(Easing.cubic),
      useNativeDriver: true,
    }).start();
  }, [left, still]);
  return (
    <Animated.View
      style={{
        flex: from === "right" ? 1 : undefined,
        flexShrink: 1,
        minHeight: 0,
        transform: [from === "right" ? { translateX: left } : { translateY: left }],
      }}
    >
      {children}
    </Animated.View>
  );
}
