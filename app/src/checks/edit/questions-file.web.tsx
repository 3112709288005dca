/** A file of questions, chosen or dropped: read by the server, which keeps nothing of it. */
import { useId } from "react";
import { View } from "react-native";
import { DropPlace } from "../../files/drop-place";
import { explain } from "../../store/api";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useReadQuestionsMutation } from "../api";
import type { QuestionsFileProps } from "./questions-file";

export function QuestionsFile({ school, onRead }: QuestionsFileProps) {
  const { quiet } = usePalette();
  const id = useId();
  const [read, reading] = useReadQuestionsMutation();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const body = new Blob([file], { type: "application/octet-stream" });
    const answer = await read({ school, name: file.name.slice(0, 200) || "file", body });
    if (answer.data) onRead(answer.data.text, answer.data.notes);
  };
  return (
    <View style={{ gap: 8 }}>
      <DropPlace onDropped={({ files }) => void take(files[0])}>
        <label htmlFor={id} style={{ display: "block" }}>
          <Text kind="small" color={quiet}>
            Or from a file, chosen or dropped here: QTI (3.0 or 2.2), a table (CSV), a document
            (.docx), or text
          </Text>
        </label>
        <input
          id={id}
          type="file"
          accept=".zip,.xml,.csv,.tsv,.docx,.txt,.md"
          disabled={reading.isLoading}
          onChange={(event) => {
            void take(event.target.files?.[0]);
            // The same file once more is a change too.
            event.target.value = "";
          }}
          style={{ marginTop: 8, minHeight: 44, maxWidth: "100%", color: "inherit" }}
        />
      </DropPlace>
      {reading.isLoading ? (
        <Text kind="small" color={quiet} role="status">
          Reading it…
        </Text>
      ) : null}
      {reading.error ? <Notice {...explain(reading.error)} /> : null}
    </View>
  );
}
