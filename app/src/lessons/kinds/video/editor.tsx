/** A film, as its author puts it in: a file, or a link; its first picture, captions, chapters, and what counts as done. */
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import { useRef } from "react";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import { KeptLine } from "../kept-line";
import type { EditorProps } from "../kind";
import { LinkField } from "../link-field";
import { lengthOf, pictureOf } from "../measure";
import { NeededField } from "../needed-field";
import { CaptionsField } from "./captions-field";
import { ChaptersField } from "./chapters-field";
import { LengthField } from "./length-field";

type Film = PartOf<"video">;
const NEW: Film = {
  kind: "video",
  file: null,
  link: null,
  seconds: null,
  poster: null,
  captions: [],
  chapters: [],
  needed: null,
};

export default function VideoEditor(props: EditorProps<Film>) {
  const { school, part, files, onPart, onMinutes } = props;
  const { quiet } = usePalette();
  // What comes back later is put on top of what stands there by then.
  const now = useRef(part);
  now.current = part;
  const set = (change: Partial<Film>, brought: ShownFile[] = []) => {
    const next = { ...(now.current ?? NEW), ...change };
    now.current = next;
    onPart(next.file === null && next.link === null ? null : next, brought);
    if (change.seconds) onMinutes(Math.max(1, Math.ceil(change.seconds / 60)));
  };
  const take = async (file: ShownFile) => {
    set({ file: file.id, link: null, seconds: file.seconds, poster: null }, [file]);
    if (file.seconds === null) {
      const seconds = await lengthOf(file.url);
      if (seconds !== null && now.current?.file === file.id) set({ seconds });
    }
    const picture = await pictureOf(file.url, file.name);
    if (!picture) return;
    const { bring } = await import("../../../files/pieces");
    bring(school, picture, (poster) => {
      if (now.current?.file === file.id) set({ poster: poster.id }, [poster]);
    });
  };
  if (!part)
    return (
      <View style={{ gap: 12 }}>
        <FilePlace school={school} label="Choose a film" of={["video"]} onFile={take} />
        <Text kind="small" color={quiet}>
          Or one that stands elsewhere, on a host your school allows:
        </Text>
        <LinkField
          label="Link to a film"
          value=""
          onChange={(link) => link !== null && set({ link, file: null })}
        />
      </View>
    );
  const poster = part.poster === null ? undefined : files[part.poster];
  return (
    <View style={{ gap: 14 }}>
      {part.link !== null ? (
        <>
          <LinkField label="Link to a film" value={part.link} onChange={(link) => set({ link })} />
          <LengthField seconds={part.seconds} onChange={(seconds) => set({ seconds })} />
        </>
      ) : (
        <>
          <KeptLine
            file={files[part.file ?? ""]}
            what="film"
            onRemove={() => {
              now.current = null;
              onPart(null);
            }}
          />
          <FilePlace
            school={school}
            label={poster ? "Another first picture" : "Choose a first picture"}
            says={poster ? "it was taken from the film, or chosen" : "shown before it plays"}
            of={["picture"]}
            onFile={(file) => set({ poster: file.id }, [file])}
          />
          <CaptionsField
            school={school}
            captions={part.captions}
            files={files}
            onChange={(captions, brought) => set({ captions }, brought)}
          />
          <ChaptersField chapters={part.chapters} onChange={(chapters) => set({ chapters })} />
          <NeededField needed={part.needed} onChange={(needed) => set({ needed })} />
        </>
      )}
    </View>
  );
}
