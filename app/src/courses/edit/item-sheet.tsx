/** What else there is to a module or a lesson: where it stands, whether it is seen, and a lesson's text. */

import { indent, type Operation, outdent } from "@dawngate/core/courses";
import { LESSON_KINDS } from "@dawngate/core/courses/paper";
import type { PlanCourse, PlanLesson } from "@dawngate/core/plan";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { LessonEditor } from "../../lessons/edit/lesson-editor";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import type { InCourse } from "../api";
import type { Found } from "./find-item";
import { ForCohorts, type NamedCohort } from "./for-cohorts";
import { Sharing } from "./sharing";

interface Props {
  place: InCourse;
  course: PlanCourse;
  found: Found;
  cohorts: readonly NamedCohort[];
  perform(...operations: Operation[]): void;
  newId(): string;
  onClose(): void;
}

export function ItemSheet({ place, course, found, cohorts, perform, newId, onClose }: Props) {
  const { item, kind } = found;
  const lesson = kind === "lesson" ? (item as PlanLesson) : null;
  const set = (change: object) =>
    perform({
      type: kind === "module" ? "set-module" : "set-lesson",
      item: item.id,
      set: change,
    } as Operation);
  return (
    <Sheet title={item.title} onClose={onClose} broad={lesson !== null}>
      {lesson ? (
        <Choices label="Kind" line>
          {LESSON_KINDS.map((one) => (
            <Choice
              key={one}
              label={one}
              taken={lesson.kind === one}
              onPress={() => set({ kind: one })}
            />
          ))}
        </Choices>
      ) : null}
      {lesson ? (
        <LessonEditor
          key={lesson.id}
          place={place}
          lesson={lesson}
          course={course.title}
          onEmpty={(empty) => {
            // The outline marks a lesson with nothing in it.
            if (lesson.empty !== empty) set({ empty });
          }}
          onMinutes={(minutes) => set({ minutes })}
        />
      ) : null}
      <Group label="People in the course see it">
        {(["published", "draft", "hidden"] as const).map((visible) => (
          <Choice
            key={visible}
            label={SEEN[visible]}
            taken={item.visible === visible}
            onPress={() => set({ visible })}
          />
        ))}
      </Group>
      <ForCohorts
        cohorts={cohorts}
        chosen={item.cohorts}
        onChosen={(chosen) => set({ cohorts: chosen })}
      />
      {lesson ? <LessonFields lesson={lesson} set={set} /> : null}
      {lesson ? <Sharing place={place} lesson={lesson.id} /> : null}
      <Moves course={course} found={found} perform={perform} newId={newId} />
      <QuietAction
        label={`Remove this ${kind}${kind === "module" && found.module.lessons.length > 0 ? ` and its ${found.module.lessons.length} lessons` : ""}`}
        onPress={() => {
          perform({ type: "remove", item: item.id });
          onClose();
        }}
      />
    </Sheet>
  );
}

const SEEN = {
  published: "once published",
  draft: "not yet, a draft",
  hidden: "no, hidden",
} as const;

/** Choices under their caption. */
function Group({ label, children }: { label: string; children: ReactNode }) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet} aria-hidden>
        {label}
      </Text>
      <Choices label={label}>{children}</Choices>
    </View>
  );
}

function LessonFields({ lesson, set }: { lesson: PlanLesson; set(change: object): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <>
      <TextField
        label="Minutes it takes"
        inputMode="numeric"
        value={typed ?? (lesson.minutes === null ? "" : String(lesson.minutes))}
        onChangeText={setTyped}
        onBlur={() => {
          const text = (typed ?? "").trim();
          if (typed !== null && /^\d{0,6}$/.test(text))
            set({ minutes: text === "" ? null : Number(text) });
          setTyped(null);
        }}
        style={{ maxWidth: 200 }}
      />
      <View>
        <Switched
          label="Required"
          says="It counts toward finishing the module and the course."
          on={lesson.required}
          onChange={(required) => set({ required })}
        />
        <Switched
          label="A sample for everybody"
          says="Open to visitors too, always."
          on={lesson.sample}
          onChange={(sample) => set({ sample })}
        />
        <Switched
          label="To be done before the next"
          says="What comes after it waits until it is done."
          on={lesson.holdsNext}
          onChange={(holdsNext) => set({ holdsNext })}
        />
      </View>
    </>
  );
}

/** Up, down, and into another module. */
function Moves({
  course,
  found,
  perform,
  newId,
}: Pick<Props, "course" | "found" | "perform" | "newId">) {
  const { item, kind, module } = found;
  const list: { id: string }[] = kind === "module" ? course.modules : module.lessons;
  const at = list.findIndex(({ id }) => id === item.id);
  const above = kind === "module" ? course.modules[at - 1] : undefined;
  const move = (after: string | null, target = module.id) =>
    perform(
      kind === "module"
        ? { type: "move-module", item: item.id, after }
        : { type: "move-lesson", item: item.id, module: target, after },
    );
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
      {at > 0 ? (
        <QuietAction label="Move up" onPress={() => move(list[at - 2]?.id ?? null)} />
      ) : null}
      {at < list.length - 1 ? (
        <QuietAction label="Move down" onPress={() => move(list[at + 1]?.id ?? null)} />
      ) : null}
      {kind === "lesson" ? (
        <QuietAction
          label="Make it a module"
          onPress={() => perform(...outdent(course, item.id, newId))}
        />
      ) : above ? (
        <QuietAction
          label={`Make it a lesson of ${above.title.trim() || "the module above"}`}
          onPress={() => perform(...indent(course, item.id))}
        />
      ) : null}
      {kind === "lesson"
        ? course.modules
            .filter(({ id }) => id !== module.id)
            .map((other) => (
              <QuietAction
                key={other.id}
                label={`Into ${other.title}`}
                onPress={() => move(other.lessons.at(-1)?.id ?? null, other.id)}
              />
            ))
        : null}
    </View>
  );
}
