/** The outline and its gates, edited: every change is shown with its dates at once, kept by itself, and undone. */

import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { newModule } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatInstant, type Instant, type Zone, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useEffect, useMemo, useRef, useState } from "react";
import { View } from "react-native";
import { useGateCohortMutation } from "../../enrollment/api";
import { CourseFrame } from "../../frame/course-frame";
import { useLeftTexts } from "../../lessons/use-left-texts";
import { SnagCard } from "../../review/snag-card";
import { SnagList } from "../../review/snag-list";
import { shortSnags, useSnags } from "../../review/use-snags";
import { AsIfBar } from "../../schedule/as-if/as-if-bar";
import { Axis } from "../../schedule/horizon/axis";
import { useNowLines } from "../../schedule/horizon/now-line";
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
import { ClosingModule } from "./closing-module";
import { drawingOf, GATE_WIDTH, type Lines, TITLE_WIDTH } from "./lines";
import { goTo, Outline } from "./outline";
import { sayRemoved } from "./say-removed";
import { type Open, Sheets } from "./sheets";
import { KEYS } from "./strokes";
import { Kept, Tools } from "./toolbar";
import { useDraft } from "./use-draft";
import { useInside } from "./use-inside";
import { useSeenDraft } from "./use-seen-draft";

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
  const { data: published } = useGetCourseQuery(place, { skip: draft.published === null });
  const seen = useSeenDraft({ place, school, course, published });
  const { preview, cohorts } = seen;
  const timeline = useMemo(() => preview(course), [preview, course]);
  const clock = timeline?.clock ?? school.timeZone;
  const zone = useMemo(() => zoneOf(clock), [clock]);
  const frame = useRef<View>(null);
  const [width, setWidth] = useState(0);
  const drawing = useDrawing(
    wide ? timeline : null,
    seen.first,
    width,
    zone,
    school.calendar.closed,
  );
  useNowLines(frame, drawing && seen.at !== null ? drawing.scale.x(seen.at) : 0);
  const items = new Map(timeline?.items.map((item) => [item.id, item]));
  const { perform, undo, redo } = actions;
  const inside = useInside(place, course, draft.keptAt);
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
      putCourse: () => setOpen({ kind: "put-course" }),
      inside: (course: string) => setOpen({ kind: "inside", course }),
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
  const mending = {
    perform,
    onMeant: (key: string, so: boolean) => arrange({ ...place, body: { meant: { key, so } } }),
    onPlace: goTo,
  };
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
          card={wide ? null : <SnagCard snags={unmeant} onAll={toSnags} {...mending} />}
          onCadence={sheets.cadence}
          onPaper={sheets.paper}
          onSettings={sheets.course}
          onOut={sheets.out}
          onPutCourse={sheets.putCourse}
        />
      }
    >
      {gating.error ? <Notice {...explain(gating.error)} /> : null}
      {arranging.error ? <Notice {...explain(arranging.error)} /> : null}
      {describing.error ? <Notice {...explain(describing.error)} /> : null}
      <AsIfBar
        seen={seen.strip}
        timeline={timeline ?? undefined}
        at={seen.at}
        clock={clock}
        onCompare={null}
      />
      {course.modules.length === 0 ? (
        <Text color={quiet}>
          Modules and lessons stand here in order. Add the first module and type on as in a list:
          Enter for the next line. Or begin with an outline that is on paper already.
        </Text>
      ) : null}
      <View ref={frame} style={{ gap: 10 }}>
        {wide && timeline ? (
          <View
            style={{ marginLeft: TITLE_WIDTH + GATE_WIDTH, marginRight: 44 }}
            onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
          >
            {drawing && seen.at !== null ? (
              <Axis
                {...drawing}
                at={seen.at}
                zone={zone}
                onMove={seen.onMove}
                onSettle={seen.onSettle}
                onZoom={() => undefined}
              />
            ) : null}
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
          states={inside.states}
          onInside={sheets.inside}
        />
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <QuietAction label="Add a module" letter="n" onPress={addModule} />
      </View>
      {inside.around.length > 0 ? (
        <Text kind="small" color={quiet} style={{ maxWidth: 620 }}>
          {sayAround(inside.around.map(({ title }) => title))}
        </Text>
      ) : null}
      <SnagList snags={snags} meant={draft.meant} {...mending} />
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
          cohorts={cohorts}
          cohort={seen.cohort}
          onCohortGate={(cohort, item, gate) =>
            gateCohort({ ...place, cohort, body: { item, ...(gate !== undefined && { gate }) } })
          }
          preview={preview}
          states={inside.states}
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
  first: Instant | null,
  width: number,
  zone: Zone,
  closed: readonly string[],
): Lines | null {
  const kept = useRef<{ key: string; drawing: Lines } | null>(null);
  const drawing = useMemo(
    () =>
      timeline && first !== null && width > 0
        ? drawingOf({ ...timeline, at: formatInstant(first) }, width, zone, closed)
        : null,
    [timeline, first, width, zone, closed],
  );
  if (!drawing) return null;
  const { scale, at, from, until, marks } = drawing;
  const key = JSON.stringify([scale.range, scale.width, at, from, until, zone.id, marks]);
  if (kept.current?.key !== key) kept.current = { key, drawing };
  return kept.current.drawing;
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

/** Of a course that stands in others: what is published of it comes into them when their authors take it in. */
const sayAround = (titles: string[]) =>
  `This course stands inside ${titles.map((title) => `“${title}”`).join(", ")}. Texts change there at once; modules, lessons and gates once they are published here and taken in there.`;

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
