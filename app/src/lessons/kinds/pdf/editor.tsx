/** A PDF, as its author puts it in. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { Switched } from "../../../ui/switched";
import { KeptLine } from "../kept-line";
import type { EditorProps } from "../kind";

export default function PdfEditor({ school, part, files, onPart }: EditorProps<PartOf<"PDF">>) {
  if (!part)
    return (
      <FilePlace
        school={school}
        label="Choose a PDF"
        of={["PDF"]}
        onFile={(file) => onPart({ kind: "PDF", file: file.id, download: true }, [file])}
      />
    );
  return (
    <View style={{ gap: 8 }}>
      <KeptLine file={files[part.file]} what="PDF" onRemove={() => onPart(null)} />
      <Switched
        label="It may be taken along"
        says="Off: no button for it. What is shown on a screen can be copied all the same; nobody can prevent that."
        on={part.download}
        onChange={(download) => onPart({ ...part, download })}
      />
    </View>
  );
}
