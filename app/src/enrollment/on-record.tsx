/** What is on record about one person, the newest first: who, when, why, and the way to take it back. */
import type { Cohort } from "@dawngate/contract/courses";
import type { EventRecord } from "@dawngate/contract/enrollment";
import { kindOf } from "@dawngate/core/enrollment";
import { sayOffset, sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetRecordInfiniteQuery } from "./api";
import { Doing } from "./doing";
import type { Wanted } from "./offers";

interface Props {
  school: string;
  course: string;
  enrollment: string;
  cohorts: readonly Cohort[];
  titleOf(id: string): string;
}

export function OnRecord({ cohorts, titleOf, enrollment, ...place }: Props) {
  const record = useGetRecordInfiniteQuery({ ...place, enrollment });
  const { quiet, line } = usePalette();
  const [all, setAll] = useState(false);
  const [undoing, setUndoing] = useState<number | null>(null);
  const zone = zoneOf(ownZone());
  const known = record.data?.pages.flatMap((page) => page.events);
  if (!known) return null;
  const events = all ? known : known.slice(0, 6);
  return (
    <View style={{ gap: 8 }}>
      <Text kind="smallStrong" level={3}>
        On record
      </Text>
      {events.map((event) => (
        <View
          key={event.sequence}
          style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 10, gap: 2 }}
        >
          <Text kind="small">
            {kindOf(event.kind)?.said ?? event.kind}
            {sayMore(event, titleOf, cohorts)}
            {event.reason === null ? "" : ` — ${event.reason}`}
          </Text>
          <Text kind="small" color={quiet}>
            {sayWrittenInstant(event.at, zone)}, {event.author}
          </Text>
          {event.undo && undoing !== event.sequence ? (
            <Choice label="Take it back" onPress={() => setUndoing(event.sequence)} />
          ) : null}
          {event.undo && undoing === event.sequence ? (
            <Doing
              place={place}
              whom={{ enrollments: [enrollment] }}
              count={1}
              offer={{ label: "Take it back", act: event.undo as Wanted }}
              cohorts={cohorts}
              onDone={() => setUndoing(null)}
            />
          ) : null}
        </View>
      ))}
      {!all && known.length > events.length ? (
        <QuietAction
          label={record.hasNextPage ? "More" : `All ${known.length}`}
          onPress={() => setAll(true)}
        />
      ) : all && record.hasNextPage ? (
        <QuietAction
          label="Earlier ones"
          onPress={() => record.fetchNextPage()}
          busy={record.isFetchingNextPage}
        />
      ) : null}
    </View>
  );
}

/** What an event says beside its kind. */
function sayMore(
  { kind, data }: EventRecord["events"][number],
  titleOf: (id: string) => string,
  cohorts: readonly Cohort[],
): string {
  if (typeof data.item === "string") return `: ${titleOf(data.item)}`;
  if (typeof data.add === "string") return ` by ${sayOffset(data.add)}`;
  if (typeof data.through === "string") return `: ${sayWrittenDate(data.through)}`;
  if (kind !== "moved") return "";
  const cohort = cohorts.find(({ id }) => id === data.cohort);
  return cohort ? ` to cohort ${cohort.name}` : " out of any cohort";
}
