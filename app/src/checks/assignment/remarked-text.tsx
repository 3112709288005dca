/** A text with remarks on its sentences: each is pressed to be remarked on, or to see what was said of it. */
import { piecesOf, type Remark } from "@dawngate/core/lessons/assignment";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { Sentence } from "./sentence";

interface Props {
  text: string;
  remarks: readonly Remark[];
  /** The place of the one that is looked at. */
  looking?: number | null;
  /** A piece was pressed; left out: it is only read. */
  onPiece?(piece: { from: number; to: number; remarks: number[] }): void;
}

export function RemarkedText({ text, remarks, looking = null, onPiece }: Props) {
  const { lilac, ember, dusk } = usePalette();
  return (
    <View style={{ maxWidth: 680 }}>
      <Text style={{ lineHeight: 32 }}>
        {piecesOf(text, remarks).map(({ from, text: said, remarks: on }) => {
          const to = from + said.length;
          const words = said.trimEnd();
          return (
            <Sentence
              key={from}
              onPress={
                onPiece && words !== "" ? () => onPiece({ from, to, remarks: on }) : undefined
              }
              marked={
                on.length > 0
                  ? { ground: lilac, line: on.includes(looking ?? -1) ? ember : dusk }
                  : undefined
              }
            >
              {words}
              {on.map((place) =>
                remarks[place]?.to === to ? (
                  <Text key={place} kind="smallStrong" color={ember}>
                    {` ${place + 1} `}
                  </Text>
                ) : null,
              )}
              {said.slice(words.length)}
            </Sentence>
          );
        })}
      </Text>
    </View>
  );
}

/** The remarks below a text, by number; `onRemark`: what one can do with each. */
export function RemarkList({
  text,
  remarks,
  children,
}: Pick<Props, "text" | "remarks"> & { children?(place: number): React.ReactNode }) {
  const { ember, quiet, line } = usePalette();
  if (remarks.length === 0) return null;
  return (
    <View role="list" aria-label="Remarks" style={{ gap: 10, maxWidth: 680 }}>
      {remarks.map(({ from, to, says }, place) => (
        <View
          role="listitem"
          // biome-ignore lint/suspicious/noArrayIndexKey: a remark is known by its number
          key={place}
          style={{
            flexDirection: "row",
            gap: 12,
            borderLeftWidth: 3,
            borderLeftColor: line,
            paddingLeft: 12,
          }}
        >
          <Text kind="strong" color={ember}>
            {String(place + 1)}
          </Text>
          <View style={{ flex: 1, gap: 2 }}>
            <Text kind="small" color={quiet} numberOfLines={2}>
              {`“${text.slice(from, to).trim()}”`}
            </Text>
            <Text>{says}</Text>
          </View>
          {children?.(place)}
        </View>
      ))}
    </View>
  );
}
