/** Elsewhere than in a browser no files are chosen yet. */
import type { ShownFile } from "@dawngate/contract/files";
import type { FileFamily } from "@dawngate/core/lessons/file-types";
import { Text } from "../ui/text";

export interface FilePlaceProps {
  school: string;
  label: string;
  says?: string;
  of?: readonly FileFamily[];
  several?: boolean;
  /** Where it is kept, once it was brought; left out: among the school's files. */
  keepAt?: string;
  /** The most it may have, in bytes. */
  most?: number;
  onFile(file: ShownFile): void;
}

export function FilePlace({ label }: FilePlaceProps) {
  return <Text kind="small">{`${label}: open the school in a browser.`}</Text>;
}
