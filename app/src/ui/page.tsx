/** A screen's page: it scrolls, has a title, and says where one came from. */
import { Link } from "expo-router";
import type { ReactNode } from "react";
import { ScrollView, View } from "react-native";
import { useWide } from "./layout";
import { Text } from "./text";
import { usePalette } from "./theme";
import { useTitle } from "./title";

interface Props {
  title: string;
  /** Said above the title, and where it leads. */
  above?: { text: string; href?: string };
  narrow?: boolean;
  /** Takes all the width there is. */
  full?: boolean;
  /** Little room between its parts, where the screen is needed for what it shows. */
  dense?: boolean;
  children: ReactNode;
}

export function Page({
  title,
  above,
  narrow = false,
  full = false,
  dense = false,
  children,
}: Props) {
  const wide = useWide();
  useTitle(title);
  return (
    <ScrollView
      style={{ width: "100%" }}
      contentContainerStyle={{
        padding: wide ? 26 : 20,
        paddingTop: dense ? (wide ? 12 : 8) : 16,
        paddingBottom: 72,
        gap: dense ? (wide ? 14 : 12) : 18,
        maxWidth: narrow ? 520 : full ? undefined : 1100,
        width: "100%",
        alignSelf: narrow ? "center" : undefined,
      }}
    >
      <View>
        {above && <Above {...above} />}
        <Text kind="title" level={1}>
          {title}
        </Text>
      </View>
      {children}
    </ScrollView>
  );
}

function Above({ text, href }: { text: string; href?: string }) {
  const { dusk, quiet } = usePalette();
  if (!href)
    return (
      <Text kind="small" color={quiet}>
        {text}
      </Text>
    );
  return (
    <Link href={href} style={{ alignSelf: "flex-start", paddingVertical: 12 }}>
      <Text kind="small" color={dusk}>
        {text}
      </Text>
    </Link>
  );
}
