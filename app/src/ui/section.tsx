/** A part of a page: its heading, and what stands under it. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  title: string;
  /** Said under the heading, in a sentence. */
  says?: string;
  children: ReactNode;
}

export function Section({ title, says, children }: Props) {
  return (
    <View style={{ gap: 12, maxWidth: 640 }}>
      <View style={{ gap: 2 }}>
        <Text kind="heading" level={2}>
          {title}
        </Text>
        <Says>{says}</Says>
      </View>
      {children}
    </View>
  );
}

/** A row of a list: what it is, what is said of it, and what can be done with it. */
export function Row({
  title,
  says,
  children,
}: {
  title: string;
  says?: string;
  children?: ReactNode;
}) {
  const { line } = usePalette();
  return (
    <View
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        alignItems: "center",
        gap: 12,
        paddingVertical: 8,
        borderBottomWidth: 1,
        borderBottomColor: line,
      }}
    >
      <View style={{ flexGrow: 1, flexShrink: 1, flexBasis: 160 }}>
        <Text kind="strong">{title}</Text>
        <Says>{says}</Says>
      </View>
      {children}
    </View>
  );
}

function Says({ children }: { children: string | undefined }) {
  const { quiet } = usePalette();
  return children ? (
    <Text kind="small" color={quiet}>
      {children}
    </Text>
  ) : null;
}
