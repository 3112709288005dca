/** The ways into a course, with what keeps one out of each, and until when they are open. */
import type { WayIn } from "@dawngate/contract/catalog";
import { windowInstants } from "@dawngate/core/enrollment/window";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { View } from "react-native";
import { useEnrollSelfMutation } from "../enrollment/api";
import { useGetMeQuery } from "../school/api";
import { withPlace } from "../school/arrive";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { LinkAction } from "../ui/link-action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { Countdown } from "./countdown";
import { PriceCard } from "./price-card";
import type { Shown } from "./shown";

export function Ways({ shown }: { shown: Shown }) {
  const { data: me } = useGetMeQuery();
  const [enroll, { error, isLoading }] = useEnrollSelfMutation();
  const router = useRouter();
  const { surface, line } = usePalette();
  const card = {
    backgroundColor: surface,
    borderRadius: 14,
    borderWidth: 1,
    borderColor: line,
    padding: 16,
    gap: 18,
    boxShadow: "0 6px 24px rgba(34, 29, 61, 0.10)",
  } as const;
  const { course, offers, school } = shown;
  if (course?.enrollment)
    return (
      <View style={card}>
        <Text kind="strong">You are in.</Text>
        <PrimaryAction
          label={`Go to your ${course.words.course}`}
          onPress={() => router.push(`/${school}/shelf/${course.enrollment}`)}
          fill
        />
      </View>
    );
  const go = async (cohort: string | null) => {
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    if (!course) return;
    const body = { cohort, timeZone };
    const answer = await enroll({ school, course: course.id, body });
    if ("data" in answer && answer.data) router.push(`/${school}/shelf/${answer.data.enrollment}`);
  };
  // What is sold is not entered by oneself.
  const sold = offers.length > 0;
  // What one can take stands first, what is over last.
  const rank = { open: 0, before: 1, full: 2, closed: 3 };
  return (
    <View style={card}>
      {error ? <Notice {...explain(error)} /> : null}
      {offers.map((offer) => (
        <PriceCard
          key={offer.id}
          school={school}
          id={offer.id}
          // The page says its own title; another is said, and so is each of several.
          title={offers.length > 1 || offer.title !== shown.title ? offer.title : undefined}
        />
      ))}
      {(sold || !course ? [] : [...course.ways])
        .sort((a, b) => rank[a.state] - rank[b.state])
        .map((way, i) => (
          <Way
            key={way.cohort?.id ?? "course"}
            way={way}
            first={i === 0}
            zone={course?.school.timeZone ?? "UTC"}
            onEnd={shown.again}
            signedIn={me?.account != null}
            here={`/${school}/c/${course?.id}`}
            busy={isLoading}
            onEnroll={() => go(way.cohort?.id ?? null)}
          />
        ))}
    </View>
  );
}

const STATES = {
  before: "Not yet open for enrolling",
  open: "Open for enrolling",
  full: "Full",
  closed: "Closed for enrolling",
};

function Way({
  way,
  first,
  zone,
  signedIn,
  here,
  busy,
  onEnd,
  onEnroll,
}: {
  way: WayIn;
  first: boolean;
  /** The school's zone, in which windows are counted. */
  zone: string;
  onEnd(): void;
  signedIn: boolean;
  here: string;
  busy: boolean;
  onEnroll(): void;
}) {
  const { line, quiet } = usePalette();
  const { cohort, window, state, seatsLeft, faults } = way;
  return (
    <View
      style={{
        ...(!first && { borderTopWidth: 1, borderTopColor: line, paddingTop: 16 }),
        gap: 8,
      }}
    >
      <Text kind="name" level={2}>
        {cohort ? `Cohort ${cohort.name}` : "Enroll"}
      </Text>
      <Text kind="small" color={quiet}>
        {[
          ...(cohort ? [`${sayWrittenDate(cohort.starts)} to ${sayWrittenDate(cohort.ends)}`] : []),
          STATES[state],
          ...(window && state === "open"
            ? [`until ${sayWrittenDate(window.closes)}, that day included`]
            : []),
          ...(seatsLeft !== null && state === "open"
            ? [seatsLeft === 1 ? "one seat left" : `${seatsLeft} seats left`]
            : []),
        ].join(" · ")}
      </Text>
      {window && (state === "before" || state === "open") ? (
        <Countdown
          key={state}
          says={state === "before" ? "Enrolling begins in" : "Enrolling ends in"}
          until={windowInstants(window, zoneOf(zone))[state === "before" ? "opens" : "closes"]}
          onEnd={onEnd}
        />
      ) : null}
      {faults.length > 0 ? (
        faults.map(({ kind, sentence }) => <Text key={kind}>{sentence}</Text>)
      ) : signedIn ? (
        <PrimaryAction label="Enroll" onPress={onEnroll} busy={busy} fill />
      ) : (
        <View>
          <LinkAction href={withPlace("/sign-in", here)}>Sign in to enroll</LinkAction>
          <TextLink href={withPlace("/sign-up", here)}>New here? Sign up</TextLink>
        </View>
      )}
    </View>
  );
}
