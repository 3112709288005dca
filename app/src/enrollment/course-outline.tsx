/** A course's outline as the one in it meets it: what is open, why the rest is shut, and where to go on. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { countWords } from "@dawngate/core/courses";
import {
  explainOpening,
  type Speaker,
  saySooner,
  sayWrittenEnd,
} from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { markOf, sayState } from "../schedule/state-words";
import { PrimaryAction } from "../ui/action";
import { Icon } from "../ui/icon";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  course: Pick<MyCourse, "modules" | "goOn" | "timeline" | "words">;
  onEnter(lesson: string): void;
}

export function CourseOutline({ course, onEnter }: Props) {
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
  const here = course.modules.find(({ lessons }) => lessons.some(({ id }) => id === goOn))?.id;
  /** The shut lesson whose reason is shown. */
  const [asked, setAsked] = useState<string | null>(null);
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
        <PrimaryAction label={`Go on: ${titles.get(goOn) ?? ""}`} onPress={() => onEnter(goOn)} />
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
                    role={canEnter ? "link" : "button"}
                    aria-expanded={canEnter ? undefined : asked === lesson.id}
                    onPress={() =>
                      canEnter
                        ? onEnter(lesson.id)
                        : setAsked(asked === lesson.id ? null : lesson.id)
                    }
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
                      {asked === lesson.id && !canEnter ? (
                        <Text kind="small">
                          {[
                            explainOpening(own.why, speaker).sentence,
                            ...saySooner(own, access, speaker),
                          ].join(" ")}
                        </Text>
                      ) : null}
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
