/** Where files are chosen by a button or dropped, with what is said of them, and what becomes of them below. In browsers only. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { DropPlace } from "./drop-place";
import { FileButton, type FileButtonProps } from "./file-button";

interface Props extends FileButtonProps {
  says: string;
  /** What is dropped that is no file, as text; left out: nothing is made of it. */
  onText?(text: string): void;
  children?: ReactNode;
}

export function FileDrop({ says, onText, children, ...button }: Props) {
  const { quiet } = usePalette();
  return (
    <DropPlace
      onDropped={(what) => {
        const text = onText ? what.getData("text/plain") : "";
        if (text) onText?.(text);
        else if (what.files.length > 0) button.onFiles([...what.files]);
      }}
    >
      <View style={{ gap: 10 }}>
        <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
          <FileButton {...button} />
          <Text kind="small" color={quiet} role="status" style={{ flexShrink: 1 }}>
            {says}
          </Text>
        </View>
        {children}
      </View>
    </DropPlace>
  );
}
