/** A recording, to listen to. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { Player } from "../../player/player";
import { Gone } from "../gone";
import type { ShownProps } from "../kind";

export default function AudioShown({
  part,
  files,
  title,
  course,
  watching,
}: ShownProps<PartOf<"audio">>) {
  const file = files[part.file];
  if (!file) return <Gone what="recording" />;
  return (
    <View style={{ borderRadius: 12, overflow: "hidden" }}>
      <Player kind="audio" src={file.url} title={title} course={course} watching={watching} />
    </View>
  );
}
