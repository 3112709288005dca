/** A course as its enrollee meets it: its horizon on night, what opens next, and its outline. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { countWords } from "@dawngate/core/courses/words";
import { sayAway, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { DAY, type Instant, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { lazy, Suspense } from "react";
import { View } from "react-native";
import { Countdown } from "../catalog/countdown";
import { read } from "../schedule/horizon/scale";
import { SunLine } from "../schedule/horizon/sun-line";
import { markOf } from "../schedule/state-words";
import { Coming, titleComing } from "../store/coming";
import { FileLink } from "../ui/file-link";
import { LinkAction } from "../ui/link-action";
import { NightPage } from "../ui/night-page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetMyCourseQuery } from "./api";
import { ChangedPlan } from "./changed-plan";
import { CourseOutline } from "./course-outline";
import { nextOpening } from "./next-opening";

/** It brings what draws formatted text: fetched once the course stands there. */
const CourseAnnouncements = lazy(async () => ({
  default: (await import("../catalog/course-announcements")).CourseAnnouncements,
}));

export function MyCourseScreen() {
  const place = useLocalSearchParams() as { school: string; enrollment: string };
  const router = useRouter();
  const { data, error, refetch } = useGetMyCourseQuery(place, { refetchOnMountOrArgChange: true });
  const shelf = { text: "Shelf", href: `/${place.school}/shelf` };
  if (!data)
    return (
      <NightPage title={titleComing(error)} above={shelf}>
        <Coming error={error} onRetry={refetch} />
      </NightPage>
    );
  return (
    <NightPage
      title={data.title}
      above={shelf}
      aside={data.school}
      band={<Standing course={data} onOpened={refetch} />}
    >
      {data.renewBy === null || data.unpaid !== null ? null : (
        <TextLink href={`/${place.school}/o/${data.renewBy}`}>Stay longer</TextLink>
      )}
      {data.unpaid === null ? null : (
        <View style={{ alignSelf: "flex-start" }}>
          <LinkAction href={`/${place.school}/orders/${data.unpaid}`}>
            See what is unpaid
          </LinkAction>
        </View>
      )}
      <ChangedPlan enrollment={place.enrollment} course={data} />
      <Suspense fallback={null}>
        <CourseAnnouncements place={{ school: place.school, course: data.course }} />
      </Suspense>
      {data.meets ? <Meets {...data.meets} /> : null}
      <CourseOutline
        course={data}
        onEnter={(lesson) => router.push(`/${place.school}/shelf/${place.enrollment}/${lesson}`)}
      />
    </NightPage>
  );
}

/** Where the cohort meets one is in. */
function Meets({ cohort, place, link }: NonNullable<MyCourse["meets"]>) {
  return (
    <View role="group" aria-label={`Cohort ${cohort} meets`}>
      <Text kind="smallStrong">Cohort {cohort} meets</Text>
      {place === "" ? null : <Text>{place}</Text>}
      {link === "" ? null : (
        <FileLink href={link} open>
          In the browser
        </FileLink>
      )}
    </View>
  );
}

/** On night: where one stands in it, what opens next, and until when it is one's own. */
function Standing({ course, onOpened }: { course: MyCourse; onOpened(): void }) {
  const { onFrame, onFrameQuiet } = usePalette();
  const { timeline, modules, words } = course;
  const { access, progress } = timeline;
  const zone = zoneOf(timeline.timeZone);
  const now = read(timeline.at) ?? (Date.now() as Instant);
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  const suns = modules.flatMap(({ id }) => {
    const item = items.get(id);
    return item ? [{ mark: markOf(item), opens: item.opens }] : [];
  });
  const next = nextOpening(course);
  return (
    <View style={{ gap: 8 }}>
      {suns.length > 1 ? <SunLine suns={suns} at={now} onNight labeled /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 20, rowGap: 2 }}>
        <Text kind="small" color={onFrame} style={{ marginRight: "auto" }}>
          {progress.of === 0
            ? ""
            : progress.done === progress.of
              ? `You have finished this ${words.course}.`
              : `${progress.done} of ${countWords(words, "lesson", progress.of)} done`}
        </Text>
        {access.until === null ? null : (
          <Text kind="small" color={onFrame}>
            {access.state === "closed" && access.shutBy === null
              ? `ended at ${sayWrittenEnd(access.until, { zone })}`
              : `yours until ${sayWrittenEnd(access.until, { zone })}`}
          </Text>
        )}
      </View>
      {access.shutBy !== null ? (
        <Text kind="strong" color={onFrame}>
          {access.shutBy === "pause"
            ? "Paused: everything is closed meanwhile, and you lose no days."
            : course.unpaid !== null
              ? "Closed until a part of its price is paid. What you have done is kept."
              : "Closed for now; write to the school."}
        </Text>
      ) : next === null ? null : next.at - Date.now() < DAY ? (
        <Countdown
          says={`${next.title} opens in`}
          until={next.at}
          onEnd={onOpened}
          color={onFrame}
        />
      ) : (
        <Text kind="small" color={onFrameQuiet}>
          <Text kind="smallStrong" color={onFrame}>
            {next.title}
          </Text>
          {` opens ${sayWrittenInstant(next.opens, zone, false)}, ${sayAway(now, next.at, zone)}`}
        </Text>
      )}
    </View>
  );
}
