/** The hosts of pages elsewhere that lessons may show: films and pages that are linked, a line each. */
import { useState } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";

interface Props {
  hosts: readonly string[];
  fault: string | undefined;
  onChange(hosts: string[]): void;
}

/** `https://media.example.org/films` means its host. */
const hostOf = (line: string): string =>
  line
    .trim()
    .toLowerCase()
    .replace(/^https?:\/\//, "")
    .replace(/\/.*$/, "");

export function HostsField({ hosts, fault, onChange }: Props) {
  const { quiet, ember } = usePalette();
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label="Pages elsewhere, a host a line"
        multiline
        autoCapitalize="none"
        value={typed ?? hosts.join("\n")}
        error={fault !== undefined}
        onChangeText={setTyped}
        onBlur={() => {
          if (typed === null) return;
          const next = [...new Set(typed.split(/[\n,]/).map(hostOf).filter(Boolean))].sort();
          if (next.join() !== [...hosts].sort().join()) onChange(next);
          else setTyped(null);
        }}
        style={{ minHeight: 80 }}
      />
      <Text kind="small" color={fault ? ember : quiet} {...(fault && { role: "alert" })}>
        {fault ??
          "Each with its subdomains. Links to anywhere else are refused when a lesson is made."}
      </Text>
    </View>
  );
}
