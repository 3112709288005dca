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
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 12, maxWidth: 640 }}>
      <View style={{ gap: 2 }}>
        <Text kind="heading" level={2}>
          {title}
        </Text>
        {says ? (
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        ) : null}
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
  const { quiet, line } = usePalette();
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
        {says ? (
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        ) : null}
      </View>
      {children}
    </View>
  );
}
