/** What stands above the outline: publishing, what is kept, what can be taken back, and the sheets one opens. */
import { useRouter } from "expo-router";
import { memo, useEffect, useState } from "react";
import { View } from "react-native";
import { usePublishMutation } from "../../review/api";
import { PublishSheet } from "../../review/publish-sheet";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { InCourse } from "../api";
import type { Keeping, useDraft } from "./use-draft";

interface Props {
  place: InCourse;
  draft: ReturnType<typeof useDraft>;
  /** How many are open, and the way to them. */
  snags: number;
  onSnags(): void;
  onCadence(marked: ReadonlySet<string>): void;
  onPaper(): void;
  onSettings(): void;
  onOut(): void;
  onKeys(): void;
}

const NONE: ReadonlySet<string> = new Set();

export const Toolbar = memo(function Toolbar({
  place,
  draft,
  snags,
  onSnags,
  onCadence,
  onPaper,
  onSettings,
  onOut,
  onKeys,
}: Props) {
  const wide = useWide();
  const router = useRouter();
  const { ember } = usePalette();
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
      <Publish place={place} draft={draft} />
      <QuietAction label="Cadence" onPress={() => onCadence(NONE)} />
      <QuietAction label="From paper" onPress={onPaper} />
      <QuietAction label="Out again" onPress={onOut} />
      <QuietAction label="Settings" onPress={onSettings} />
      {draft.published === null ? null : (
        <QuietAction
          label="Versions"
          onPress={() => router.push(`/${place.school}/courses/${place.course}/versions`)}
        />
      )}
      <QuietAction label="Undo" onPress={draft.actions.undo} disabled={!draft.canUndo} />
      <QuietAction label="Redo" onPress={draft.actions.redo} disabled={!draft.canRedo} />
      {wide ? <QuietAction label="Keys" onPress={onKeys} /> : null}
      {/* A line of its own, as tall as what may come into it: a snag that is found moves no row under a thumb. */}
      <View
        style={{
          flexDirection: "row",
          alignItems: "center",
          gap: 12,
          minHeight: 44,
          ...(wide ? {} : { width: "100%" }),
        }}
      >
        <Kept draft={draft} />
        {snags > 0 ? (
          <Press onPress={onSnags} style={{ justifyContent: "center", paddingHorizontal: 6 }}>
            <Text kind="smallStrong" color={ember}>
              {snags === 1 ? "One snag below" : `${snags} snags below`}
            </Text>
          </Press>
        ) : null}
      </View>
    </View>
  );
});

const SAYINGS: Record<Keeping, string> = {
  kept: "Kept",
  keeping: "Keeping…",
  waiting: "Not kept yet: no answer from the server. It is tried again; nothing is lost.",
  "signed-out": "Not kept yet: you are signed out. Sign in again in another tab; nothing is lost.",
  refused: "Not kept: the server refuses it. Load the page again to see what stands.",
};

function Kept({ draft }: { draft: ReturnType<typeof useDraft> }) {
  const { quiet, ember } = usePalette();
  const { keeping, keptAt, refused } = draft;
  const time = keptAt === null ? "" : ` ${new Date(keptAt).toTimeString().slice(0, 5)}`;
  const trouble =
    refused ?? (keeping === "kept" || keeping === "keeping" ? null : SAYINGS[keeping]);
  return (
    <Text kind="small" color={trouble ? ember : quiet} role="status" style={{ flexShrink: 1 }}>
      {trouble ?? `${SAYINGS[keeping]}${keeping === "kept" ? time : ""}`}
    </Text>
  );
}

function Publish({ place, draft }: { place: InCourse; draft: ReturnType<typeof useDraft> }) {
  const [publish, { error, isLoading, data }] = usePublishMutation();
  const router = useRouter();
  const [wanted, setWanted] = useState(false);
  const [looking, setLooking] = useState(false);
  const [later, setLater] = useState<number | null>(null);
  const version = later ?? data?.version ?? null;
  // What is not kept yet would be missing from the version: it is published as soon as it is.
  const go = () => {
    const waits = draft.actions.unsent();
    setWanted(waits);
    if (waits) return;
    // The first version touches nobody; what a later one does is seen first.
    if (draft.published === null) publish(place);
    else setLooking(true);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again whenever something was kept
  useEffect(() => {
    if (wanted) go();
  }, [wanted, draft.keeping, draft.keptAt]);
  return (
    <View style={{ gap: 8 }}>
      <PrimaryAction
        label={draft.published === null ? "Publish" : "Publish changes"}
        busy={isLoading || wanted}
        disabled={draft.unsent}
        onPress={go}
      />
      {error ? <Notice {...explain(error)} /> : null}
      {looking && draft.course ? (
        <PublishSheet
          place={place}
          seen={draft.actions.sequence()}
          onPublished={(published) => {
            setLater(published);
            setLooking(false);
          }}
          onClose={() => setLooking(false)}
        />
      ) : null}
      {version !== null ? (
        <View role="status" style={{ gap: 4 }}>
          <Text kind="strong">Version {version} is published.</Text>
          <QuietAction
            label="See the schedule"
            onPress={() => router.push(`/${place.school}/courses/${place.course}`)}
          />
        </View>
      ) : null}
    </View>
  );
}
