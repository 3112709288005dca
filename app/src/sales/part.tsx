/** A part of a listing: its heading, what stands in it, and what can be added. */

import type { ReactNode } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";

export function Part({
  title,
  add,
  onAdd,
  children,
}: {
  title: string;
  add?: string;
  onAdd?(): void;
  children: ReactNode;
}) {
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      {children}
      {add && onAdd ? <QuietAction label={add} onPress={onAdd} /> : null}
    </View>
  );
}
