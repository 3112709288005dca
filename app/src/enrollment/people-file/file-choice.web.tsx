/** Where a file of people is chosen, or dropped. */
import { useRef } from "react";
import { View } from "react-native";
import { DropPlace } from "../../files/drop-place";
import { PrimaryAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export function PeopleFileChoice({ busy, onFile }: { busy: boolean; onFile(file: File): void }) {
  const { quiet } = usePalette();
  const input = useRef<HTMLInputElement>(null);
  const take = (files: FileList | null) => {
    const file = files?.[0];
    if (file) onFile(file);
  };
  return (
    <DropPlace onDropped={({ files }) => take(files)}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
        <PrimaryAction label="Choose the file" busy={busy} onPress={() => input.current?.click()} />
        <Text kind="small" color={quiet}>
          or drop it here
        </Text>
      </View>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="The file"
        accept=".csv,.tsv,.txt,text/csv"
        onChange={(event) => {
          take(event.target.files);
          // The same file once more is a change too.
          event.target.value = "";
        }}
      />
    </DropPlace>
  );
}
