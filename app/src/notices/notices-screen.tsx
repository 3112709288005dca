/** What people are told: what goes out in the next weeks, at which hours, and of which kinds. */
import type { NoticeKind, NoticeSettings } from "@dawngate/contract/notices";
import { Link, useLocalSearchParams } from "expo-router";
import type { ReactNode } from "react";
import { View } from "react-native";
import { Switch } from "react-native-paper";
import { SchoolSides } from "../frame/sides";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { Coming } from "../store/coming";
import { KeptWords } from "../ui/kept-words";
import { ListRow } from "../ui/list-row";
import { TimeField } from "../ui/moment-fields";
import { Page } from "../ui/page";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  useGetNoticeSettingsQuery,
  useGetNoticesAheadQuery,
  useStopNoticesOnMutation,
} from "./api";
import { CopiesPart } from "./copies-part";
import { MonthAhead } from "./month-ahead";
import { NoticesSides } from "./notices-sides";
import { NOTICES } from "./places";
import { KIND_WORDS, nameOf, sayWhens, whenOf } from "./say-kind";
import { useRules } from "./use-rules";
import { WrongCard } from "./wrong-card";

export function NoticesScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data: ahead } = useGetNoticesAheadQuery({ school }, { refetchOnMountOrArgChange: true });
  const { data, error, refetch } = useGetNoticeSettingsQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const may = useMay(school)("notices.change");
  const [stop, stopping] = useStopNoticesOnMutation();
  return (
    <Page title="Notices" full dense>
      <SchoolSides school={school} here={NOTICES} />
      <NoticesSides school={school} here="rules" />
      {ahead ? (
        <MonthAhead
          ahead={ahead}
          onStop={may ? (day, stopped) => stop({ school, day, body: { stopped } }) : undefined}
          error={stopping.error}
        />
      ) : null}
      <WrongCard school={school} zone={about?.timeZone ?? "UTC"} may={may} />
      {data ? (
        <Rules key={school} school={school} settings={data} may={may} />
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </Page>
  );
}

function Rules({
  school,
  settings,
  may,
}: {
  school: string;
  settings: NoticeSettings;
  may: boolean;
}) {
  const { value, setValue, put, error, isKeeping, keptAt } = useRules(school, settings);
  const { dusk } = usePalette();
  const quietHours = value.quiet ?? null;
  return (
    <View style={{ gap: 14, maxWidth: 860 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 14, alignItems: "center" }}>
        <Text kind="heading" level={2}>
          When
        </Text>
        <KeptWords error={error} isKeeping={isKeeping} keptAt={keptAt} />
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <Text>What counts days goes out at</Text>
        <Narrow>
          <TimeField
            label="The notice hour"
            value={value.hour}
            onChange={(hour) => setValue((now) => ({ ...now, hour }))}
          />
        </Narrow>
        <Text>in the zone that counts for it.</Text>
      </View>
      <Switched
        label="Nobody is written to at night"
        says="By each person's own clock. What falls into it goes out when it ends; a welcome does not wait."
        on={quietHours !== null}
        onChange={(on) =>
          setValue((now) => ({ ...now, quiet: on ? { from: "21:00", to: "06:30" } : null }))
        }
      />
      {quietHours ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
          <Text>From</Text>
          <Narrow>
            <TimeField
              label="Quiet from"
              value={quietHours.from}
              onChange={(from) => setValue((now) => ({ ...now, quiet: { ...quietHours, from } }))}
            />
          </Narrow>
          <Text>to</Text>
          <Narrow>
            <TimeField
              label="Quiet until"
              value={quietHours.to}
              onChange={(to) => setValue((now) => ({ ...now, quiet: { ...quietHours, to } }))}
            />
          </Narrow>
        </View>
      ) : null}
      <Text kind="heading" level={2}>
        What
      </Text>
      <View role="list" aria-label="Kinds of notices">
        {settings.kinds.map((one) => {
          const { name, when } = KIND_WORDS[one.kind];
          const set = value.kinds[one.kind];
          const on = set?.on ?? one.on;
          const offsets = set?.offsets ?? one.offsets;
          return (
            <ListRow key={one.kind} gap={14}>
              <Switch
                value={on}
                color={dusk}
                disabled={!may}
                accessibilityLabel={`${name}: on`}
                onValueChange={(next) => put(one.kind, { on: next })}
              />
              <About
                school={school}
                one={one}
                when={offsets ? `${when}: ${sayWhens(offsets)}` : when}
              />
            </ListRow>
          );
        })}
      </View>
      <Text kind="heading" level={2}>
        Also in your words
      </Text>
      <View role="list" aria-label="Mails whose words are yours">
        {settings.worded.map((one) => (
          <ListRow key={one.kind} gap={14}>
            <About school={school} one={one} when={whenOf(one.kind)} />
          </ListRow>
        ))}
      </View>
      {may ? (
        <CopiesPart
          copies={value.copies ?? []}
          onCopies={(copies) => setValue((now) => ({ ...now, copies }))}
        />
      ) : null}
    </View>
  );
}

/** A kind by its name, which leads to its words: when it goes out, and whose words it is in. */
function About({
  school,
  one,
  when,
}: {
  school: string;
  one: { kind: string } & Pick<NoticeKind, "whose" | "courses">;
  when: string;
}) {
  const { quiet, dusk } = usePalette();
  return (
    <View style={{ flex: 1 }}>
      <Link href={`/${school}/notices/${one.kind}`} style={{ paddingVertical: 10 }}>
        <Text kind="strong" color={dusk}>
          {nameOf(one.kind)}
        </Text>
      </Link>
      <Text kind="small" color={quiet}>
        {when}
      </Text>
      <Text kind="small" color={quiet}>
        {whose(one)}
      </Text>
    </View>
  );
}

/** A time of day among words takes no more room than it needs. */
const Narrow = ({ children }: { children: ReactNode }) => (
  <View style={{ width: 130 }}>{children}</View>
);

/** Whose words it is in. */
function whose({ whose, courses }: Pick<NoticeKind, "whose" | "courses">): string {
  const own = whose === "school" ? "In your words" : "In our words";
  if (courses.length === 0) return own;
  return `${own}, and in ${courses.length === 1 ? "one course in words of its own" : `${courses.length} courses in words of their own`}`;
}
