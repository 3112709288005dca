/** What the blocks of a page are made of: a heading, and lines of a readable width. */
import type { BlockKind, BlockOf } from "@dawngate/core/catalog";
import type { ReactNode } from "react";
import { View } from "react-native";
import { Text } from "../../ui/text";
import type { Shown } from "../shown";

/** How a kind of block is drawn; null: it has nothing to say here. */
export type Drawn<K extends BlockKind> = (props: { block: BlockOf<K>; shown: Shown }) => ReactNode;

/** So wide are lines at the most, in points. */
export const READABLE = 680;

export function Headed({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View style={{ gap: 8, maxWidth: READABLE }}>
      {title === "" ? null : (
        <Text kind="heading" level={2}>
          {title}
        </Text>
      )}
      {children}
    </View>
  );
}
