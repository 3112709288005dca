/** Every version of a course: who published it and when, what differs from another, and the way back to it. */

import type { VersionList } from "@dawngate/contract/review";
import type { PlanCourse } from "@dawngate/core/plan";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { skipToken } from "@reduxjs/toolkit/query";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetDraftQuery } from "../courses/api";
import { EDIT } from "../courses/places";
import { CourseFrame } from "../frame/course-frame";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetVersionQuery, useGetVersionsInfiniteQuery } from "./api";
import { DifferenceView } from "./difference-view";
import { PublishSheet } from "./publish-sheet";

/** A version by its number, or the draft. */
type Side = number | "draft";

const nameOf = (side: Side) => (side === "draft" ? "The draft" : `Version ${side}`);

export function VersionsScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const versions = useGetVersionsInfiniteQuery(place, { refetchOnMountOrArgChange: true });
  const { error, refetch } = versions;
  const [newest] = versions.data?.pages ?? [];
  const data = newest && {
    ...newest,
    versions: versions.data?.pages.flatMap((page) => page.versions) ?? [],
  };
  const draft = useGetDraftQuery(place, { refetchOnMountOrArgChange: true });
  const [picked, setPicked] = useState<[Side, Side] | null>(null);
  const [back, setBack] = useState<number | null>(null);
  const [published, setPublished] = useState<number | null>(null);
  const sides = picked ?? firstPair(data, draft.data?.changed === true);
  return (
    <CourseFrame at={place} title={draft.data?.course.title} here={EDIT}>
      <Text kind="heading" level={2}>
        Versions
      </Text>
      {published === null ? null : (
        <Text kind="strong" role="status">
          Version {published} is published, with what stood in an earlier one.
        </Text>
      )}
      {data && draft.data ? (
        <>
          <List
            place={place}
            list={data}
            changed={draft.data.changed}
            sides={sides}
            onPick={setPicked}
            onBack={setBack}
          />
          {versions.hasNextPage ? (
            <QuietAction
              label="Earlier versions"
              onPress={() => versions.fetchNextPage()}
              busy={versions.isFetchingNextPage}
            />
          ) : null}
          {sides ? (
            <Comparison place={place} sides={sides} draft={draft.data.course} />
          ) : (
            <Text>There is one version, and the draft is the same.</Text>
          )}
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
      {back === null ? null : (
        <PublishSheet
          place={place}
          seen={null}
          back={back}
          onPublished={(version) => {
            setPublished(version);
            setBack(null);
            setPicked(null);
          }}
          onClose={() => setBack(null)}
        />
      )}
    </CourseFrame>
  );
}

/** What one most likely wants to see: what the draft would change, else what the last version changed. */
function firstPair(data: VersionList | undefined, changed: boolean): [Side, Side] | null {
  const [newest, older] = data?.versions ?? [];
  if (!newest) return null;
  if (changed) return [newest.number, "draft"];
  return older ? [older.number, newest.number] : null;
}

interface ListProps {
  place: InCourse;
  list: VersionList;
  changed: boolean;
  sides: [Side, Side] | null;
  onPick(sides: [Side, Side]): void;
  onBack(version: number): void;
}

const WAYS = {
  everybody: "for everybody",
  "new-only": "for new enrollments only",
  "only-in-favor": "only in favor",
};

function List({ place, list, changed, sides, onPick, onBack }: ListProps) {
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const { line, quiet } = usePalette();
  const zone = zoneOf(school?.timeZone ?? "UTC");
  const pick = (at: 0 | 1, side: Side) => {
    const [left, right] = sides ?? [side, side];
    onPick(at === 0 ? [side, right] : [left, side]);
  };
  const chips = (side: Side) => (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}>
      <Text kind="small" color={quiet}>
        compare
      </Text>
      {([0, 1] as const).map((at) => (
        <Choice
          key={at}
          label={at === 0 ? "on the left" : "on the right"}
          many
          taken={sides?.[at] === side}
          onPress={() => pick(at, side)}
        />
      ))}
    </View>
  );
  return (
    <View role="list" aria-label="Versions">
      {changed ? (
        <View
          role="listitem"
          style={{ gap: 4, paddingVertical: 10, borderBottomWidth: 1, borderBottomColor: line }}
        >
          <Text kind="strong">The draft, not published yet</Text>
          {chips("draft")}
        </View>
      ) : null}
      {list.versions.map((version) => (
        <View
          key={version.number}
          role="listitem"
          style={{ gap: 4, paddingVertical: 10, borderBottomWidth: 1, borderBottomColor: line }}
        >
          <Text kind="strong">
            Version {version.number}
            {version.number === list.current ? ", in force" : ""}
            {version.bringsBack === null ? "" : `, version ${version.bringsBack} again`}
          </Text>
          <Text kind="small" color={quiet}>
            {sayWrittenInstant(version.publishedAt, zone)}
            {version.author === "" ? "" : `, ${version.author}`}, {WAYS[version.people]} ·{" "}
            {version.holders === 1
              ? "counts for 1 person"
              : version.holders === 0
                ? "counts for nobody"
                : `counts for ${version.holders} people`}
          </Text>
          {version.note === "" ? null : <Text kind="small">{version.note}</Text>}
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
            {chips(version.number)}
            {version.number === list.current ? null : (
              <QuietAction label="Bring it back" onPress={() => onBack(version.number)} />
            )}
          </View>
        </View>
      ))}
    </View>
  );
}

function Comparison({
  place,
  sides,
  draft,
}: {
  place: InCourse;
  sides: [Side, Side];
  draft: PlanCourse;
}) {
  const [left, right] = [useSide(place, sides[0], draft), useSide(place, sides[1], draft)];
  const error = left.error ?? right.error;
  if (error) return <Notice {...explain(error)} />;
  if (!left.plan || !right.plan) return <Skeleton widths={[0.8, 0.7]} />;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={2}>
        {nameOf(sides[0])} beside {nameOf(sides[1]).toLowerCase()}
      </Text>
      <DifferenceView
        names={[nameOf(sides[0]), nameOf(sides[1])]}
        before={left.plan}
        after={right.plan}
      />
    </View>
  );
}

function useSide(place: InCourse, side: Side, draft: PlanCourse) {
  const { currentData, error } = useGetVersionQuery(
    side === "draft" ? skipToken : { ...place, version: side },
  );
  return { plan: side === "draft" ? draft : (currentData?.plan ?? null), error };
}
