/** An address that leads nowhere. */
import { Link } from "expo-router";
import { View } from "react-native";
import { Text } from "./text";
import { usePalette } from "./theme";

export function MissingScreen() {
  const { dusk } = usePalette();
  return (
    <View role="main" style={{ padding: 24, gap: 12 }}>
      <Text kind="title" level={1}>
        Nothing here
      </Text>
      <Text>The address may be mistyped, or what stood here was taken away.</Text>
      <Link href="/" style={{ paddingVertical: 12 }}>
        <Text color={dusk}>To the courses</Text>
      </Link>
    </View>
  );
}
