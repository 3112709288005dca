/** The outline as one types and arranges it: every row, what is marked, and where the caret is. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import {
  clipOf,
  newLesson,
  outermost,
  putAfter,
  putCopies,
  rowsOf,
  standIn,
  stretchesOf,
} from "@dawngate/core/courses";
import { writeMarkdown } from "@dawngate/core/courses/paper";
import { itemTitles, type PlanCourse } from "@dawngate/core/plan";
import type { Zone } from "@dawngate/core/time";
import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { View } from "react-native";
import { DragArea } from "../../ui/drag";
import { bringNear } from "../../ui/near";
import type { InCourse } from "../api";
import { clipOfText, keepClip } from "./clip";
import type { RowActions } from "./edit-row";
import { InsideRows, type InsideState } from "./inside-rows";
import type { Lines } from "./lines";
import { MarkedBar } from "./marked-bar";
import { ModuleRows } from "./module-rows";
import { pastedLines, strike, type Typed } from "./typing";
import { type DraftActions, useLiveCourse } from "./use-draft";

interface Props {
  place: InCourse;
  actions: DraftActions;
  timeline: TimelineAnswer | null;
  drawing: Lines | null;
  /** Snags in short, by item. */
  snags: ReadonlyMap<string, string>;
  zone: Zone;
  newId(): string;
  onCadence(marked: ReadonlySet<string>): void;
  /** One gate for several rows. */
  onGateOfAll(marked: ReadonlySet<string>): void;
  onGate(id: string): void;
  onMore(id: string): void;
  /** How the courses inside stand beside what is published of them, by course. */
  states: ReadonlyMap<string, InsideState>;
  onInside(course: string): void;
}

/** Up to so many rows all are drawn whole, in sight or not. */
const SMALL = 150;

const NONE: ReadonlySet<string> = new Set();

export const Outline = memo(function Outline(props: Props) {
  const course = useLiveCourse(props.place);
  return course ? <Rows {...props} course={course} /> : null;
});

function Rows(props: Props & { course: PlanCourse }) {
  const { course, timeline, drawing, snags, zone, newId } = props;
  const { perform, latest } = props.actions;
  const [marked, setMarked] = useState(NONE);
  const focus = useFocus(course);
  const now = useRef({ ...props, marked });
  now.current = { ...props, marked };
  const take = (typed: Typed | null): boolean => {
    if (!typed) return false;
    perform(...typed.operations);
    setMarked(typed.marked);
    if (typed.focus !== null) focus(typed.focus);
    return true;
  };
  const taking = useRef(take);
  taking.current = take;
  const on = useMemo((): RowActions => {
    const here = () => now.current;
    return {
      title: (item, kind, title, typing) =>
        here().actions.type(typing, {
          type: kind === "module" ? "set-module" : "set-lesson",
          item,
          set: { title },
        }),
      key: (typing, stroke) =>
        taking.current(
          strike(
            here().actions.latest(),
            { ...typing, marked: here().marked },
            stroke,
            here().newId,
          ),
        ),
      gate: (id) => here().onGate(id),
      more: (id) => here().onMore(id),
      undo: () => here().actions.undo(),
      redo: () => here().actions.redo(),
    };
  }, []);

  const addLesson = useCallback((id: string) => {
    const { actions, newId } = now.current;
    const module = actions.latest().modules.find((one) => one.id === id);
    if (!module) return;
    const lesson = newLesson(newId(), "");
    const after = module.lessons.at(-1)?.id ?? null;
    const operation = { type: "insert-lesson", lesson, module: id, after } as const;
    taking.current({ operations: [operation], focus: lesson.id, marked: NONE });
  }, []);
  const items = useMemo(() => new Map(timeline?.items.map((item) => [item.id, item])), [timeline]);
  const copy = (cut: boolean): string | null => {
    if (marked.size === 0) return null;
    const clip = clipOf(course, marked);
    const text = clipText(course, marked);
    keepClip({ clip, cut, text });
    return text;
  };
  const paste = (row: string, text: string): boolean => {
    const kept = clipOfText(text);
    const present = latest();
    if (kept) {
      const ids = new Set(
        kept.clip.rows.map((one) => ("module" in one ? one.module.id : one.lesson.id)),
      );
      const moves =
        kept.cut &&
        kept.clip.course === course.id &&
        [...ids].every((id) => rowsOf(present).includes(id));
      const operations = moves
        ? putAfter(present, ids, row)
        : putCopies(present, kept.clip, row, newId);
      if (moves) keepClip({ ...kept, cut: false });
      return take({ operations, focus: null, marked: NONE });
    }
    return /\r|\n/.test(text.trim()) && take(pastedLines(present, row, text, newId));
  };
  const names = useMemo(
    () => new Map([[course.id, course.title], ...itemTitles(course)]),
    [course],
  );
  const titles = useTitles(course, names);
  const early = useEarly(course);
  const along = (id: string) => (marked.has(id) ? marked : new Set([id]));
  return (
    <>
      <DragArea
        titleOf={(id) => names.get(id) || "a row without a title"}
        countOf={(id) => outermost(course, along(id)).length}
        onDrop={(id, after) => perform(...putAfter(latest(), along(id), after))}
        onMark={(id, how) => setMarked((marks) => markedNow(course, marks, id, how))}
        onPaste={paste}
        onCopy={copy}
      >
        <View role="list">
          {stretchesOf(course.modules).map(({ inside, modules }) =>
            inside ? (
              <InsideRows
                key={`inside-${inside.course}`}
                inside={inside}
                modules={modules}
                state={props.states.get(inside.course) ?? null}
                items={items}
                titles={titles}
                snags={snags}
                drawing={drawing}
                zone={zone}
                onMore={props.onInside}
              />
            ) : (
              modules.map((module) => (
                <ModuleRows
                  key={module.id}
                  module={module}
                  standIn={
                    module.title.trim() === ""
                      ? standIn("module", course.modules.indexOf(module))
                      : ""
                  }
                  items={items}
                  titles={titles}
                  snags={snags}
                  marked={marked}
                  marks={marked.size > 1}
                  drawing={drawing}
                  zone={zone}
                  on={on}
                  small={names.size <= SMALL}
                  early={early}
                  onAdd={addLesson}
                />
              ))
            ),
          )}
        </View>
      </DragArea>
      <MarkedBar
        course={course}
        marked={marked}
        perform={perform}
        onCadence={props.onCadence}
        onGate={props.onGateOfAll}
        onClear={() => setMarked(NONE)}
      />
    </>
  );
}

/** What is drawn whole at once: the top of the page as it is opened, and whatever is made afterwards. */
function useEarly(course: PlanCourse): (module: string, index: number) => boolean {
  const top = useRef<Set<string> | null>(new Set(course.modules.slice(0, 4).map(({ id }) => id)));
  useEffect(() => {
    top.current = null;
  }, []);
  return useCallback((module, index) => !top.current || (top.current.has(module) && index < 3), []);
}

/** What gates call the items they count from; the same function as long as it says the same. */
function useTitles(course: PlanCourse, names: ReadonlyMap<string, string>) {
  const referred = course.modules
    .flatMap((module) => [module, ...module.lessons])
    .flatMap(({ gate }) => gate?.when.flatMap((one) => ("item" in one ? [one.item] : [])) ?? []);
  const key = JSON.stringify(referred.map((id) => [id, names.get(id)]));
  return useMemo(() => {
    const said = new Map<string, string>(JSON.parse(key));
    return (id: string) => said.get(id) ?? "something that is gone";
  }, [key]);
}

/** Marks one row, or all from the last one marked to it. */
function markedNow(
  course: PlanCourse,
  marks: ReadonlySet<string>,
  id: string,
  how: "toggle" | "range",
): ReadonlySet<string> {
  if (how === "range" && marks.size > 0) {
    const rows = rowsOf(course);
    const from = rows.findIndex((row) => marks.has(row));
    const to = rows.indexOf(id);
    return new Set(rows.slice(Math.min(from, to), Math.max(from, to) + 1));
  }
  const next = new Set(marks);
  if (!next.delete(id)) next.add(id);
  return next;
}

/** Marked rows as Markdown, for wherever they are pasted outside. */
function clipText(course: PlanCourse, marked: ReadonlySet<string>): string {
  const rows = new Set(outermost(course, marked));
  const modules = course.modules.flatMap((module) => {
    if (rows.has(module.id)) return [module];
    const lessons = module.lessons.filter(({ id }) => rows.has(id));
    return lessons.length === 0 ? [] : [{ ...module, lessons }];
  });
  return writeMarkdown({ ...course, modules }, new Map());
}

/** Scrolls to a row and puts the caret in it. */
export function goTo(row: string): void {
  bringNear(row);
  // A row that was just made, or is out of sight, is there a moment later; on a slow phone a longer one.
  const look = (again: number) =>
    setTimeout(() => {
      const name = CSS.escape(row);
      const found = document.querySelector<HTMLElement>(
        `[data-row="${name}"], [data-inside="${name}"]`,
      );
      const field = found?.querySelector("input");
      // A row of a course inside is read: it has no field.
      if (!field && !found?.dataset.inside && again > 0) return look(again - 1);
      found?.scrollIntoView({ block: "center" });
      field?.focus({ preventScroll: true });
    }, 30);
  look(60);
}

/** Puts the caret at the end of a row's title, once the row is there. */
function useFocus(course: PlanCourse): (row: string) => void {
  const wanted = useRef<string | null>(null);
  const go = (again = 3) => {
    const row = wanted.current;
    if (row === null || typeof document === "undefined") return;
    const field = document.querySelector<HTMLInputElement>(`[data-row="${CSS.escape(row)}"] input`);
    if (!field) {
      // A row out of sight has no field yet.
      bringNear(row);
      if (again > 0) setTimeout(() => go(again - 1), 30);
      return;
    }
    wanted.current = null;
    field.focus({ preventScroll: true });
    field.scrollIntoView({ block: "nearest" });
    field.setSelectionRange(field.value.length, field.value.length);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new row is there once the outline is drawn with it
  useEffect(() => go(), [course]);
  return (row) => {
    wanted.current = row;
    // Where nothing changes, nothing is drawn.
    setTimeout(() => go(), 0);
  };
}
