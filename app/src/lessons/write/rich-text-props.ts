/** What a field for a lesson's text is told. */
import type { ShownFile } from "@dawngate/contract/files";

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
}
