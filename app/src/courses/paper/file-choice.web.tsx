/**
 * A file, chosen or dropped. Text is read in the browser; a word processor's document is read by the server, which keeps
 * nothing of it. Nothing is put in before its author has seen what it becomes.
 */
import { useLocalSearchParams } from "expo-router";
import { useId } from "react";
import { DropPlace } from "../../files/drop-place";
import { explain } from "../../store/api";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useReadDocumentMutation } from "../api";

const MOST = 5 * 1024 * 1024;
const DOCUMENT_MOST = 10 * 1024 * 1024;
const DOCX = "application/vnd.openxmlformats-officedocument.wordprocessingml.document";

interface Props {
  onText(text: string, name: string): void;
  onTrouble(words: string): void;
}

export function FileChoice({ onText, onTrouble }: Props) {
  const palette = usePalette();
  const id = useId();
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
    <DropPlace
      onDropped={(what) => {
        const text = what.getData("text/plain");
        if (text) onText(text, "what was dropped");
        else void take(what.files[0]);
      }}
    >
      <label htmlFor={id} style={{ display: "block", minHeight: 44, cursor: "pointer" }}>
        <Text kind="small" color={palette.quiet}>
          {reading.isLoading
            ? "The document is being read…"
            : "Or drop a file here, or choose one: a document (.docx), text, Markdown (.md), or rows (.csv, .tsv)"}
        </Text>
        <br />
        <input
          id={id}
          type="file"
          accept=".docx,.txt,.md,.markdown,.csv,.tsv,text/plain,text/markdown,text/csv"
          onChange={(event) => void take(event.target.files?.[0])}
          style={{ marginTop: 8, minHeight: 44, maxWidth: "100%", color: palette.ink }}
        />
      </label>
    </DropPlace>
  );
}
