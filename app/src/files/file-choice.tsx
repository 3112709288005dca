/** Where files are chosen or dropped, several where that makes sense; each goes on its way at once. In browsers only. */
import { acceptOf } from "@dawngate/core/lessons/file-types";
import { useState } from "react";
import { bring } from "./bringing";
import { BringingRows } from "./bringing-rows";
import { FileDrop } from "./file-drop";
import type { FilePlaceProps } from "./file-place";

export function FileChoice({
  school,
  label,
  says,
  of,
  several = false,
  keepAt,
  most,
  onFile,
}: FilePlaceProps) {
  const [mine, setMine] = useState<number[]>([]);
  return (
    <FileDrop
      label={label}
      says={says ?? `or drop ${several ? "files" : "a file"} here`}
      several={several}
      accept={of && acceptOf(...of)}
      onFiles={(files) => {
        const chosen = files.slice(0, several ? 300 : 1);
        setMine((before) => [
          ...before,
          ...chosen.map((file) => bring(school, file, onFile, { keepAt, most })),
        ]);
      }}
    >
      <BringingRows only={mine} />
    </FileDrop>
  );
}
