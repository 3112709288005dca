/** Where files are chosen or dropped, several where that makes sense; each goes on its way at once. In browsers only. */
import type { ShownFile } from "@dawngate/contract/files";
import { acceptOf, type FileFamily } from "@dawngate/core/lessons/file-types";
import { useRef, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { bring } from "./bringing";
import { BringingRows } from "./bringing-rows";
import { DropPlace } from "./drop-place";

interface Props {
  school: string;
  /** What stands on the button. */
  label: string;
  says?: string;
  /** What can be chosen; left out: anything. */
  of?: readonly FileFamily[];
  several?: boolean;
  onFile(file: ShownFile): void;
}

export function FileChoice({ school, label, says, of, several = false, onFile }: Props) {
  const { quiet } = usePalette();
  const input = useRef<HTMLInputElement>(null);
  const [mine, setMine] = useState<number[]>([]);
  const take = (files: FileList | null) => {
    const chosen = [...(files ?? [])].slice(0, several ? 300 : 1);
    setMine((before) => [...before, ...chosen.map((file) => bring(school, file, onFile))]);
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
