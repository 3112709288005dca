/** The workbench's tools: publishing, what is in reach, the rest under More; and what is kept. */

import { fingerprintOf, publishable } from "@dawngate/core/courses";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { memo, type ReactNode, useEffect, useMemo, useState } from "react";
import { View } from "react-native";
import { usePublishMutation } from "../../review/api";
import { PublishSheet } from "../../review/publish-sheet";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { showKeys, useOffers } from "../../ui/offers";
import { Press } from "../../ui/press";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { InCourse } from "../api";
import { sayFirstDates } from "./first-dates";
import type { Keeping, useDraft } from "./use-draft";

interface Props {
  place: InCourse;
  draft: ReturnType<typeof useDraft>;
  /** How many are open, and the way to them. */
  snags: number;
  /** On a phone: the heaviest of them, and the way to the others. */
  card: ReactNode;
  onSnags(): void;
  onCadence(marked: ReadonlySet<string>): void;
  onPaper(): void;
  onSettings(): void;
  onOut(): void;
  onPutCourse(): void;
}

const NONE: ReadonlySet<string> = new Set();

export const Tools = memo(function Tools(props: Props) {
  const { place, draft, snags, card, onSnags, onCadence, onPaper, onSettings, onOut } = props;
  const { onPutCourse } = props;
  const wide = useWide();
  const router = useRouter();
  const { ember } = usePalette();
  const [more, setMore] = useState(false);
  const trouble = troubleOf(draft);
  const rest = [
    { says: "Paste an outline", run: onPaper },
    { says: "Put a course in", run: onPutCourse },
    { says: "Download the outline", run: onOut },
    { says: "Settings, card and cover", run: onSettings },
    ...(draft.published === null
      ? []
      : [
          {
            says: "Versions",
            run: () => router.push(`/${place.school}/courses/${place.course}/versions`),
          },
        ]),
  ];
  useOffers([{ says: "Cadence", run: () => onCadence(NONE) }, ...rest]);
  const first = (label: string, onPress: () => void) => (
    <QuietAction
      key={label}
      label={label}
      onPress={() => {
        setMore(false);
        onPress();
      }}
    />
  );
  // What it comes beside grows to the other side: a snag that is found moves nothing under a thumb.
  const found =
    snags === 0 ? null : (
      <Press
        onPress={onSnags}
        style={{ justifyContent: "center", alignSelf: "flex-start", minHeight: 44 }}
      >
        <Text kind="smallStrong" color={ember}>
          {snags === 1 ? "One snag below" : `${snags} snags below`}
        </Text>
      </Press>
    );
  return (
    <View style={{ gap: 6 }}>
      {/* The band that says it has been scrolled away on a phone: what is not kept is said here too. */}
      {wide || trouble === null ? null : (
        <Text kind="smallStrong" color={ember}>
          {trouble}
        </Text>
      )}
      {wide ? null : card}
      <View
        style={{
          flexDirection: "row",
          // Words of another length go on below, rather than out at the side.
          flexWrap: "wrap",
          gap: wide ? 10 : 6,
          alignItems: wide ? "flex-start" : "center",
        }}
      >
        {wide ? found : null}
        <Publish place={place} draft={draft} />
        <QuietAction label="Cadence" onPress={() => onCadence(NONE)} tight={!wide} />
        <QuietAction
          label="Undo"
          onPress={draft.actions.undo}
          disabled={!draft.canUndo}
          tight={!wide}
        />
        <View style={wide ? {} : { marginLeft: "auto" }}>
          <QuietAction label="More" onPress={() => setMore(true)} tight={!wide} />
        </View>
      </View>
      {more ? (
        <Sheet title="More" onClose={() => setMore(false)}>
          {draft.canRedo ? first("Redo", draft.actions.redo) : null}
          {rest.map(({ says, run }) => first(says, run))}
          {first("Keys", showKeys)}
        </Sheet>
      ) : null}
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

/** Why what was done is not kept; null: it is, or is about to be. */
function troubleOf({ keeping, refused }: ReturnType<typeof useDraft>): string | null {
  return refused ?? (keeping === "kept" || keeping === "keeping" ? null : SAYINGS[keeping]);
}

/** Whether all is kept, and since when; on night, or on paper. */
export function Kept({
  draft,
  onNight = false,
}: {
  draft: ReturnType<typeof useDraft>;
  onNight?: boolean;
}) {
  const { quiet, ember, onFrame, onFrameQuiet } = usePalette();
  const { keeping, keptAt } = draft;
  const time = keptAt === null ? "" : ` ${new Date(keptAt).toTimeString().slice(0, 5)}`;
  const trouble = troubleOf(draft);
  return (
    <Text
      kind={trouble ? "smallStrong" : "small"}
      color={onNight ? (trouble ? onFrame : onFrameQuiet) : trouble ? ember : quiet}
      role="status"
      style={{ flexShrink: 1 }}
    >
      {/* On a phone the whole of it stands above the tools. */}
      {trouble !== null && onNight
        ? "Not kept"
        : (trouble ?? `${SAYINGS[keeping]}${keeping === "kept" ? time : ""}`)}
    </Text>
  );
}

function Publish({ place, draft }: { place: InCourse; draft: ReturnType<typeof useDraft> }) {
  const [publish, { error, isLoading, data }] = usePublishMutation();
  const router = useRouter();
  const wide = useWide();
  const [wanted, setWanted] = useState(false);
  const [looking, setLooking] = useState(false);
  const { quiet } = usePalette();
  const [later, setLater] = useState<number | null>(null);
  const { course, fingerprint } = draft;
  const differs = useMemo(
    () => course === null || fingerprint !== fingerprintOf(publishable(course)),
    [course, fingerprint],
  );
  const version = later ?? data?.version ?? null;
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const first = useMemo(() => {
    if (!course || !school) return [];
    const today = localDateAt(zoneOf(school.timeZone), Date.now() as Instant);
    return sayFirstDates(school, publishable(course), formatDate(today));
  }, [course, school]);
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
    <View style={{ gap: 8, flexShrink: 1, ...(wide && { maxWidth: 380 }) }}>
      {/* The one action of this screen, where there is something to be done. */}
      {!differs && draft.published !== null && !isLoading && !wanted ? (
        // Just published, it is said below, with what comes of it.
        version === draft.published ? null : (
          <Text kind="small" color={quiet} style={wide ? { paddingVertical: 10 } : {}}>
            Published, version {draft.published}
          </Text>
        )
      ) : (
        <PrimaryAction
          label={wide && draft.published !== null ? "Publish changes" : "Publish"}
          {...(draft.published !== null && { says: "Publish changes" })}
          busy={isLoading || wanted}
          tight={!wide}
          disabled={draft.unsent}
          onPress={go}
        />
      )}
      {error ? <Notice {...explain(error)} /> : null}
      {looking && draft.course ? (
        <PublishSheet
          place={place}
          seen={draft.actions.sequence()}
          first={first}
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
          {first.slice(0, 1).map((sentence) => (
            <Text key={sentence} kind="small">
              {sentence}
            </Text>
          ))}
          <QuietAction
            label="See the schedule"
            onPress={() => router.push(`/${place.school}/courses/${place.course}`)}
          />
        </View>
      ) : null}
    </View>
  );
}
