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
      {sides.map((side) => (
        <Tab key={side.href} {...side} ink={ink} quiet={dusk} mark={ember} />
      ))}
    </View>
  );
}

/** One of them: the one that is here has a bar below. */
export function Tab({
  name,
  href,
  here,
  ink,
  quiet,
  mark,
}: Side & { ink: string; quiet: string; mark: string }) {
  return (
    <Link
      href={href}
      aria-current={here ? "page" : undefined}
      style={{
        paddingVertical: 11,
        borderBottomWidth: 3,
        borderBottomColor: here ? mark : "transparent",
      }}
    >
      <Text kind={here ? "smallStrong" : "small"} color={here ? ink : quiet}>
        {name}
      </Text>
    </Link>
  );
}
