/** Until the price rises or the doors close, as it is; where nothing runs out, nothing. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { Countdown } from "../countdown";
import { useRunsOut } from "../runs-out";
import type { Drawn } from "./block";

export const RunsOut: Drawn<"countdown"> = ({ block, shown }) => {
  const { frame, onFrame } = usePalette();
  const next = useRunsOut(shown);
  if (!next) return null;
  return (
    <View style={{ backgroundColor: frame, borderRadius: 12, padding: 16, gap: 4 }}>
      {block.says === "" ? null : <Text color={onFrame}>{block.says}</Text>}
      <Countdown
        key={next.until}
        says={next.says}
        until={next.until}
        onEnd={shown.again}
        color={onFrame}
      />
    </View>
  );
};
