/** The school's library: found by a part of a title, taken into a lesson, changed for every lesson that has it. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Library, Material } from "@dawngate/contract/lessons";
import { useState } from "react";
import { View } from "react-native";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { SearchField } from "../../ui/search-field";
import { useSettled } from "../../ui/settled";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetLibraryInfiniteQuery } from "../api";
import { FileCard } from "../file-card";
import { MaterialForm } from "./material-form";
import { NewMaterial } from "./new-material";

interface Props {
  school: string;
  taken: readonly string[];
  onTake(material: Material, file: ShownFile): void;
  onClose(): void;
}

export function LibrarySheet({ school, taken, onTake, onClose }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const find = useSettled(typed, 250);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetLibraryInfiniteQuery({ school, find }, { refetchOnMountOrArgChange: true });
  const [changed, setChanged] = useState<Library["materials"][number] | null>(null);
  const found = data?.pages.flatMap((page) => page.materials) ?? [];
  return (
    <Sheet title="The school's library" onClose={onClose} broad>
      <NewMaterial school={school} onAdded={onTake} />
      <SearchField label="Find a material" value={typed} onChange={setTyped} />
      {changed ? (
        <MaterialForm
          school={school}
          material={changed}
          usedIn={changed.usedIn}
          file={changed.shown}
          onDone={() => setChanged(null)}
        />
      ) : null}
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : found.length === 0 ? (
        <Text color={quiet}>
          {find === "" ? "Nothing is in the library yet." : `Nothing in it is called “${find}”.`}
        </Text>
      ) : (
        <View role="list" style={{ gap: 12 }}>
          {found.map(({ shown, usedIn, ...material }) => (
            <View role="listitem" key={material.id} style={{ gap: 6 }}>
              <FileCard
                file={shown}
                title={material.title}
                author={material.author}
                description={material.description}
                license={material.license}
                open
              />
              <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
                <QuietAction
                  label={taken.includes(material.id) ? "Stands in this lesson" : "Take it"}
                  says={`${taken.includes(material.id) ? "Stands in this lesson" : "Take it"}: ${material.title}`}
                  tight
                  disabled={taken.includes(material.id)}
                  onPress={() => onTake(material, shown)}
                />
                <QuietAction
                  label="Change"
                  says={`Change: ${material.title}`}
                  tight
                  onPress={() => setChanged({ ...material, shown, usedIn })}
                />
                <Text kind="small" color={quiet}>
                  {usedIn === 0
                    ? "in no lesson"
                    : usedIn === 1
                      ? "in one lesson"
                      : `in ${usedIn} lessons`}
                </Text>
              </View>
            </View>
          ))}
        </View>
      )}
      {hasNextPage ? (
        <QuietAction label="More" onPress={() => void fetchNextPage()} busy={isFetching} />
      ) : null}
    </Sheet>
  );
}
