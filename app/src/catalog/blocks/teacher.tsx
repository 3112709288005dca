/** Who teaches it. */
import { View } from "react-native";
import Svg, { Circle, Path } from "react-native-svg";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type Drawn, Headed } from "./block";

export const Teacher: Drawn<"teacher"> = ({ block, shown: { card, color } }) => {
  const { surface } = usePalette();
  const name = block.name || (card.teacher ?? "");
  const about = block.about || (card.aboutTeacher ?? "");
  if (name === "" && about === "") return null;
  return (
    <Headed title="Who teaches it">
      <View
        style={{
          flexDirection: "row",
          gap: 16,
          padding: 16,
          backgroundColor: surface,
          borderRadius: 12,
        }}
      >
        <Rising color={color} />
        <View style={{ flex: 1, gap: 4 }}>
          {name === "" ? null : <Text kind="name">{name}</Text>}
          {about === "" ? null : <Text>{about}</Text>}
        </View>
      </View>
    </Headed>
  );
};

/** Somebody, as we draw one: a sun over a line. */
function Rising({ color }: { color: string }) {
  const { ink } = usePalette();
  return (
    <Svg width={44} height={44} viewBox="0 0 44 44" aria-hidden>
      <Circle cx={22} cy={15} r={9} fill={color} />
      <Path d="M6 40c0-10 7-14 16-14s16 4 16 14" fill="none" stroke={ink} strokeWidth={2.5} />
    </Svg>
  );
}
