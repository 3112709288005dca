/** The picture from side to side (on a phone), the title, a sentence, and what one wants to know at a glance. */
import { View } from "react-native";
import { Cover, WideCover } from "../../courses/cover";
import { useWide } from "../../ui/layout";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import type { Drawn } from "./block";

/** So much air stands around the blocks of a phone's page: the picture goes beyond it. */
export const AIR = 20;

export const Opening: Drawn<"opening"> = ({ block, shown }) => {
  const wide = useWide();
  const { pictured, school, color, facts } = shown;
  const drawn = {
    title: pictured.title,
    color,
    place: { school, course: pictured.course },
    cover: pictured.cover,
  };
  const says = block.says || shown.short;
  return (
    <View style={{ gap: wide ? 24 : 16 }}>
      {wide ? (
        <Cover {...drawn} />
      ) : (
        <View style={{ marginHorizontal: -AIR, marginTop: -AIR }}>
          <WideCover {...drawn} />
        </View>
      )}
      <View style={{ gap: 8 }}>
        <TextLink href={`/${school}`}>{shown.schoolName}</TextLink>
        <Text kind="title" level={1}>
          {shown.title}
        </Text>
        {says === "" ? null : <Text>{says}</Text>}
        <Chips facts={facts} />
      </View>
    </View>
  );
};

/** What one wants to know at a glance. */
function Chips({ facts }: { facts: readonly string[] }) {
  const { surface, line } = usePalette();
  return (
    <View role="list" style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, paddingTop: 4 }}>
      {facts.map((fact) => (
        <View
          key={fact}
          role="listitem"
          style={{
            backgroundColor: surface,
            borderWidth: 1,
            borderColor: line,
            borderRadius: 8,
            paddingHorizontal: 12,
            paddingVertical: 5,
          }}
        >
          <Text kind="small">{fact}</Text>
        </View>
      ))}
    </View>
  );
}
