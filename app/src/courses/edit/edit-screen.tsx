/** The outline and its gates, edited: every change is shown with its dates at once, kept by itself, and undone. */
import type { PlanCourse, PlanLesson, PlanModule } from "@dawngate/core/plan";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useEffect, useMemo, useState } from "react";
import { View } from "react-native";
import { Choice } from "../../schedule/as-if/choice";
import { DateField } from "../../schedule/as-if/moment-fields";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Page } from "../../ui/page";
import { Press } from "../../ui/press";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type InCourse, useGetCourseQuery, usePublishMutation } from "../api";
import { CourseTabs } from "../course-tabs";
import { CourseSheet } from "./course-sheet";
import { drawingOf, EditRow, GATE_WIDTH, TITLE_WIDTH } from "./edit-row";
import { GateSheet } from "./gate-sheet";
import { ItemSheet } from "./item-sheet";
import { previewDraft } from "./preview";
import { type Keeping, useDraft } from "./use-draft";

type Open = { kind: "gate" | "item"; id: string } | { kind: "course" } | null;

export function EditScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const draft = useDraft(place);
  const { data: school } = useGetSchoolQuery(place.school);
  if (!draft.course || !school)
    return (
      <Page
        title={draft.error ? "Not here" : "…"}
        above={{ text: "Courses", href: `/${place.school}/courses` }}
      >
        {draft.error ? (
          <Notice {...explain(draft.error)} onRetry={draft.refetch} />
        ) : (
          <Skeleton widths={[0.7, 0.5, 0.6, 0.7]} />
        )}
      </Page>
    );
  return <Editor place={place} school={school} draft={draft} course={draft.course} />;
}

interface Props {
  place: InCourse;
  school: NonNullable<ReturnType<typeof useGetSchoolQuery>["data"]>;
  draft: ReturnType<typeof useDraft>;
  course: PlanCourse;
}

function Editor({ place, school, draft, course }: Props) {
  const { quiet, morning, dusk } = usePalette();
  const wide = useWide();
  const [open, setOpen] = useState<Open>(null);
  const [day, setDay] = useState(() =>
    formatDate(localDateAt(zoneOf(school.timeZone), Date.now() as Instant)),
  );
  const cohorts = useCohorts(place, draft.published !== null);
  const [cohort, setCohort] = useState<string | null>(null);
  const chosen = cohorts.find(({ id }) => id === cohort) ?? null;
  const timeline = useMemo(
    () => previewDraft(school, course, day, chosen),
    [school, course, day, chosen],
  );
  const [width, setWidth] = useState(0);
  const drawing = useMemo(
    () =>
      wide && timeline && width > 0 ? drawingOf(timeline, width, zoneOf(school.timeZone)) : null,
    [wide, timeline, width, school],
  );
  const items = new Map(timeline?.items.map((item) => [item.id, item]));
  const { perform, undo, redo } = draft;
  useUndoKeys(undo, redo);
  const newId = () => crypto.randomUUID().slice(0, 8);
  const addModule = () =>
    perform({
      type: "insert-module",
      module: blankModule(newId(), `Module ${course.modules.length + 1}`),
      after: course.modules.at(-1)?.id ?? null,
    });
  const addLesson = (module: PlanModule, after: string | null) =>
    perform({
      type: "insert-lesson",
      lesson: blankLesson(newId(), `Lesson ${module.lessons.length + 1}`),
      module: module.id,
      after,
    });
  const found = open && "id" in open ? findItem(course, open.id) : null;
  return (
    <Page title={course.title} above={{ text: "Courses", href: `/${place.school}/courses` }} full>
      <CourseTabs {...place} here="edit" unpublished={draft.published === null} />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <Publish place={place} draft={draft} />
        <QuietAction label="Settings" onPress={() => setOpen({ kind: "course" })} />
        <QuietAction label="Undo" onPress={undo} disabled={!draft.canUndo} />
        <QuietAction label="Redo" onPress={redo} disabled={!draft.canRedo} />
        <Kept draft={draft} />
      </View>
      <View
        role="region"
        aria-label="As if"
        style={{ backgroundColor: morning, borderRadius: 10, padding: 12, maxWidth: 420 }}
      >
        <DateField label="As if somebody enrolled, at noon, on" value={day} onChange={setDay} />
        {cohorts.length > 0 ? (
          <View
            role="radiogroup"
            aria-label="Into which cohort"
            style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, paddingTop: 8 }}
          >
            {cohorts.map(({ id, name }) => (
              <Choice
                key={id}
                label={`into ${name}`}
                taken={cohort === id}
                onPress={() => setCohort(id)}
              />
            ))}
            <Choice label="no cohort" taken={cohort === null} onPress={() => setCohort(null)} />
          </View>
        ) : null}
      </View>
      {course.modules.length === 0 ? (
        <Text color={quiet}>
          Modules and lessons stand here in order. Add the first module; its name can be changed
          where it stands.
        </Text>
      ) : null}
      {wide && timeline ? (
        <View
          style={{ marginLeft: TITLE_WIDTH + GATE_WIDTH, marginRight: 44 }}
          onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        >
          {drawing && width > 0 ? (
            <View style={{ height: 20 }} aria-hidden>
              {drawing.ticks.map((tick) => (
                <Text
                  key={tick.instant}
                  kind="small"
                  color={quiet}
                  style={{ position: "absolute", left: drawing.scale.x(tick.instant) + 4 }}
                >
                  {tick.label}
                </Text>
              ))}
            </View>
          ) : null}
        </View>
      ) : null}
      <View role="list">
        {course.modules.map((module, m) => (
          <View key={module.id} role="listitem">
            <EditRow
              item={module}
              kind="module"
              row={items.get(module.id) ?? null}
              before={m === 0 ? null : (items.get(course.modules[m - 1]?.id ?? "") ?? null)}
              course={course}
              drawing={drawing}
              zone={zoneOf(school.timeZone)}
              onTitle={(title) => perform({ type: "set-module", item: module.id, set: { title } })}
              onEnter={() => addLesson(module, null)}
              onGate={() => setOpen({ kind: "gate", id: module.id })}
              onMore={() => setOpen({ kind: "item", id: module.id })}
            />
            {module.lessons.map((lesson) => (
              <EditRow
                key={lesson.id}
                item={lesson}
                kind="lesson"
                row={items.get(lesson.id) ?? null}
                before={null}
                course={course}
                drawing={drawing}
                zone={zoneOf(school.timeZone)}
                onTitle={(title) =>
                  perform({ type: "set-lesson", item: lesson.id, set: { title } })
                }
                onEnter={() => addLesson(module, lesson.id)}
                onGate={() => setOpen({ kind: "gate", id: lesson.id })}
                onMore={() => setOpen({ kind: "item", id: lesson.id })}
              />
            ))}
            <Press
              onPress={() => addLesson(module, module.lessons.at(-1)?.id ?? null)}
              aria-label={`Add a lesson to ${module.title}`}
              style={{
                marginLeft: 26,
                paddingHorizontal: 30,
                justifyContent: "center",
                alignSelf: "flex-start",
              }}
            >
              <Text kind="smallStrong" color={dusk}>
                + Add a lesson
              </Text>
            </Press>
          </View>
        ))}
      </View>
      <QuietAction label="Add a module" onPress={addModule} />
      {found && open?.kind === "gate" ? (
        <GateSheet
          course={course}
          item={found.item}
          before={found.before}
          row={items.get(found.item.id) ?? null}
          zone={zoneOf(school.timeZone)}
          onGate={(gate) =>
            perform(
              found.kind === "module"
                ? { type: "set-module", item: found.item.id, set: { gate } }
                : { type: "set-lesson", item: found.item.id, set: { gate } },
            )
          }
          onClose={() => setOpen(null)}
        />
      ) : null}
      {found && open?.kind === "item" ? (
        <ItemSheet
          place={place}
          course={course}
          found={found}
          perform={perform}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open?.kind === "course" ? (
        <CourseSheet
          place={place}
          course={course}
          description={draft.description}
          onSet={(set) => perform({ type: "set-course", set })}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </Page>
  );
}

/** The cohorts that somebody imagined may enroll into; a course that was never published has none. */
function useCohorts(place: InCourse, published: boolean) {
  const { data } = useGetCourseQuery(place, { skip: !published });
  return useMemo(
    () => (data?.cohorts ?? []).map((cohort) => ({ ...cohort, course: place.course })),
    [data, place.course],
  );
}

/** An item with where it stands. */
export interface Found {
  kind: "module" | "lesson";
  item: PlanModule | PlanLesson;
  module: PlanModule;
  /** The module or lesson before it, which it may count from. */
  before: { id: string; title: string } | null;
}

export function findItem(course: PlanCourse, id: string): Found | null {
  for (const [m, module] of course.modules.entries()) {
    if (module.id === id)
      return { kind: "module", item: module, module, before: course.modules[m - 1] ?? null };
    const l = module.lessons.findIndex((lesson) => lesson.id === id);
    const lesson = module.lessons[l];
    if (lesson)
      return { kind: "lesson", item: lesson, module, before: module.lessons[l - 1] ?? null };
  }
  return null;
}

const nothing = { visible: "published" as const, gate: null, closes: null, due: null };

function blankModule(id: string, title: string): PlanModule {
  return { id, title, ...nothing, lessons: [] };
}

function blankLesson(id: string, title: string): PlanLesson {
  return {
    id,
    title,
    ...nothing,
    kind: "text",
    holdsNext: false,
    sample: false,
    required: true,
    minutes: null,
    empty: true,
  };
}

/** Ctrl or Cmd with Z, and with Shift the other way; not while a field has an undo of its own. */
function useUndoKeys(undo: () => void, redo: () => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing = /^(INPUT|TEXTAREA)$/.test((event.target as HTMLElement | null)?.tagName ?? "");
      if (typing || event.key.toLowerCase() !== "z" || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  });
}

const SAYINGS: Record<Keeping, string> = {
  kept: "Kept",
  keeping: "Keeping…",
  waiting: "Not kept yet: no answer from the server. It is tried again; nothing is lost.",
  "signed-out": "Not kept yet: you are signed out. Sign in again in another tab; nothing is lost.",
  refused: "Not kept: the server refuses it. Load the page again to see what stands.",
};

function Kept({ draft }: { draft: ReturnType<typeof useDraft> }) {
  const { quiet, ember } = usePalette();
  const { keeping, keptAt, refused } = draft;
  const time = keptAt === null ? "" : ` ${new Date(keptAt).toTimeString().slice(0, 5)}`;
  const trouble =
    refused ?? (keeping === "kept" || keeping === "keeping" ? null : SAYINGS[keeping]);
  return (
    <Text kind="small" color={trouble ? ember : quiet} role="status">
      {trouble ?? `${SAYINGS[keeping]}${keeping === "kept" ? time : ""}`}
    </Text>
  );
}

function Publish({ place, draft }: { place: InCourse; draft: ReturnType<typeof useDraft> }) {
  const [publish, { error, isLoading, data }] = usePublishMutation();
  const router = useRouter();
  return (
    <View style={{ gap: 8 }}>
      <PrimaryAction
        label={draft.published === null ? "Publish" : "Publish changes"}
        busy={isLoading}
        // What is not kept yet would be missing from the version.
        disabled={draft.unsent > 0}
        onPress={() => publish(place)}
      />
      {error ? <Notice {...explain(error)} /> : null}
      {data ? (
        <View role="status" style={{ gap: 4 }}>
          <Text kind="strong">Version {data.version} is published.</Text>
          <QuietAction
            label="See the schedule"
            onPress={() => router.push(`/${place.school}/courses/${place.course}`)}
          />
        </View>
      ) : null}
    </View>
  );
}
