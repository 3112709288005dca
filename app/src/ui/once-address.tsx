/** An address with a secret in it, which is shown once: to be copied now. */
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { PrimaryAction } from "./action";
import { copyText } from "./save-file";
import { Text } from "./text";
import { TextField } from "./text-field";
import { usePalette } from "./theme";

interface Props {
  label: string;
  copy: string;
  address: string;
  /** Who can do what by it. */
  says: string;
  /** Beside the way to copy it. */
  children?: ReactNode;
}

export function OnceAddress({ label, copy, address, says, children }: Props) {
  const { quiet } = usePalette();
  const [copied, setCopied] = useState("");
  return (
    <View style={{ gap: 10 }}>
      <TextField label={label} value={address} readOnly />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}>
        <PrimaryAction
          label={copied === address ? "Copied" : copy}
          onPress={async () => setCopied((await copyText(address)) ? address : "")}
        />
        {children}
      </View>
      <Text kind="small" color={quiet}>
        {says} It is shown this once: if it gets lost, make a new one.
      </Text>
    </View>
  );
}
