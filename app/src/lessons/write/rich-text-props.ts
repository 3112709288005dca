/** What a field for a lesson's text is told. */
import type { ShownFile } from "@dawngate/contract/files";
import type { ComponentType } from "react";

export interface RichTextProps {
  school: string;
  label: string;
  /** Markdown; read once. */
  value: string;
  /** The files whose pictures stand in it. */
  files: Readonly<Record<string, ShownFile>>;
  onChange(markdown: string): void;
  /** A picture was brought for it. */
  onBrought(file: ShownFile): void;
  onBlur(): void;
  /** What it shares with the studio it is handed, so that it is fetched once, and by nobody else. */
  tools: WritingTools;
}

export interface WritingTools {
  /** Brings a file; tells it once it is kept. */
  bring(school: string, file: File, then: (file: ShownFile) => void): number;
  /** Files on their way, by their numbers. */
  Rows: ComponentType<{ only?: readonly number[] }>;
  /** An address as it is typed. */
  Link: ComponentType<{ label: string; value: string; onChange(link: string | null): void }>;
  /** The parser of Markdown, as whoever shows texts has it. */
  parser: unknown;
  /** What a chooser of pictures offers, as HTML's `accept`. */
  pictures: string;
}
