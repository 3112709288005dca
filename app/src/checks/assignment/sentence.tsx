/** A sentence within a text, that can be pressed or is only read. */
import type { ReactNode } from "react";
import { Text as Plain } from "react-native";

export interface SentenceProps {
  /** Left out: it is only read. */
  onPress?: (() => void) | undefined;
  /** Its ground and the line below it; left out: none. */
  marked?: { ground: string; line: string } | undefined;
  children: ReactNode;
}

export function Sentence({ onPress, marked, children }: SentenceProps) {
  return (
    <Plain
      {...(onPress && { onPress })}
      style={
        marked && {
          backgroundColor: marked.ground,
          textDecorationLine: "underline",
          textDecorationColor: marked.line,
        }
      }
    >
      {children}
    </Plain>
  );
}
