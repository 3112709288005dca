/** The cover: drawn from the title, or a picture of one's own with the point that stays in sight on every size. */
import type { Cover as CoverData } from "@dawngate/contract/courses";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  type InCourse,
  useDropCoverMutation,
  useGetCoverQuery,
  useKeepCoverMutation,
  useMoveFocusMutation,
} from "./api";
import { CoverChoice } from "./cover-choice";
import { CoverPicture } from "./cover-picture";
import { type CoverPlace, coverUrl, PLACES } from "./cover-place";
import { FocusField } from "./focus-field";

const SHOWN: readonly [CoverPlace, string, number][] = [
  ["wide", "on a wide screen", 220],
  ["phone", "on a phone", 140],
];

export function CoverFields({ place }: { place: InCourse }) {
  const { quiet } = usePalette();
  const { data, error } = useGetCoverQuery(place);
  const [keep, keeping] = useKeepCoverMutation();
  const [move, moving] = useMoveFocusMutation();
  const [drop, dropping] = useDropCoverMutation();
  const cover = data?.cover ?? null;
  const trouble = error ?? keeping.error ?? moving.error ?? dropping.error;
  return (
    <View role="group" aria-label="The cover" style={{ gap: 10 }}>
      <Text kind="strong">The cover</Text>
      <Text kind="small" color={quiet}>
        {cover
          ? "Press the picture where its most important point is: it stays in sight wherever the cover stands."
          : "Drawn from the title. A picture of your own takes its place: JPEG, PNG or WebP."}
      </Text>
      {trouble ? <Notice {...explain(trouble)} /> : null}
      {cover ? (
        <>
          <FocusField
            url={coverUrl(place, cover)}
            cover={cover}
            onFocus={(focus) => move({ ...place, body: focus })}
          />
          <Crops place={place} cover={cover} />
        </>
      ) : null}
      <CoverChoice
        label={cover ? "Choose another picture" : "Choose a picture"}
        busy={keeping.isLoading}
        onPicture={(picture) => keep({ ...place, body: picture })}
      />
      {cover ? (
        <QuietAction label="Draw it from the title again" onPress={() => drop(place)} />
      ) : null}
    </View>
  );
}

function Crops({ place, cover }: { place: InCourse; cover: CoverData }) {
  const { quiet } = usePalette();
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "flex-end" }}>
      {SHOWN.map(([name, says, width]) => (
        <View key={name} style={{ gap: 4 }}>
          <View
            style={{
              width,
              height: width / PLACES[name],
              borderRadius: 6,
              overflow: "hidden",
            }}
          >
            <CoverPicture url={coverUrl(place, cover)} cover={cover} place={PLACES[name]} />
          </View>
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        </View>
      ))}
    </View>
  );
}
