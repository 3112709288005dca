/** One block as it is changed: its fields, how much of the outline it shows, and the way to take it out. */
import { BLOCKS, type Block, OUTLINE_SHOWN } from "@dawngate/core/catalog";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { useTyped } from "../../ui/use-typed";
import type { Shown } from "../shown";
import { FIELDS, type Field, needOf } from "./fields";

interface Props {
  block: Block;
  shown: Shown;
  onChange(block: Block): void;
  onRemove(): void;
}

const SHOWN = {
  whole: "All of it",
  modules: "Only its parts",
  beginning: "The first part in full",
};

export function BlockFields({ block, shown, onChange, onRemove }: Props) {
  const { quiet } = usePalette();
  const { kind } = block;
  const need = needOf(block, shown);
  return (
    <View style={{ gap: 12 }}>
      <Text kind="small" color={quiet}>
        {BLOCKS[kind].does}.
      </Text>
      {need === null ? null : (
        <Text kind="small" role="status">
          {need}.
        </Text>
      )}
      {(FIELDS[kind] as readonly Field[]).map((field) => (
        <OneField
          key={field.key}
          field={field}
          instead={field.instead?.(shown) ?? ""}
          value={String((block as Readonly<Record<string, unknown>>)[field.key] ?? "")}
          onChange={(value) => onChange({ ...block, [field.key]: value } as Block)}
        />
      ))}
      {block.kind === "outline" ? (
        <Choices label="How much of it is shown">
          {OUTLINE_SHOWN.map((one) => (
            <Choice
              key={one}
              label={SHOWN[one]}
              taken={block.shown === one}
              onPress={() => onChange({ ...block, shown: one })}
            />
          ))}
        </Choices>
      ) : null}
      {kind === "opening" && shown.course ? (
        <TextLink href={`/${shown.school}/courses/${shown.course.id}/edit`}>
          The picture and its focal point stand with the outline, under More
        </TextLink>
      ) : null}
      <QuietAction label="Take it off the page" onPress={onRemove} />
    </View>
  );
}

function OneField({
  field,
  instead,
  value,
  onChange,
}: {
  field: Field;
  instead: string;
  value: string;
  onChange(value: string): void;
}) {
  const { quiet } = usePalette();
  const { text, type, leave } = useTyped(value, onChange);
  return (
    <View style={{ gap: 2 }}>
      <TextField
        label={field.label}
        value={text}
        maxLength={field.most}
        multiline={field.multiline ?? false}
        onChangeText={type}
        onBlur={leave}
        style={{ minHeight: field.most > 1_000 ? 140 : undefined }}
      />
      {text === "" && instead !== "" ? (
        <Text kind="small" color={quiet} numberOfLines={3}>
          Empty, it says: {instead}
        </Text>
      ) : null}
    </View>
  );
}
