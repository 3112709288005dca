/** A part of a screen that one can be led to: it comes into sight, and the caret into its first field. */
import { useLocalSearchParams } from "expo-router";
import { type ReactNode, useEffect, useRef } from "react";
import { View } from "react-native";

interface Props {
  /** What stands behind `?at=` in the address that leads here. */
  id: string;
  children: ReactNode;
}

export function CameFor({ id, children }: Props) {
  const { at } = useLocalSearchParams() as { at?: string };
  const root = useRef<View>(null);
  useEffect(() => {
    const element = root.current as unknown as HTMLElement | null;
    if (at !== id || !element?.scrollIntoView) return;
    element.scrollIntoView({ block: "center" });
    element.querySelector<HTMLElement>("input, textarea, [role=switch]")?.focus();
  }, [at, id]);
  return <View ref={root}>{children}</View>;
}
