/** A recording, as its author puts it in. */
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { KeptLine } from "../kept-line";
import type { EditorProps } from "../kind";
import { lengthOf } from "../measure";
import { NeededField } from "../needed-field";

export default function AudioEditor({
  school,
  part,
  files,
  onPart,
  onMinutes,
}: EditorProps<PartOf<"audio">>) {
  const take = async (file: ShownFile) => {
    const seconds = file.seconds ?? (await lengthOf(file.url));
    onPart({ kind: "audio", file: file.id, seconds, needed: part?.needed ?? null }, [file]);
    if (seconds) onMinutes(Math.max(1, Math.ceil(seconds / 60)));
  };
  if (!part)
    return <FilePlace school={school} label="Choose a recording" of={["audio"]} onFile={take} />;
  return (
    <View style={{ gap: 14 }}>
      <KeptLine file={files[part.file]} what="recording" onRemove={() => onPart(null)} />
      <NeededField needed={part.needed} onChange={(needed) => onPart({ ...part, needed })} />
    </View>
  );
}
