/** What is said of a material: title, author, license, what it is for; and another file in its place. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Material } from "@dawngate/contract/lessons";
import { LICENSE_NAMES, LICENSES, type License } from "@dawngate/core/lessons/license";
import { useState } from "react";
import { View } from "react-native";
import { FilePlace } from "../../files/file-place";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Notice } from "../../ui/notice";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useChangeMaterialMutation, useRemoveMaterialMutation } from "../api";

interface Props {
  school: string;
  material: Material;
  file: ShownFile;
  usedIn: number;
  onChanged?(material: Material): void;
  onDone(): void;
}

export function MaterialForm({ school, material, file, usedIn, onChanged, onDone }: Props) {
  const { surface, line, quiet } = usePalette();
  const [said, setSaid] = useState(material);
  const [called, setCalled] = useState(file.name);
  const [change, changing] = useChangeMaterialMutation();
  const [remove, removing] = useRemoveMaterialMutation();
  const set = (next: Partial<Material>) => setSaid((before) => ({ ...before, ...next }));
  const keep = async () => {
    const { id, ...body } = said;
    const answer = await change({ school, material: id, body });
    if (!("data" in answer) || !answer.data) return;
    onChanged?.(answer.data);
    onDone();
  };
  return (
    <View
      role="group"
      aria-label={`Change ${material.title}`}
      style={{
        gap: 12,
        padding: 14,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 12,
        backgroundColor: surface,
      }}
    >
      <TextField label="Title" value={said.title} onChangeText={(title) => set({ title })} />
      <TextField label="By whom" value={said.author} onChangeText={(author) => set({ author })} />
      <TextField
        label="What it is for"
        multiline
        value={said.description}
        onChangeText={(description) => set({ description })}
      />
      <Choices label="License">
        {LICENSE_NAMES.map((name: License) => (
          <Choice
            key={name}
            label={LICENSES[name]}
            taken={said.license === name}
            onPress={() => set({ license: name })}
          />
        ))}
      </Choices>
      <Switched
        label="It may be taken along"
        says="Off: it is read on the page. What is shown can be copied all the same; nobody can prevent that."
        on={said.download}
        onChange={(download) => set({ download })}
      />
      <FilePlace
        school={school}
        label="Another file in its place"
        says={`now ${called}${usedIn > 1 ? `; all ${usedIn} lessons follow` : ""}`}
        onFile={(next) => {
          set({ file: next.id });
          setCalled(next.name);
        }}
      />
      {changing.error ? <Notice {...explain(changing.error)} /> : null}
      {removing.error ? <Notice {...explain(removing.error)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <PrimaryAction
          label="Keep it so"
          onPress={keep}
          busy={changing.isLoading}
          disabled={said.title.trim() === ""}
        />
        <QuietAction label="Not now" onPress={onDone} />
        {usedIn === 0 && !onChanged ? (
          <QuietAction
            label="Out of the library"
            busy={removing.isLoading}
            onPress={async () => {
              const answer = await remove({ school, material: material.id });
              if (!answer.error) onDone();
            }}
          />
        ) : null}
      </View>
      {usedIn > 0 ? (
        <Text kind="small" color={quiet}>
          What you change here changes in every lesson that has it.
        </Text>
      ) : null}
    </View>
  );
}
