/** A button that lets one choose a file, or several. In browsers only. */
import { useRef } from "react";
import { PrimaryAction, QuietAction } from "../ui/action";

export interface FileButtonProps {
  label: string;
  /** Which are offered: HTML's `accept`; left out: any. */
  accept?: string | undefined;
  several?: boolean;
  busy?: boolean;
  /** It is what the screen is for. */
  primary?: boolean;
  onFiles(files: File[]): void;
}

export function FileButton(props: FileButtonProps) {
  const { label, accept, several = false, busy = false, primary = false, onFiles } = props;
  const input = useRef<HTMLInputElement>(null);
  const Action = primary ? PrimaryAction : QuietAction;
  return (
    <>
      <Action label={label} busy={busy} onPress={() => input.current?.click()} />
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        multiple={several}
        accept={accept}
        disabled={busy}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          // The same file once more is a change too.
          target.value = "";
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
