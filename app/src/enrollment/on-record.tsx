/** What is on record about one person, the newest first: who, when, why, and the way to take it back. */
import type { Cohort, EventRecord } from "@dawngate/contract";
import { sayOffset, sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetRecordQuery } from "./api";
import { Doing, type Wanted } from "./doing";

const KINDS: Record<string, string> = {
  enrolled: "Enrolled",
  paid: "Paid",
  started: "Opened the first lesson",
  "validity-given": "Given a validity",
  "paid-through": "Paid through a day",
  completed: "Finished",
  uncompleted: "Took a tick back",
  passed: "Passed",
  "opened-by-staff": "Opened early by staff",
  "staff-opening-taken-back": "Opening by staff taken back",
  paused: "Paused",
  resumed: "Resumed",
  suspended: "Suspended",
  unsuspended: "No longer suspended",
  extended: "Extended",
  renewed: "Renewed",
  "end-set": "Last day set",
  revoked: "Withdrawn",
  restored: "Access given back",
  moved: "Moved",
  signal: "Reported from outside",
};

interface Props {
  school: string;
  course: string;
  enrollment: string;
  cohorts: readonly Cohort[];
  titleOf(id: string): string;
}

export function OnRecord({ cohorts, titleOf, enrollment, ...place }: Props) {
  const { data } = useGetRecordQuery({ ...place, enrollment });
  const { quiet, line } = usePalette();
  const [all, setAll] = useState(false);
  const [undoing, setUndoing] = useState<number | null>(null);
  const zone = zoneOf(Intl.DateTimeFormat().resolvedOptions().timeZone);
  if (!data) return null;
  const events = all ? data.events : data.events.slice(0, 6);
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
            {KINDS[event.kind] ?? event.kind}
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
      {!all && data.events.length > events.length ? (
        <QuietAction label={`All ${data.events.length}`} onPress={() => setAll(true)} />
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
