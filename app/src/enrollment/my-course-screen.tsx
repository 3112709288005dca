/** A course as its enrollee meets it: what is open, why the rest is shut, and where to go on. */
import type { MyCourse } from "@dawngate/contract";
import { countWords } from "@dawngate/core/courses";
import { explainOpening, type Speaker, sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { markOf, sayState } from "../schedule/state-words";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Icon } from "../ui/icon";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetMyCourseQuery } from "./api";

export function MyCourseScreen() {
  const place = useLocalSearchParams() as { school: string; enrollment: string };
  const { data, error, refetch } = useGetMyCourseQuery(place, { refetchOnMountOrArgChange: true });
  const shelf = { text: "Shelf", href: `/${place.school}/shelf` };
  if (!data)
    return (
      <Page title={error ? "Not here" : "…"} above={shelf}>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.8, 0.6, 0.7, 0.5]} />
        )}
      </Page>
    );
  return (
    <Page title={data.title} above={shelf}>
      <Outline place={place} course={data} />
    </Page>
  );
}

function Outline({
  place,
  course,
}: {
  place: { school: string; enrollment: string };
  course: MyCourse;
}) {
  const router = useRouter();
  const { quiet } = usePalette();
  const { timeline, goOn } = course;
  const { progress, access } = timeline;
  const zone = zoneOf(timeline.clock);
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  const titles = new Map(
    course.modules.flatMap((module) =>
      [module, ...module.lessons].map(({ id, title }) => [id, title]),
    ),
  );
  const speaker: Speaker = { zone, person: "you", titleOf: (id) => titles.get(id) ?? id };
  const to = (lesson: string) =>
    router.push(`/${place.school}/shelf/${place.enrollment}/${lesson}`);
  const here = course.modules.find(({ lessons }) => lessons.some(({ id }) => id === goOn))?.id;
  const [unfolded, setUnfolded] = useState<Record<string, boolean>>({});
  return (
    <>
      <View style={{ gap: 4 }}>
        <Text color={quiet}>
          {progress.done} of {countWords(course.words, "lesson", progress.of)} done
          {access.until === null ? "" : `, yours until ${sayWrittenEnd(access.until, speaker)}`}
        </Text>
        {access.shutBy !== null ? (
          <Text kind="strong">
            {access.shutBy === "pause"
              ? "Paused: everything is closed meanwhile, and you lose no days."
              : "Closed for now; write to the school."}
          </Text>
        ) : null}
      </View>
      {goOn !== null ? (
        <PrimaryAction label={`Go on: ${titles.get(goOn) ?? ""}`} onPress={() => to(goOn)} />
      ) : progress.of > 0 && progress.done === progress.of ? (
        <Text kind="strong">You have finished this course.</Text>
      ) : null}
      <View>
        {course.modules.map((module) => {
          const item = items.get(module.id);
          if (!item) return null;
          const open = unfolded[module.id] ?? module.id === here;
          return (
            <Module
              key={module.id}
              title={module.title}
              state={sayState(item, zone)}
              mark={markOf(item)}
              why={
                item.state === "open"
                  ? null
                  : item.state === "closed"
                    ? null
                    : explainOpening(item.why, speaker).sentence
              }
              unfolded={open}
              onFold={() => setUnfolded({ ...unfolded, [module.id]: !open })}
            >
              {module.lessons.map((lesson) => {
                const own = items.get(lesson.id);
                if (!own) return null;
                const canEnter = own.state === "open";
                return (
                  <Press
                    key={lesson.id}
                    role={canEnter ? "link" : "note"}
                    disabled={!canEnter}
                    onPress={() => to(lesson.id)}
                    style={{ flexDirection: "row", gap: 12, alignItems: "center", paddingLeft: 20 }}
                  >
                    <SunMark mark={markOf(own)} size={20} />
                    <View style={{ flex: 1, paddingVertical: 6 }}>
                      <Text>{lesson.title}</Text>
                      <Text kind="small" color={quiet}>
                        {[
                          sayState(own, zone),
                          lesson.sample ? "sample" : lesson.kind,
                          ...(lesson.minutes === null ? [] : [`${lesson.minutes} min`]),
                        ].join(" · ")}
                      </Text>
                    </View>
                  </Press>
                );
              })}
            </Module>
          );
        })}
      </View>
    </>
  );
}

function Module({
  title,
  state,
  mark,
  why,
  unfolded,
  onFold,
  children,
}: {
  title: string;
  state: string;
  mark: Parameters<typeof SunMark>[0]["mark"];
  why: string | null;
  unfolded: boolean;
  onFold(): void;
  children: React.ReactNode;
}) {
  const { line, lilac, quiet } = usePalette();
  return (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line, paddingVertical: 8 }}>
      <Press
        onPress={onFold}
        aria-expanded={unfolded}
        style={{ flexDirection: "row", gap: 12, alignItems: "center", paddingVertical: 6 }}
      >
        <SunMark mark={mark} size={28} />
        <View style={{ flex: 1 }}>
          <Text kind="name">{title}</Text>
          <Text kind="small" color={quiet}>
            {state}
          </Text>
        </View>
        <Icon name={unfolded ? "chevron-down" : "chevron-right"} color={quiet} />
      </Press>
      {why !== null ? (
        <View style={{ backgroundColor: lilac, borderRadius: 6, padding: 10, marginLeft: 40 }}>
          <Text kind="small">{why}</Text>
        </View>
      ) : null}
      {unfolded ? children : null}
    </View>
  );
}
