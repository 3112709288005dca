/** What somebody would have been told by an instant, and what comes next: beside a course that is rehearsed. */
import type { NoticesRehearsed } from "@dawngate/contract/notices";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Instant, Zone } from "@dawngate/core/time";
import { skipToken } from "@reduxjs/toolkit/query";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { asQuery, type Who } from "../schedule/as-if/as-if";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetNoticesRehearsedQuery } from "./api";

/** So many of the last are named. */
const LAST = 2;

type Rehearsed = NoticesRehearsed["notices"][number];

/** The last that have arrived by an instant, how many in all, and the next. */
export function arrivedBy(notices: readonly Rehearsed[], at: Instant) {
  const come = notices.filter((one) => Date.parse(one.at) <= at);
  return { count: come.length, last: come.slice(-LAST), next: notices[come.length] ?? null };
}

interface Props {
  place: InCourse;
  who: Who | undefined;
  at: Instant;
  zone: Zone;
}

export function Arrived({ place, who, at, zone }: Props) {
  const { data } = useGetNoticesRehearsedQuery(
    who ? { ...place, ...asQuery({ who, at: null }) } : skipToken,
  );
  const { quiet, line } = usePalette();
  if (!data) return null;
  const { count, last, next } = arrivedBy(data.notices, at);
  const when = (one: Rehearsed) => sayWrittenInstant(one.at, zone, false);
  return (
    <View
      role="group"
      aria-label="Mails by then"
      style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 12, gap: 2 }}
    >
      <Text kind="smallStrong">
        {count === 0
          ? "No mail yet."
          : count === 1
            ? "One mail has come by then:"
            : `${count} mails have come by then, the last:`}
      </Text>
      {last.map((one) => (
        <Text key={`${one.at} ${one.subject}`} kind="small">
          {`${when(one)}: ${one.subject}`}
        </Text>
      ))}
      {next ? (
        <Text kind="small" color={quiet}>
          {`Next, ${when(next)}: ${next.subject}`}
        </Text>
      ) : null}
    </View>
  );
}
