/** The shelf: what one holds, what is new, what opens next, what ends when. */
import type { Shelf } from "@dawngate/contract/enrollment";
import { sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetShelfQuery } from "./api";

export function ShelfScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetShelfQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const { quiet } = usePalette();
  return (
    <Page title="Shelf" {...(about && { above: { text: about.name } })}>
      {data ? (
        data.courses.length === 0 ? (
          <Text color={quiet}>
            The courses you are enrolled in stand here. The school gives you a link to its courses.
          </Text>
        ) : (
          <View role="list">
            {data.courses.map((course) => (
              <Held key={course.enrollment} school={school} held={course} />
            ))}
          </View>
        )
      ) : error ? (
        <>
          <Notice {...explain(error)} onRetry={refetch} />
          <TextLink href={`/sign-in?to=/${school}/shelf`}>Sign in</TextLink>
        </>
      ) : (
        <Skeleton widths={[0.7, 0.5, 0.7, 0.5]} />
      )}
    </Page>
  );
}

type Shelved = Shelf["courses"][number];

function Held({ school, held }: { school: string; held: Shelved }) {
  const { quiet, line } = usePalette();
  const router = useRouter();
  const { progress, title, fresh } = held;
  const all = progress.of > 0 && progress.done === progress.of;
  return (
    <View role="listitem" style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <Press
        role="link"
        onPress={() => router.push(`/${school}/shelf/${held.enrollment}`)}
        style={{ flexDirection: "row", gap: 14, paddingVertical: 16 }}
      >
        <SunMark mark={all && held.state === "open" ? "done" : held.state} size={28} />
        <View style={{ flex: 1, gap: 3 }}>
          <Text kind="heading" level={2}>
            {title}
          </Text>
          <Text kind="small" color={quiet}>
            {progress.done} of {progress.of} lessons done
          </Text>
          {fresh.length > 0 ? <Text kind="smallStrong">New: {fresh.join(", ")}</Text> : null}
          <Text kind="small">{sayHeld(held)}</Text>
        </View>
      </Press>
    </View>
  );
}

/** What comes next of a course on the shelf, and until when it is one's own. */
export function sayHeld({ clock, state, shutBy, from, until, next }: Shelved): string {
  const zone = zoneOf(clock);
  const speaker = { zone, titleOf: (id: string) => id, person: "you" as const };
  if (shutBy === "pause") return "Paused: you lose no days. Write to the school to go on.";
  if (shutBy === "suspension") return "Closed for now; write to the school.";
  if (state === "waiting") return "Waits for the first payment.";
  if (state === "closed" && until !== null)
    return `Your access ended at ${sayWrittenEnd(until, speaker)}.`;
  const parts: string[] = [];
  if (state === "scheduled" && from !== null)
    parts.push(`Begins ${sayWrittenInstant(from, zone, false)}`);
  else if (next) parts.push(`${next.title} opens ${sayWrittenInstant(next.opens, zone, false)}`);
  if (until !== null) parts.push(`yours until ${sayWrittenEnd(until, speaker)}`);
  return parts.join("; ");
}
