/** The materials of a lesson: taken from the school's library, or brought into it here. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Material } from "@dawngate/contract/lessons";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { LibrarySheet } from "./library-sheet";

interface Props {
  school: string;
  materials: readonly Material[];
  files: Readonly<Record<string, ShownFile>>;
  onMaterials(materials: Material[], brought: ShownFile[]): void;
}

export function MaterialsField({ school, materials, files, onMaterials }: Props) {
  const { quiet } = usePalette();
  const [choosing, setChoosing] = useState(false);
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet}>
        Materials
      </Text>
      {materials.length === 0 ? null : (
        <View role="list">
          {materials.map((one) => (
            <ListRow key={one.id} padding={6}>
              <View style={{ flex: 1 }}>
                <Text kind="strong">{one.title}</Text>
                <Text kind="small" color={quiet} numberOfLines={1}>
                  {files[one.file]?.name ?? "its file is not here"}
                </Text>
              </View>
              <QuietAction
                label="Take out"
                says={`Take out: ${one.title}`}
                tight
                onPress={() =>
                  onMaterials(
                    materials.filter(({ id }) => id !== one.id),
                    [],
                  )
                }
              />
            </ListRow>
          ))}
        </View>
      )}
      <QuietAction label="Add a material" onPress={() => setChoosing(true)} />
      {choosing ? (
        <LibrarySheet
          school={school}
          taken={materials.map(({ id }) => id)}
          onTake={(material, file) =>
            onMaterials([...materials.filter(({ id }) => id !== material.id), material], [file])
          }
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </View>
  );
}
