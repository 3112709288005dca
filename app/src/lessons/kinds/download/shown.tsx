/** Files to take along. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { FileCard } from "../../file-card";
import { Gone } from "../gone";
import type { ShownProps } from "../kind";

export default function DownloadShown({ part, files }: ShownProps<PartOf<"download">>) {
  return (
    <View role="list" style={{ gap: 10 }}>
      {part.files.map(({ file, title }) => {
        const found = files[file];
        return (
          <View role="listitem" key={file}>
            {found ? <FileCard file={found} title={title} download /> : <Gone what="file" />}
          </View>
        );
      })}
    </View>
  );
}
