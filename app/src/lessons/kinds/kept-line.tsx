/** A file that a part shows, as its author sees it, with what can be done about it. */
import type { ShownFile } from "@dawngate/contract/files";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { sayFile } from "../say-file";

interface Props {
  file: ShownFile | undefined;
  what: string;
  onRemove(): void;
}

export function KeptLine({ file, what, onRemove }: Props) {
  const { quiet } = usePalette();
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
      <View style={{ flex: 1 }}>
        <Text kind="strong" numberOfLines={1}>
          {file?.name ?? `A ${what} that is not here`}
        </Text>
        {file ? (
          <Text kind="small" color={quiet}>
            {sayFile(file)}
          </Text>
        ) : null}
      </View>
      <QuietAction
        label="Take out"
        says={`Take out: ${file?.name ?? what}`}
        tight
        onPress={onRemove}
      />
    </View>
  );
}
