/** The outline and its gates, edited: every change is shown with its dates at once, kept by itself, and undone. */

import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { newModule } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatDate, type Instant, localDateAt, type Zone, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { View } from "react-native";
import { useGateCohortMutation } from "../../enrollment/api";
import { CourseFrame } from "../../frame/course-frame";
import { useLeftTexts } from "../../lessons/use-left-texts";
import { SnagList } from "../../review/snag-list";
import { shortSnags, useSnags } from "../../review/use-snags";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { Coming, titleComing } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { useOffers } from "../../ui/offers";
import { Page } from "../../ui/page";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import {
  type InCourse,
  useArrangeCourseMutation,
  useDescribeCourseMutation,
  useGetCourseQuery,
} from "../api";
import { EDIT } from "../places";
import { AsIfEnrolled } from "./as-if-enrolled";
import { ClosingModule } from "./closing-module";
import { drawingOf, GATE_WIDTH, type Lines, TITLE_WIDTH } from "./edit-row";
import { goTo, Outline } from "./outline";
import { previewDraft } from "./preview";
import { sayRemoved } from "./say-removed";
import { type Open, Sheets } from "./sheets";
import { KEYS } from "./strokes";
import { Ticks } from "./ticks";
import { Kept, Tools } from "./toolbar";
import { useDraft } from "./use-draft";

export function EditScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const draft = useDraft(place);
  const { data: school } = useGetSchoolQuery({ school: place.school });
  if (!draft.course || !school)
    return (
      <Page
        title={titleComing(draft.error)}
        above={{ text: "Courses", href: `/${place.school}/courses` }}
      >
        <Coming error={draft.error} onRetry={draft.refetch} />
      </Page>
    );
  return <Editor place={place} school={school} draft={draft} course={draft.course} />;
}

type Draft = ReturnType<typeof useDraft>;

interface Props {
  place: InCourse;
  school: NonNullable<ReturnType<typeof useGetSchoolQuery>["data"]>;
  draft: Draft;
  course: PlanCourse;
}

function Editor({ place, school, draft: kept, course }: Props) {
  const actions = useActions(kept.actions);
  const draft = { ...kept, actions };
  const { quiet } = usePalette();
  const wide = useWide();
  const [open, setOpen] = useState<Open | null>(null);
  const [day, setDay] = useState(() =>
    formatDate(localDateAt(zoneOf(school.timeZone), Date.now() as Instant)),
  );
  const cohorts = useCohorts(place, draft.published !== null);
  const [cohort, setCohort] = useState<string | null>(null);
  const chosen = cohorts.find(({ id }) => id === cohort) ?? null;
  const preview = useCallback(
    (plan: PlanCourse) => previewDraft(school, plan, day, chosen),
    [school, day, chosen],
  );
  const timeline = useMemo(() => preview(course), [preview, course]);
  const zone = useMemo(() => zoneOf(school.timeZone), [school.timeZone]);
  const [width, setWidth] = useState(0);
  const drawing = useDrawing(wide ? timeline : null, width, zone, school.calendar.closed);
  const items = new Map(timeline?.items.map((item) => [item.id, item]));
  const { perform, undo, redo } = actions;
  const snags = useSnags(school, course, cohorts);
  const { meant } = draft;
  const unmeant = useMemo(() => snags.filter(({ key }) => !meant.includes(key)), [snags, meant]);
  const short = useMemo(() => shortSnags(unmeant), [unmeant]);
  const [arrange, arranging] = useArrangeCourseMutation();
  const [gateCohort, gating] = useGateCohortMutation();
  const [describe, describing] = useDescribeCourseMutation();
  const sheets = useMemo(
    () => ({
      paper: () => setOpen({ kind: "paper" }),
      course: () => setOpen({ kind: "course" }),
      out: () => setOpen({ kind: "out" }),
      cadence: (marked: ReadonlySet<string>) => setOpen({ kind: "cadence", marked }),
      gateOfAll: (marked: ReadonlySet<string>) => {
        const [id] = marked;
        if (id !== undefined) setOpen({ kind: "gate", id, also: marked });
      },
      gate: (id: string) => setOpen({ kind: "gate", id }),
      item: (id: string) => setOpen({ kind: "item", id }),
    }),
    [],
  );
  useLeftTexts(place);
  useScreenKeys(undo, redo);
  useOffers(TYPING_KEYS);
  const addModule = () => {
    const { modules } = draft.actions.latest();
    const module = newModule(newId(), "");
    perform({ type: "insert-module", module, after: modules.at(-1)?.id ?? null });
    goTo(module.id);
  };
  return (
    <CourseFrame
      at={place}
      title={course.title}
      here={EDIT}
      full
      dense
      unpublished={draft.published === null}
      status={<Kept draft={draft} onNight={!wide} />}
      tools={
        <Tools
          place={place}
          draft={draft}
          snags={unmeant.length}
          onSnags={toSnags}
          onCadence={sheets.cadence}
          onPaper={sheets.paper}
          onSettings={sheets.course}
          onOut={sheets.out}
        />
      }
    >
      {gating.error ? <Notice {...explain(gating.error)} /> : null}
      {arranging.error ? <Notice {...explain(arranging.error)} /> : null}
      {describing.error ? <Notice {...explain(describing.error)} /> : null}
      <AsIfEnrolled
        day={day}
        onDay={setDay}
        cohorts={cohorts}
        cohort={cohort}
        onCohort={setCohort}
      />
      {course.modules.length === 0 ? (
        <Text color={quiet}>
          Modules and lessons stand here in order. Add the first module and type on as in a list:
          Enter for the next line. Or begin with an outline that is on paper already.
        </Text>
      ) : null}
      {wide && timeline ? (
        <View
          style={{ marginLeft: TITLE_WIDTH + GATE_WIDTH, marginRight: 44 }}
          onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        >
          {drawing ? <Ticks drawing={drawing} /> : null}
        </View>
      ) : null}
      <Outline
        place={place}
        actions={actions}
        timeline={timeline}
        drawing={drawing}
        snags={short}
        zone={zone}
        newId={newId}
        onCadence={sheets.cadence}
        onGateOfAll={sheets.gateOfAll}
        onGate={sheets.gate}
        onMore={sheets.item}
      />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <QuietAction label="Add a module" letter="n" onPress={addModule} />
      </View>
      <SnagList
        snags={snags}
        meant={draft.meant}
        perform={perform}
        onMeant={(key, so) => arrange({ ...place, body: { meant: { key, so } } })}
        onPlace={goTo}
      />
      <ClosingModule course={course} newId={newId} perform={perform} />
      {open ? (
        <Sheets
          place={place}
          draft={draft}
          schoolWords={school.words}
          open={open}
          items={items}
          zone={zone}
          hasCohorts={cohorts.length > 0}
          cohort={chosen}
          onCohortGate={(cohort, item, gate) =>
            gateCohort({ ...place, cohort, body: { item, ...(gate !== undefined && { gate }) } })
          }
          preview={preview}
          newId={newId}
          onDescribe={describe}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </CourseFrame>
  );
}

/** What all rows are drawn by; the same object as long as it says the same, so that no row is drawn again for it. */
function useDrawing(
  timeline: TimelineAnswer | null,
  width: number,
  zone: Zone,
  closed: readonly string[],
): Lines | null {
  const kept = useRef<{ key: string; drawing: Lines } | null>(null);
  const drawing = useMemo(
    () => (timeline && width > 0 ? drawingOf(timeline, width, zone, closed) : null),
    [timeline, width, zone, closed],
  );
  if (!drawing) return null;
  const { scale, at, from, until, marks } = drawing;
  const key = JSON.stringify([scale.range, scale.width, at, from, until, zone.id, marks]);
  if (kept.current?.key !== key) kept.current = { key, drawing };
  return kept.current.drawing;
}

/** The cohorts that somebody imagined may enroll into; a course that was never published has none. */
function useCohorts(place: InCourse, published: boolean) {
  const { data } = useGetCourseQuery(place, { skip: !published });
  return useMemo(
    () => (data?.cohorts ?? []).map((cohort) => ({ ...cohort, course: place.course })),
    [data, place.course],
  );
}

/** The draft's actions; what is taken away is said, with the way back, until something else is done. */
function useActions(actions: Draft["actions"]): Draft["actions"] {
  const toast = useToast();
  return useMemo(
    () => ({
      ...actions,
      perform(...operations) {
        const says = sayRemoved(actions.latest(), operations);
        actions.perform(...operations);
        toast(says === null ? null : { says, onUndo: actions.undo });
      },
      undo() {
        toast(null);
        return actions.undo();
      },
    }),
    [actions, toast],
  );
}

/** Scrolls to the list below the outline: above it, it would push the rows away under one's hand. */
function toSnags(): void {
  document.querySelector('[aria-label="Snags"]')?.scrollIntoView({ block: "center" });
}

const TYPING_KEYS = KEYS.map(([letter, says]) => ({ letter, says }));

const newId = () => crypto.randomUUID().slice(0, 8);

/** Ctrl or Cmd with Z, and with Shift the other way. Not while one types in a field. */
function useScreenKeys(undo: () => void, redo: () => void): void {
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
