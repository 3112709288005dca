/** A file of text, chosen or dropped, read in the browser: nothing is sent before its author has seen what it becomes. */
import { useId, useState } from "react";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

const MOST = 5 * 1024 * 1024;

interface Props {
  onText(text: string, name: string): void;
  onTrouble(words: string): void;
}

export function FileChoice({ onText, onTrouble }: Props) {
  const palette = usePalette();
  const id = useId();
  const [over, setOver] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
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
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is for the mouse; the button within does the same
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const text = event.dataTransfer.getData("text/plain");
        if (text) onText(text, "what was dropped");
        else void take(event.dataTransfer.files[0]);
      }}
      style={{
        border: `2px dashed ${over ? palette.dusk : palette.line}`,
        borderRadius: 8,
        padding: 14,
      }}
    >
      <label htmlFor={id} style={{ display: "block", minHeight: 44, cursor: "pointer" }}>
        <Text kind="small" color={palette.quiet}>
          Or drop a file here, or choose one: text, Markdown (.md), or rows (.csv, .tsv)
        </Text>
        <br />
        <input
          id={id}
          type="file"
          accept=".txt,.md,.markdown,.csv,.tsv,text/plain,text/markdown,text/csv"
          onChange={(event) => void take(event.target.files?.[0])}
          style={{ marginTop: 8, minHeight: 44, maxWidth: "100%", color: palette.ink }}
        />
      </label>
    </div>
  );
}
