/** What stands in a lesson, as its reader meets it: what it shows by its kind, its text, its materials. */
import type { LessonContent } from "@dawngate/contract/lessons";
import { Suspense } from "react";
import { View } from "react-native";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { FileCard } from "./file-card";
import { HeroRoom } from "./hero-room";
import { KIND_VIEWS } from "./kinds";
import { isBelowText, isHero } from "./kinds/hero";
import type { ShownProps } from "./kinds/kind";
import { Markdown } from "./written";

export type Shown = Pick<ShownProps, "title" | "course" | "zone" | "watching" | "mine" | "done"> & {
  content: LessonContent;
};

/** What a lesson shows beside its text. */
export function PartView({ content, ...rest }: Shown) {
  const { part, files } = content;
  const view = part && KIND_VIEWS[part.kind];
  if (!part || !view) return null;
  const { Shown } = view;
  // The text can be read before the player is here; its room is kept.
  const room = isHero(content) ? <HeroRoom /> : <Skeleton widths={[1, 0.6]} />;
  return (
    <Suspense fallback={room}>
      <Shown part={part} files={files} {...rest} />
    </Suspense>
  );
}

/** The whole of it, one below the other; `heroElsewhere`: what stands at the top is shown by the page. */
export function ContentView({
  lesson = "lesson",
  heroElsewhere = false,
  ...shown
}: Shown & { lesson?: string; heroElsewhere?: boolean }) {
  const { quiet } = usePalette();
  const { content } = shown;
  const { text, part, files, materials } = content;
  const empty = text === "" && part === null && materials.length === 0;
  return (
    <View style={{ gap: 20 }}>
      {(heroElsewhere && isHero(content)) || isBelowText(content) ? null : <PartView {...shown} />}
      {text === "" ? null : (
        <View style={{ maxWidth: 680 }}>
          <Markdown text={text} files={files} />
        </View>
      )}
      {empty ? <Text color={quiet}>{`Nothing stands in this ${lesson} yet.`}</Text> : null}
      <Materials content={content} />
      {isBelowText(content) ? <PartView {...shown} /> : null}
    </View>
  );
}

/** The materials of a lesson, each a card. */
export function Materials({ content: { materials, files } }: { content: LessonContent }) {
  if (materials.length === 0) return null;
  return (
    <View role="list" aria-label="Materials" style={{ gap: 10 }}>
      {materials.map(({ id, title, author, description, license, file, download }) => {
        const found = files[file];
        return found ? (
          <View role="listitem" key={id}>
            <FileCard
              file={found}
              {...{ title, author, description, license, download }}
              open={!download || found.type === "application/pdf"}
            />
          </View>
        ) : null;
      })}
    </View>
  );
}
