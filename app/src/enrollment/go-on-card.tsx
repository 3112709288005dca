/** Where one goes on: the lesson, in its module, and what is new about it; one press away. */
import { useRouter } from "expo-router";
import { View } from "react-native";
import { PrimaryAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { Shelved } from "./held-course";

export function GoOnCard({ school, held }: { school: string; held: Shelved }) {
  const router = useRouter();
  const { frameHere, onFrame, onFrameQuiet } = usePalette();
  const { goOn, fresh, title, enrollment } = held;
  if (!goOn) return null;
  const { kind, minutes, module, lesson } = goOn;
  return (
    <View
      style={{
        backgroundColor: frameHere,
        borderRadius: 14,
        padding: 16,
        flexDirection: "row",
        flexWrap: "wrap",
        alignItems: "center",
        gap: 12,
      }}
    >
      <View style={{ flex: 1, minWidth: 190, gap: 3 }}>
        <Text kind="small" color={onFrameQuiet}>
          {fresh.includes(module) ? `New this week in ${title}` : `Where you were: ${title}`}
        </Text>
        <Text kind="name" level={2} color={onFrame}>
          {module}
        </Text>
        <Text kind="small" color={onFrameQuiet}>
          {[goOn.title, minutes === null ? kind : `${kind}, ${minutes} min`].join(" · ")}
        </Text>
      </View>
      <PrimaryAction
        label="Go on"
        letter="g"
        says={`Go on: ${goOn.title}`}
        onPress={() => router.push(`/${school}/shelf/${enrollment}/${lesson}`)}
      />
    </View>
  );
}
