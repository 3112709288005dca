/** Where files are chosen or dropped, several where that makes sense; each goes on its way at once. In browsers only. */
import { acceptOf } from "@dawngate/core/lessons/file-types";
import { useRef, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { bring } from "./bringing";
import { BringingRows } from "./bringing-rows";
import { DropPlace } from "./drop-place";
import type { FilePlaceProps } from "./file-place";

export function FileChoice({
  school,
  label,
  says,
  of,
  several = false,
  keepAt,
  most,
  onFile,
}: FilePlaceProps) {
  const { quiet } = usePalette();
  const input = useRef<HTMLInputElement>(null);
  const [mine, setMine] = useState<number[]>([]);
  const take = (files: FileList | null) => {
    const chosen = [...(files ?? [])].slice(0, several ? 300 : 1);
    setMine((before) => [
      ...before,
      ...chosen.map((file) => bring(school, file, onFile, { keepAt, most })),
    ]);
  };
  return (
    <DropPlace onDropped={({ files }) => take(files)}>
      <View style={{ gap: 10 }}>
        <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
          <QuietAction label={label} onPress={() => input.current?.click()} />
          <Text kind="small" color={quiet} style={{ flexShrink: 1 }}>
            {says ?? `or drop ${several ? "files" : "a file"} here`}
          </Text>
        </View>
        <BringingRows only={mine} />
      </View>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        multiple={several}
        accept={of && acceptOf(...of)}
        onChange={(event) => {
          take(event.target.files);
          // The same file once more is a change too.
          event.target.value = "";
        }}
      />
    </DropPlace>
  );
}
