/** A PDF, read on the page where the browser can, else opened by itself. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { useWide } from "../../../ui/layout";
import { usePalette } from "../../../ui/theme";
import { FileCard } from "../../file-card";
import { Gone } from "../gone";
import type { ShownProps } from "../kind";

/** Whether the browser reads PDFs itself (HTML, 8.9.1.6: it says so). */
const reads = () => typeof navigator !== "undefined" && navigator.pdfViewerEnabled;

export default function PdfShown({ part, files, title }: ShownProps<PartOf<"PDF">>) {
  const wide = useWide();
  const { line, shade } = usePalette();
  const file = files[part.file];
  if (!file) return <Gone what="PDF" />;
  return (
    <View style={{ gap: 12 }}>
      {reads() ? (
        <iframe
          src={`${file.url}#view=FitH`}
          title={title}
          style={{
            width: "100%",
            height: wide ? "76vh" : "62vh",
            border: `1px solid ${line}`,
            borderRadius: 8,
            background: shade,
          }}
        />
      ) : null}
      <FileCard file={file} title={title} open download={part.download} />
    </View>
  );
}
