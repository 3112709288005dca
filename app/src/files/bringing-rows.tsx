/** Files on their way: how far each has come, and what one can do about one that failed. */
import { sayBytes } from "@dawngate/core/lessons/file-types";
import { View } from "react-native";
import { ProgressBar } from "react-native-paper";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { type Bringing, bringAgain, stopBringing } from "./bringing";
import { useBringings } from "./use-bringings";

/** `only`: those of a field; left out: all. */
export function BringingRows({ only }: { only?: readonly number[] }) {
  const found = useBringings().filter(({ id }) => only === undefined || only.includes(id));
  if (found.length === 0) return null;
  return (
    <View role="list" aria-label="On their way" style={{ gap: 10 }}>
      {found.map((one) => (
        <Row key={one.id} one={one} />
      ))}
    </View>
  );
}

function Row({ one: { id, file, state, sent, trouble } }: { one: Bringing }) {
  const { line, quiet, ember, dusk, surface } = usePalette();
  const failed = state === "failed";
  const share = file.size === 0 ? 1 : sent / file.size;
  return (
    <View
      role="listitem"
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: failed ? ember : line,
        borderRadius: 10,
        paddingHorizontal: 12,
        paddingVertical: 8,
        gap: 6,
      }}
    >
      <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong" numberOfLines={1}>
            {file.name}
          </Text>
          <Text kind="small" color={failed ? ember : quiet} {...(failed && { role: "alert" })}>
            {failed ? trouble : sayState(state, sent, file.size)}
          </Text>
        </View>
        {failed ? <QuietAction label="Try again" tight onPress={() => bringAgain(id)} /> : null}
        {state === "keeps" ? null : (
          <QuietAction
            label={failed ? "Leave it" : "Stop"}
            says={`${failed ? "Leave it" : "Stop"}: ${file.name}`}
            tight
            onPress={() => stopBringing(id)}
          />
        )}
      </View>
      {failed ? null : (
        <ProgressBar
          progress={share}
          color={dusk}
          accessibilityLabel={`${file.name} on its way`}
          style={{ borderRadius: 3 }}
        />
      )}
    </View>
  );
}

function sayState(state: Bringing["state"], sent: number, size: number): string {
  if (state === "waits") return `Waits for its turn, ${sayBytes(size)}`;
  if (state === "keeps") return "Looked at and put away…";
  return `${Math.floor((size === 0 ? 1 : sent / size) * 100)} % of ${sayBytes(size)}`;
}
