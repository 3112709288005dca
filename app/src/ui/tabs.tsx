/** The sides of one thing, on one line: the one that is here is marked by a bar as well as by its color. */
import { Link } from "expo-router";
import { View } from "react-native";
import { Text } from "./text";
import { usePalette } from "./theme";

export interface Side {
  name: string;
  href: string;
  here: boolean;
}

export function Tabs({ label, sides }: { label: string; sides: Side[] }) {
  const { dusk, ink, ember } = usePalette();
  return (
    <View
      role="navigation"
      aria-label={label}
      style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 20 }}
    >
      {sides.map(({ name, href, here }) => (
        <Link
          key={href}
          href={href}
          aria-current={here ? "page" : undefined}
          style={{
            paddingVertical: 11,
            borderBottomWidth: 2,
            borderBottomColor: here ? ember : "transparent",
          }}
        >
          <Text kind={here ? "smallStrong" : "small"} color={here ? ink : dusk}>
            {name}
          </Text>
        </Link>
      ))}
    </View>
  );
}
