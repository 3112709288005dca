/**
 * A file, chosen or dropped. Text is read in the browser; a word processor's document is read by the server, which keeps
 * nothing of it. Nothing is put in before its author has seen what it becomes.
 */
import { useLocalSearchParams } from "expo-router";
import { FileDrop } from "../../files/lazy-files";
import { explain } from "../../store/api";
import { useReadDocumentMutation } from "../api";

const MOST = 5 * 1024 * 1024;
const DOCUMENT_MOST = 10 * 1024 * 1024;
const DOCX = "application/vnd.openxmlformats-officedocument.wordprocessingml.document";

interface Props {
  onText(text: string, name: string): void;
  onTrouble(words: string): void;
}

export function FileChoice({ onText, onTrouble }: Props) {
  const { school = "" } = useLocalSearchParams() as { school?: string };
  const [readDocument, reading] = useReadDocumentMutation();
  const takeDocument = async (file: File) => {
    if (file.size > DOCUMENT_MOST)
      return onTrouble(
        `${file.name} is larger than 10 MB: take its pictures out, or paste its text.`,
      );
    const said = await readDocument({ school, body: new Blob([file], { type: DOCX }) });
    if (said.data) onText(said.data.text, file.name);
    else onTrouble(explain(said.error).detail);
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (/\.docx$/i.test(file.name)) return takeDocument(file);
    if (file.size > MOST) return onTrouble(`${file.name} is larger than 5 MB; an outline is text.`);
    const text = await file.text();
    // A word processor's own file begins so, and so does any other that is not text.
    if (/^PK\u0003|\u0000/.test(text.slice(0, 2000)))
      return onTrouble(
        `${file.name} is no text. Open it where it was written, copy all, and paste it here.`,
      );
    onText(text, file.name);
  };
  return (
    <FileDrop
      label="Choose a file"
      says={
        reading.isLoading
          ? "The document is being read…"
          : "or drop one here: a document (.docx), text, Markdown (.md), or rows (.csv, .tsv)"
      }
      accept=".docx,.txt,.md,.markdown,.csv,.tsv,text/plain,text/markdown,text/csv"
      busy={reading.isLoading}
      onText={(text) => onText(text, "what was dropped")}
      onFiles={([file]) => void take(file)}
    />
  );
}
