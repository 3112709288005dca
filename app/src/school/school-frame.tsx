/** The frame around a school's screens, with its places. */
import { Slot, useLocalSearchParams } from "expo-router";
import { Frame } from "../ui/frame";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  return (
    <Frame places={[{ name: "Courses", href: `/${school}/courses` }]}>
      <Slot />
    </Frame>
  );
}
