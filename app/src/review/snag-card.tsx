/**
 * On a phone: the heaviest snag, above the bar, with what mends it in one press; and how many there are. While one types
 * the screen is the outline's: only the count stays.
 */
import type { Snag, Weight } from "@dawngate/core/review";
import { useState } from "react";
import { View } from "react-native";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTypingNow } from "../ui/typing-now";
import { OneSnag, type SnagActions } from "./snag-list";

interface Props extends SnagActions {
  /** Those that nobody has said are meant so. */
  snags: readonly Snag[];
  /** Shows them all. */
  onAll(): void;
}

const NONE: ReadonlySet<string> = new Set();
const HEAVIEST: readonly Weight[] = ["stops", "likely", "look"];

export function SnagCard({ snags, onAll, ...actions }: Props) {
  const { ember, dusk } = usePalette();
  const typing = useTypingNow();
  /** Those that were there when one put the card away: it comes again for another. */
  const [later, setLater] = useState<ReadonlySet<string>>(NONE);
  const fresh = snags.filter(({ key }) => !later.has(key));
  const first = HEAVIEST.flatMap((weight) => fresh.filter((one) => one.weight === weight))[0];
  if (snags.length === 0) return null;
  const put = typing || first === undefined;
  const count = snags.length === 1 ? "One snag" : `${snags.length} snags`;
  return (
    <View role="region" aria-label="A snag" style={{ gap: 4 }}>
      {put ? null : <OneSnag snag={first} {...actions} />}
      <View style={{ flexDirection: "row", alignItems: "center", gap: 20 }}>
        <Press onPress={onAll} style={{ justifyContent: "center" }}>
          <Text kind="smallStrong" color={ember}>
            {count} below
          </Text>
        </Press>
        {put ? null : (
          <Press
            onPress={() => setLater(new Set(snags.map(({ key }) => key)))}
            style={{ justifyContent: "center" }}
          >
            <Text kind="small" color={dusk}>
              Later
            </Text>
          </Press>
        )}
      </View>
    </View>
  );
}
