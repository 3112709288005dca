/** Files to take along, as their author puts them in. */
import type { PartOf } from "@dawngate/core/lessons";
import { useRef } from "react";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { QuietAction } from "../../../ui/action";
import { LeftField } from "../../../ui/left-field";
import { titleOfFile } from "../../say-file";
import type { EditorProps } from "../kind";

type Download = PartOf<"download">;

export default function DownloadEditor({ school, part, files, onPart }: EditorProps<Download>) {
  // Several may arrive at once: each is put on top of what stands there by then.
  const now = useRef(part);
  now.current = part;
  const set = (list: Download["files"], brought: Parameters<typeof onPart>[1] = []) => {
    now.current = list.length === 0 ? null : { kind: "download", files: list };
    onPart(now.current, brought);
  };
  const standing = () => now.current?.files ?? [];
  return (
    <View style={{ gap: 12 }}>
      {(part?.files ?? []).map((one) => (
        <View key={one.file} style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
          <LeftField
            label={`What it is: ${files[one.file]?.name ?? "a file"}`}
            value={one.title}
            maxLength={200}
            takes={(title) => title !== ""}
            onLeft={(title) =>
              set(standing().map((other) => (other.file === one.file ? { ...one, title } : other)))
            }
            style={{ flex: 1 }}
          />
          <QuietAction
            label="Take out"
            says={`Take out: ${one.title}`}
            tight
            onPress={() => set(standing().filter(({ file }) => file !== one.file))}
          />
        </View>
      ))}
      <FilePlace
        school={school}
        label={part ? "Add files" : "Choose files"}
        several
        onFile={(file) => {
          if (standing().some((one) => one.file === file.id)) return;
          set([...standing(), { file: file.id, title: titleOfFile(file.name) }], [file]);
        }}
      />
    </View>
  );
}
