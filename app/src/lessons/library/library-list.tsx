/** The school's library: found by a part of a title, changed for every lesson that has it; taken into a lesson, where one is. */
import type { ShownFile } from "@dawngate/contract/files";
import type { Library, Material } from "@dawngate/contract/lessons";
import { useState } from "react";
import { View } from "react-native";
import { useMay } from "../../school/may";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { SearchField } from "../../ui/search-field";
import { useSettled } from "../../ui/settled";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetLibraryInfiniteQuery } from "../api";
import { FileCard } from "../file-card";
import { MaterialForm } from "./material-form";
import { NewMaterial } from "./new-material";

interface Props {
  school: string;
  /** Those that stand in a lesson, and what takes one into it; left out: there is no lesson to take them into. */
  lesson?: { taken: readonly string[]; onTake(material: Material, file: ShownFile): void };
}

export function LibraryList({ school, lesson }: Props) {
  const may = useMay(school)("courses.edit");
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const find = useSettled(typed, 250);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetLibraryInfiniteQuery({ school, find }, { refetchOnMountOrArgChange: true });
  const [changed, setChanged] = useState<Library["materials"][number] | null>(null);
  const found = data?.pages.flatMap((page) => page.materials) ?? [];
  return (
    <View style={{ gap: 16 }}>
      {may ? (
        <NewMaterial school={school} onAdded={(...added) => lesson?.onTake(...added)} />
      ) : null}
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
                {lesson ? (
                  <QuietAction
                    label={lesson.taken.includes(material.id) ? "Stands in this lesson" : "Take it"}
                    says={`${lesson.taken.includes(material.id) ? "Stands in this lesson" : "Take it"}: ${material.title}`}
                    tight
                    disabled={lesson.taken.includes(material.id)}
                    onPress={() => lesson.onTake(material, shown)}
                  />
                ) : null}
                {may ? (
                  <QuietAction
                    label="Change"
                    says={`Change: ${material.title}`}
                    tight
                    onPress={() => setChanged({ ...material, shown, usedIn })}
                  />
                ) : null}
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
    </View>
  );
}
