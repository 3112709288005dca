/** The frame around a school's screens, with its places. */
import { Stack, useLocalSearchParams } from "expo-router";
import { Frame } from "../ui/frame";
import { usePalette } from "../ui/theme";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { paper } = usePalette();
  return (
    <Frame places={[{ name: "Courses", href: `/${school}/courses` }]}>
      <Stack screenOptions={{ headerShown: false, contentStyle: { backgroundColor: paper } }} />
    </Frame>
  );
}
