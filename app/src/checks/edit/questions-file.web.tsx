/** A file of questions, chosen or dropped: read by the server, which keeps nothing of it. */
import { View } from "react-native";
import { FileDrop } from "../../files/lazy-files";
import { explain } from "../../store/api";
import { Notice } from "../../ui/notice";
import { useReadQuestionsMutation } from "../api";
import type { QuestionsFileProps } from "./questions-file";

export function QuestionsFile({ school, onRead }: QuestionsFileProps) {
  const [read, reading] = useReadQuestionsMutation();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const body = new Blob([file], { type: "application/octet-stream" });
    const answer = await read({ school, name: file.name.slice(0, 200) || "file", body });
    if (answer.data) onRead(answer.data.text, answer.data.notes);
  };
  return (
    <View style={{ gap: 8 }}>
      <FileDrop
        label="Choose a file of questions"
        says={
          reading.isLoading
            ? "Reading it…"
            : "or drop one here: QTI (3.0 or 2.2), a table (CSV), a document (.docx), or text"
        }
        accept=".zip,.xml,.csv,.tsv,.docx,.txt,.md"
        busy={reading.isLoading}
        onFiles={([file]) => void take(file)}
      />
      {reading.error ? <Notice {...explain(reading.error)} /> : null}
    </View>
  );
}
