/** What a document changes in a course that is there already, each change taken or left. */
import type { OutlineChange } from "@dawngate/core/courses/paper";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export interface NamedChange extends OutlineChange {
  name: string;
}

interface Props {
  changes: NamedChange[];
  skipped: ReadonlySet<string>;
  onSkipped(skipped: ReadonlySet<string>): void;
}

export function ChangeList({ changes, skipped, onSkipped }: Props) {
  const { quiet } = usePalette();
  const toggle = ({ name }: NamedChange) => {
    const next = new Set(skipped);
    if (!next.delete(name)) next.add(name);
    onSkipped(next);
  };
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={3}>
        What it changes
      </Text>
      <Text kind="small" color={quiet}>
        {changes.length === 0
          ? "Nothing: the course says the same already."
          : "Texts that stand in lessons stay as they are."}
      </Text>
      <View role="group" aria-label="Changes" style={{ gap: 8, alignItems: "flex-start" }}>
        {changes.map((change) => (
          <Choice
            key={change.name}
            many
            label={sayChange(change)}
            taken={!skipped.has(change.name)}
            onPress={() => toggle(change)}
          />
        ))}
      </View>
    </View>
  );
}

function sayChange({ kind, what, title, was, module }: OutlineChange): string {
  const where = module === null ? "" : ` in “${module}”`;
  switch (kind) {
    case "new-module":
      return `New module: ${title}`;
    case "new-lesson":
      return `New lesson${where}: ${title}`;
    case "renamed":
      return `“${was}” is called “${title}”`;
    case "moved":
      return was === null
        ? `“${title}” moves${where}`
        : `“${title}” moves from “${was}”${where.replace(" in ", " to ")}`;
    case "changed":
      return `“${title}”: ${was}`;
    case "gone":
      return `Remove the ${what} “${title}”${where}: it is not on the paper`;
  }
}
