/** A file brought into the library: called by its name until somebody says more. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Material } from "@dawngate/contract/lessons";
import { useState } from "react";
import { View } from "react-native";
import { FilePlace } from "../../files/file-place";
import { explain } from "../../store/api";
import { Notice } from "../../ui/notice";
import { useAddMaterialMutation } from "../api";
import { titleOfFile } from "../say-file";
import { MaterialForm } from "./material-form";

interface Props {
  school: string;
  onAdded(material: Material, file: ShownFile): void;
}

export function NewMaterial({ school, onAdded }: Props) {
  const [add, adding] = useAddMaterialMutation();
  const [last, setLast] = useState<{ material: Material; file: ShownFile } | null>(null);
  const take = async (file: ShownFile) => {
    const said = await add({
      school,
      body: {
        title: titleOfFile(file.name),
        author: "",
        description: "",
        license: "",
        file: file.id,
        download: true,
      },
    });
    if (!("data" in said) || !said.data) return;
    setLast({ material: said.data, file });
    onAdded(said.data, file);
  };
  return (
    <View style={{ gap: 12 }}>
      <FilePlace school={school} label="Bring new files" several onFile={take} />
      {adding.error ? <Notice {...explain(adding.error)} /> : null}
      {last ? (
        <MaterialForm
          key={last.material.id}
          school={school}
          material={last.material}
          usedIn={0}
          file={last.file}
          onChanged={(material) => onAdded(material, last.file)}
          onDone={() => setLast(null)}
        />
      ) : null}
    </View>
  );
}
