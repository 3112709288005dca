/** What a field for words with chips is told. */
import type { TextKind } from "@dawngate/core/notices";

export interface ChipsFieldProps {
  kind: TextKind;
  label: string;
  /** As it is written, with its fields in braces; read once. */
  value: string;
  /** The fields that can be put in. */
  fields: readonly string[];
  /** What the school's own fields among them are called. */
  own: readonly { field: string; name: string }[];
  /** What each says to the person one looks as. */
  values: Readonly<Record<string, string>>;
  /** On one line. */
  single?: boolean;
  onChange(words: string): void;
}
