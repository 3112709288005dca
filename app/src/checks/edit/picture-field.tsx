/** A picture in a question: brought, said what is on it, and put below its text. */
import type { ShownFile } from "@dawngate/contract/files";
import { useState } from "react";
import { View } from "react-native";
import { FilePlace } from "../../files/file-place";
import { QuietAction } from "../../ui/action";
import { TextField } from "../../ui/text-field";

interface Props {
  school: string;
  /** Markdown, to be put at the end of the text. */
  onPicture(markdown: string, file: ShownFile): void;
}

export function PictureField({ school, onPicture }: Props) {
  const [file, setFile] = useState<ShownFile | null>(null);
  const [said, setSaid] = useState("");
  if (!file)
    return <FilePlace school={school} label="Add a picture" of={["picture"]} onFile={setFile} />;
  return (
    <View style={{ gap: 8 }}>
      <TextField
        label="What is on this picture, for whoever does not see it"
        value={said}
        maxLength={300}
        onChangeText={setSaid}
      />
      <View style={{ flexDirection: "row", gap: 8 }}>
        <QuietAction
          label="Put it into the question"
          disabled={said.trim() === ""}
          onPress={() => {
            onPicture(`![${said.trim().replaceAll(/[[\]]/g, "")}](file:${file.id})`, file);
            setFile(null);
            setSaid("");
          }}
        />
        <QuietAction label="Not after all" onPress={() => setFile(null)} />
      </View>
    </View>
  );
}
