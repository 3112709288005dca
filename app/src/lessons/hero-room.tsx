/** The room of what stands at the top of a lesson, while it is on its way. */
import { View } from "react-native";
import { usePalette } from "../ui/theme";

export function HeroRoom() {
  const { frame } = usePalette();
  return <View style={{ width: "100%", aspectRatio: 16 / 9, backgroundColor: frame }} />;
}
