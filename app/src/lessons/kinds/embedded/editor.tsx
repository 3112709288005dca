/** A page that stands elsewhere, as its author puts it in. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { NumberField } from "../../../ui/number-field";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import type { EditorProps } from "../kind";
import { LinkField } from "../link-field";

export default function EmbeddedEditor({ part, onPart }: EditorProps<PartOf<"embedded page">>) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 12 }}>
      <LinkField
        label="Its address"
        value={part?.link ?? ""}
        onChange={(link) =>
          onPart(
            link === null ? null : { kind: "embedded page", link, height: part?.height ?? 480 },
          )
        }
      />
      {part ? (
        <NumberField
          label="Height"
          value={part.height}
          least={160}
          most={2000}
          onChange={(height) => onPart({ ...part, height })}
        />
      ) : (
        <Text kind="small" color={quiet}>
          Shown in a frame of its own, which can do nothing to your pages; from hosts your school
          allows.
        </Text>
      )}
    </View>
  );
}
