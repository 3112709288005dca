/** A course's outline as the one in it meets it: what is open, why the rest is shut, and where to go on. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { stretchesBy } from "@dawngate/core/courses/stretches";
import { countWords } from "@dawngate/core/courses/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { markOf, sayState } from "../schedule/state-words";
import { PrimaryAction } from "../ui/action";
import { Icon } from "../ui/icon";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { OutlineLesson } from "./outline-lesson";
import { sayWhy, speakerOf } from "./speaker";

interface Props {
  course: Pick<MyCourse, "modules" | "goOn" | "timeline" | "words">;
  onEnter(lesson: string): void;
}

/** From so many lessons on, one can look for one. */
const MANY = 13;

export function CourseOutline({ course, onEnter }: Props) {
  const { quiet } = usePalette();
  const { timeline, goOn, words } = course;
  const zone = zoneOf(timeline.timeZone);
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  const lessons = course.modules.flatMap((module) => module.lessons);
  const speaker = speakerOf(course);
  const here = course.modules.find((module) => module.lessons.some(({ id }) => id === goOn))?.id;
  const [unfolded, setUnfolded] = useState<Record<string, boolean>>({});
  const [wanted, setWanted] = useState("");
  const looking = wanted.trim().toLocaleLowerCase();
  const found = lessons.filter(({ title }) => title.toLocaleLowerCase().includes(looking));
  // Of what is shut, the first says why at once; so does what has no date.
  const firstShut = course.modules.find(({ id }) => items.get(id)?.state === "scheduled")?.id;
  const row = (lesson: (typeof lessons)[number]) => {
    const own = items.get(lesson.id);
    return own ? (
      <OutlineLesson
        key={lesson.id}
        lesson={lesson}
        item={own}
        timeline={timeline}
        speaker={speaker}
        wayThrough={wayThrough(own, items, course.modules)}
        onEnter={onEnter}
      />
    ) : null;
  };
  return (
    <View style={{ gap: 12 }}>
      {lessons.length >= MANY ? (
        <SearchField label={`Find a ${words.lesson}`} value={wanted} onChange={setWanted} />
      ) : null}
      {looking !== "" ? (
        <View>
          <Text kind="small" color={quiet} role="status">
            {found.length === 0
              ? `Nothing here has “${wanted.trim()}” in its title.`
              : countWords(words, "lesson", found.length)}
          </Text>
          {found.map(row)}
        </View>
      ) : (
        <View>
          {stretchesBy(course.modules, ({ ofCourse }) => ofCourse).map(({ name, all }) => (
            <Stretch key={all[0]?.id} title={name} says={sayProgress(all, items)}>
              {all.map((module) => {
                const item = items.get(module.id);
                if (!item) return null;
                const isHere = module.id === here;
                const open = unfolded[module.id] ?? isHere;
                const inIt = module.lessons.flatMap(({ id }) => items.get(id) ?? []);
                return (
                  <Module
                    key={module.id}
                    title={module.title}
                    state={sayModule(item, inIt, zone, (n) => countWords(words, "lesson", n))}
                    mark={markOf(item)}
                    why={
                      item.state === "waiting" ||
                      (item.state === "scheduled" && (open || module.id === firstShut))
                        ? sayWhy(item.why, timeline, speaker)
                        : null
                    }
                    unfolded={open}
                    onFold={() => setUnfolded({ ...unfolded, [module.id]: !open })}
                  >
                    {isHere && goOn !== null ? (
                      <View style={{ paddingLeft: 42, paddingVertical: 8 }}>
                        <PrimaryAction
                          letter="g"
                          label={`Go on: ${speaker.titleOf(goOn)}`}
                          onPress={() => onEnter(goOn)}
                        />
                      </View>
                    ) : null}
                    {open ? module.lessons.map(row) : null}
                  </Module>
                );
              })}
            </Stretch>
          ))}
        </View>
      )}
    </View>
  );
}

/** "2 of 9 done": of what is required in some modules. */
function sayProgress(
  modules: MyCourse["modules"],
  items: ReadonlyMap<string, TimelineItemAnswer>,
): string {
  const wanted = modules.flatMap(({ lessons }) => lessons.filter(({ required }) => required));
  const done = wanted.filter(({ id }) => items.get(id)?.done).length;
  return done === wanted.length && done > 0 ? "all done" : `${done} of ${wanted.length} done`;
}

/** Modules of one course: of this one, or of a course inside it under its title. */
function Stretch({
  title,
  says,
  children,
}: {
  title: string | null;
  says: string;
  children: React.ReactNode;
}) {
  const { dusk, quiet } = usePalette();
  if (title === null) return <View>{children}</View>;
  return (
    <View
      role="group"
      aria-label={title}
      style={{ borderLeftWidth: 3, borderLeftColor: dusk, paddingLeft: 12, marginVertical: 12 }}
    >
      <Text kind="heading" level={2}>
        {title}
      </Text>
      <Text kind="small" color={quiet}>
        A course inside this one · {says}
      </Text>
      {children}
    </View>
  );
}

/** "Done · 3 lessons", "Open · 2 of 3 done", "Opens Fri 19 Mar, 07:00". */
function sayModule(
  item: TimelineItemAnswer,
  lessons: readonly TimelineItemAnswer[],
  zone: Zone,
  count: (lessons: number) => string,
): string {
  const done = lessons.filter((lesson) => lesson.done).length;
  const state = sayState(item, zone);
  if (lessons.length === 0) return state;
  return item.state === "open" && !item.done
    ? `${state} · ${done} of ${lessons.length} done`
    : `${state} · ${count(lessons.length)}`;
}

/** The lesson with which one gets on to what is shut: what it waits for, where that is open. */
export function wayThrough(
  item: TimelineItemAnswer,
  items: ReadonlyMap<string, TimelineItemAnswer>,
  modules: MyCourse["modules"],
): string | null {
  if (item.state !== "waiting") return null;
  const enterable = (id: string) => {
    const one = items.get(id);
    return one?.kind === "lesson" && one.state === "open" && !one.done;
  };
  for (const anchor of item.waitsFor) {
    const awaited = "item" in anchor ? anchor.item : undefined;
    if (awaited === undefined) continue;
    const within = modules.find(({ id }) => id === awaited)?.lessons.map(({ id }) => id);
    const way = (within ?? [awaited]).find(enterable);
    if (way !== undefined) return way;
  }
  return null;
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
    <View style={{ borderBottomWidth: 1, borderBottomColor: line, paddingVertical: 10 }}>
      <Press
        onPress={onFold}
        aria-expanded={unfolded}
        style={{ flexDirection: "row", gap: 14, alignItems: "center", paddingVertical: 6 }}
      >
        <SunMark mark={mark} size={30} />
        <View style={{ flex: 1 }}>
          <Text kind="name">{title}</Text>
          <Text kind="small" color={quiet}>
            {state}
          </Text>
        </View>
        <Icon name={unfolded ? "chevron-down" : "chevron-right"} color={quiet} />
      </Press>
      {why !== null ? (
        <View style={{ backgroundColor: lilac, borderRadius: 8, padding: 12, marginLeft: 44 }}>
          <Text kind="small">{why}</Text>
        </View>
      ) : null}
      {children}
    </View>
  );
}
