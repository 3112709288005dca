/** A lesson of one's own: its text, the tick, and the way on. Who meets a shut door reads why, and what leads there. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { DEFAULT_WORDS } from "@dawngate/core/courses/words";
import { itemTitles } from "@dawngate/core/plan/titles";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useEffect, useRef, useState } from "react";
import { View } from "react-native";
import { LessonContent, LessonHero } from "../lessons/content";
import { isBelowText, isHero } from "../lessons/kinds/hero";
import { markOf, sayState } from "../schedule/state-words";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetMyCourseQuery, useOpenLessonQuery, useTickMutation } from "./api";
import { wayThrough } from "./course-outline";
import { Finished } from "./finished";
import { Beside } from "./learning/beside";
import { saySeenShare, useWatching } from "./learning/use-watching";
import { sayDue, sayShut } from "./outline-lesson";
import { speakerOf } from "./speaker";

export function MyLessonScreen() {
  const { school, enrollment, lesson } = useLocalSearchParams() as {
    school: string;
    enrollment: string;
    lesson: string;
  };
  const router = useRouter();
  const { quiet } = usePalette();
  const place = { school, enrollment };
  const { data: course } = useGetMyCourseQuery(place);
  const { currentData: data, error, refetch } = useOpenLessonQuery({ ...place, lesson });
  const [tick, ticking] = useTickMutation();
  const { seen, watching, at } = useWatching({ ...place, lesson }, data?.seen ?? null);
  /** The modules, and the course, that the tick before has finished. */
  const [finished, setFinished] = useState<string[]>([]);
  // Once as much was seen as its author asks for, it is done, by itself.
  const byItself = useRef<string | null>(null);
  const enough = seen !== null && seen.needed !== null && seen.enough && data?.done === false;
  useEffect(() => {
    if (!enough || byItself.current === lesson) return;
    byItself.current = lesson;
    void tick({ school, enrollment, lesson, body: { done: true, key: pressKey() } });
  }, [enough, tick, school, enrollment, lesson]);
  const home = `/${school}/shelf/${enrollment}`;
  const above = { text: course?.title ?? "The course", href: home };
  const go = (to: string | null) => router.push(to === null ? home : `${home}/${to}`);
  if (finished.length > 0 && course)
    return (
      <Finished
        course={course}
        finished={finished}
        above={above}
        onGo={(to) => {
          setFinished([]);
          go(to);
        }}
      />
    );
  if (!data)
    return error && course ? (
      <Shut course={course} lesson={lesson} above={above} onGo={go} error={error} />
    ) : (
      <NightPage title={error ? "This lesson is shut" : "…"} above={above} plain>
        {error ? (
          <>
            <Notice {...explain(error)} onRetry={refetch} />
            <TextLink href={home}>To the course</TextLink>
          </>
        ) : (
          <Skeleton widths={[0.6, 1, 0.95, 0.9, 0.4]} />
        )}
      </NightPage>
    );
  const short = seen !== null && !seen.enough && !data.done;
  const mark = (done: boolean) => tick({ ...place, lesson, body: { done, key: pressKey() } });
  const finish = async () => {
    const answer = await mark(true);
    if (!("data" in answer) || !answer.data) return;
    if (answer.data.finished.length > 0) setFinished(answer.data.finished);
    else go(answer.data.goOn);
  };
  const lessons = course?.modules.flatMap((module) => module.lessons) ?? [];
  const number = lessons.findIndex(({ id }) => id === lesson) + 1;
  const item = course?.timeline.items.find(({ id }) => id === lesson);
  const next = course ? afterThis(course, lesson) : null;
  const zone = course?.timeline.timeZone ?? ownZone();
  /** What is passed, or handed in, is not ticked. */
  const isQuiz = data.part?.kind === "quiz";
  const isHandedIn = isBelowText(data);
  const shown = {
    content: data,
    title: data.title,
    course: course?.title ?? "",
    zone,
    watching,
    mine: { ...place, lesson },
    done: data.done,
  };
  const toCourse = `To the ${course?.words.course ?? DEFAULT_WORDS.course}`;
  const doneWord = course?.words.done ?? DEFAULT_WORDS.done;
  return (
    <NightPage
      title={data.title}
      above={above}
      {...(number > 0 && { aside: `${number} of ${lessons.length}` })}
      plain
      {...(isHero(data) && { hero: <LessonHero key={lesson} {...shown} /> })}
      bar={
        <View style={{ flexDirection: "row", gap: 10, alignItems: "center" }}>
          {data.previous !== null ? (
            <QuietAction
              label="‹"
              says="Previous"
              letter="p"
              onPress={() => go(data.previous)}
              tight
            />
          ) : null}
          <View style={{ flex: 1 }}>
            {data.done ? (
              <PrimaryAction
                letter="g"
                label={next === null ? toCourse : `On to ${next.title}`}
                onPress={() => go(next?.id ?? null)}
                fill
              />
            ) : isQuiz ? (
              <PrimaryAction
                letter="g"
                label="To the quiz"
                onPress={() => router.push(`${home}/${lesson}/quiz`)}
                fill
              />
            ) : isHandedIn ? (
              // It is handed in where it ends; here is the way past it.
              <QuietAction label={toCourse} onPress={() => go(null)} fill />
            ) : (
              <PrimaryAction
                letter="g"
                label={
                  doneWord !== DEFAULT_WORDS.done
                    ? doneWord
                    : next === null
                      ? "Done"
                      : `Done, and on to ${next.title}`
                }
                onPress={finish}
                busy={ticking.isLoading}
                disabled={short}
                fill
              />
            )}
          </View>
        </View>
      }
    >
      <View style={{ flexDirection: "row", alignItems: "center", gap: 10, marginTop: -12 }}>
        <SunMark mark={data.done ? "done" : "open"} size={24} />
        <Text kind="small" color={quiet} style={{ flex: 1 }}>
          {[
            data.done ? "Done" : "Open",
            data.kind,
            ...(data.minutes === null ? [] : [`${data.minutes} min`]),
            ...(item && course ? sayDue(item, course.timeline) : []),
            ...(seen && !data.done ? [saySeenShare(seen) ?? []].flat() : []),
          ].join(" · ")}
        </Text>
      </View>
      <LessonContent
        key={lesson}
        {...shown}
        heroElsewhere
        {...(course && { lesson: course.words.lesson })}
      />
      <Beside
        key={`beside ${lesson}`}
        where={{ ...place, lesson }}
        film={at}
        zone={zone}
        {...data}
      />
      {ticking.error ? <Notice {...explain(ticking.error)} /> : null}
      {data.done && !isQuiz && !isHandedIn ? (
        <QuietAction
          label="Not done after all"
          onPress={() => mark(false)}
          busy={ticking.isLoading}
        />
      ) : null}
    </NightPage>
  );
}

/** What one goes on with after a lesson: the next open one that is not done, or an earlier one that was left out. */
function afterThis({ modules, timeline }: MyCourse, lesson: string) {
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  const lessons = modules.flatMap((module) => module.lessons);
  const at = lessons.findIndex(({ id }) => id === lesson);
  const left = [...lessons.slice(at + 1), ...lessons.slice(0, at)];
  const open = left.filter(({ id }) => {
    const item = items.get(id);
    return item?.state === "open" && !item.done;
  });
  return open.find(({ empty }) => !empty) ?? open[0] ?? null;
}

/** A lesson whose door is shut: since when, why, and what leads to it. */
function Shut({
  course,
  lesson,
  above,
  onGo,
  error,
}: {
  course: MyCourse;
  lesson: string;
  above: { text: string; href: string };
  onGo(lesson: string | null): void;
  error: unknown;
}) {
  const items = new Map(course.timeline.items.map((item) => [item.id, item]));
  const item = items.get(lesson);
  const titles = itemTitles(course);
  const title = titles.get(lesson);
  if (!item || title === undefined || item.state === "open")
    return (
      <NightPage title={`This ${course.words.lesson} is shut`} above={above} plain>
        <Notice {...explain(error)} />
        <QuietAction label={`To the ${course.words.course}`} onPress={() => onGo(null)} />
      </NightPage>
    );
  const speaker = speakerOf(course);
  // An attempt goes on after the closing, and what one did in it stays one's own.
  const kind = course.modules
    .flatMap(({ lessons }) => lessons)
    .find(({ id }) => id === lesson)?.kind;
  const way = wayThrough(item, items, course.modules);
  const on = way ?? course.goOn;
  return (
    <NightPage title={title} above={above} plain>
      <View style={{ flexDirection: "row", alignItems: "center", gap: 10, marginTop: -12 }}>
        <SunMark mark={markOf(item)} size={28} />
        <Text kind="strong">{sayState(item, zoneOf(course.timeline.timeZone))}</Text>
      </View>
      <Text style={{ maxWidth: 680 }}>{sayShut(item, course.timeline, speaker)}</Text>
      {item.state === "closed" && (kind === "quiz" || kind === "assignment") ? (
        <TextLink href={`${above.href}/${lesson}/${kind}`}>What you did in it</TextLink>
      ) : null}
      {on === null ? (
        <QuietAction label={`To the ${course.words.course}`} onPress={() => onGo(null)} />
      ) : (
        <PrimaryAction
          label={way === null ? `Go on: ${titles.get(on)}` : `Go to ${titles.get(on)}`}
          onPress={() => onGo(on)}
        />
      )}
    </NightPage>
  );
}
