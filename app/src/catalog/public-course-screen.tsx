/** A course as everybody may see it: what it is, what is in it, and the ways in, or why there is none now. */
import type { PublicCourse, WayIn } from "@dawngate/contract/catalog";
import { type CourseCard, countWords, linesOf } from "@dawngate/core/courses";
import { windowInstants } from "@dawngate/core/enrollment";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { Cover } from "../courses/cover";
import { sayLength } from "../courses/length";
import { useEnrollSelfMutation } from "../enrollment/api";
import { Markdown } from "../lessons/markdown";
import { useGetMeQuery } from "../school/api";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetPublicCourseQuery } from "./api";
import { Countdown } from "./countdown";

export function PublicCourseScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const { data, error, refetch } = useGetPublicCourseQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  if (!data)
    return (
      <Page title={error ? "Not here" : "…"}>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.8, 0.6, 0.7]} />
        )}
      </Page>
    );
  return (
    <Page title={data.title} above={{ text: data.school.name }}>
      <Cover title={data.title} color={data.school.color} place={place} cover={data.cover} />
      {data.card.short ? <Text kind="strong">{data.card.short}</Text> : null}
      <Text>
        {countWords(data.words, "module", data.modules.length)},{" "}
        {countWords(data.words, "lesson", data.lessons)}
        {data.minutes === 0 ? "" : `, ${sayLength(data.minutes)}`}
      </Text>
      {data.description === "" ? null : (
        <View style={{ maxWidth: 680 }}>
          <Markdown text={data.description} />
        </View>
      )}
      <Card card={data.card} />
      <Ways place={place} course={data} onEnd={refetch} />
      <Outline modules={data.modules} />
      {data.school.contact === "" ? null : <Text>Questions: {data.school.contact}</Text>}
    </Page>
  );
}

/** What the school says of it, part by part; what it does not say is not there. */
function Card({ card }: { card: CourseCard }) {
  const { quiet } = usePalette();
  const outcomes = linesOf(card.outcomes);
  const facts = [card.subject, card.level, card.hours, card.language, card.reference].filter(
    Boolean,
  );
  const part = (title: string, text: string | undefined) =>
    text ? (
      <View style={{ gap: 2, maxWidth: 680 }}>
        <Text kind="strong">{title}</Text>
        <Text>{text}</Text>
      </View>
    ) : null;
  return (
    <>
      {facts.length > 0 ? (
        <Text kind="small" color={quiet}>
          {facts.join(" · ")}
        </Text>
      ) : null}
      {outcomes.length > 0 ? (
        <View style={{ gap: 2, maxWidth: 680 }}>
          <Text kind="strong">What you can do afterwards</Text>
          <View role="list">
            {outcomes.map((line) => (
              <View key={line} role="listitem">
                <Text>{line}</Text>
              </View>
            ))}
          </View>
        </View>
      ) : null}
      {part("Whom it is for", card.audience)}
      {part("What you need beforehand", card.needs)}
      {part("Before you enroll", card.note)}
    </>
  );
}

function Ways({
  place,
  course,
  onEnd,
}: {
  place: { school: string; course: string };
  course: PublicCourse;
  /** A window opens or closes while one looks. */
  onEnd(): void;
}) {
  const { data: me } = useGetMeQuery();
  const [enroll, { error, isLoading }] = useEnrollSelfMutation();
  const router = useRouter();
  if (course.enrollment)
    return (
      <PrimaryAction
        label={`Go to your ${course.words.course}`}
        onPress={() => router.push(`/${place.school}/shelf/${course.enrollment}`)}
      />
    );
  const go = async (cohort: string | null) => {
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    const answer = await enroll({ ...place, body: { cohort, timeZone } });
    if ("data" in answer && answer.data)
      router.push(`/${place.school}/shelf/${answer.data.enrollment}`);
  };
  return (
    <View style={{ gap: 18 }}>
      {error ? <Notice {...explain(error)} /> : null}
      {course.ways.map((way) => (
        <Way
          key={way.cohort?.id ?? "course"}
          way={way}
          zone={course.school.timeZone}
          onEnd={onEnd}
          signedIn={me?.account != null}
          here={`/${place.school}/c/${place.course}`}
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
  zone,
  signedIn,
  here,
  busy,
  onEnd,
  onEnroll,
}: {
  way: WayIn;
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
    <View style={{ borderTopWidth: 1, borderTopColor: line, paddingTop: 14, gap: 8 }}>
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
        <PrimaryAction label="Enroll" onPress={onEnroll} busy={busy} />
      ) : (
        <View>
          <TextLink href={`/sign-in?to=${encodeURIComponent(here)}`}>Sign in to enroll</TextLink>
          <TextLink href="/sign-up">Sign up</TextLink>
        </View>
      )}
    </View>
  );
}

function Outline({ modules }: Pick<PublicCourse, "modules">) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 14 }}>
      <Text kind="heading" level={2}>
        What is in it
      </Text>
      {modules.map((module, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: an outline stands still while one reads it
        <View key={i} style={{ gap: 2 }}>
          <Text kind="name" level={3}>
            {module.title}
          </Text>
          {module.lessons.map((lesson, k) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: likewise
            <Text key={k} color={quiet}>
              {lesson.title}
              {lesson.sample ? " (sample)" : ""}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}
