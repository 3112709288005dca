/** A film: the school's own in our player, one that stands elsewhere in a frame. */
import type { PartOf } from "@dawngate/core/lessons";
import { Player } from "../../player/player";
import { Elsewhere } from "../elsewhere";
import { Gone } from "../gone";
import type { ShownProps } from "../kind";

export default function VideoShown({
  part,
  files,
  title,
  course,
  watching,
}: ShownProps<PartOf<"video">>) {
  if (part.link !== null) return <Elsewhere link={part.link} title={title} ratio="16 / 9" />;
  const file = part.file === null ? undefined : files[part.file];
  if (!file) return <Gone what="film" />;
  return (
    <Player
      kind="video"
      src={file.url}
      title={title}
      course={course}
      poster={part.poster === null ? undefined : files[part.poster]?.url}
      captions={part.captions.flatMap(({ file, language, label }) => {
        const src = files[file]?.url;
        return src ? [{ src, language, label }] : [];
      })}
      chapters={part.chapters}
      watching={watching}
    />
  );
}
