/**
 * An outline whose rows can be taken by mouse, touch or keyboard and put elsewhere, said aloud on the way. The drag and
 * drop library knows one thing that is dragged, whichever row that is; the row below the pointer is asked of the
 * browser. So six hundred rows cost no more than one, and none is drawn again while something moves.
 */
import {
  DndContext,
  DragOverlay,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  type ClipboardEvent,
  createContext,
  type KeyboardEvent,
  memo,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { DragAreaProps, DragRowProps, PlainRowsProps } from "./drag";
import { TEXT } from "./fonts";
import { Icon } from "./icon";
import { Text } from "./text";
import { usePalette } from "./theme";

/** Above the first row. */
const TOP = "";
const rowAt = (id: string) => document.querySelector<HTMLElement>(`[data-row="${CSS.escape(id)}"]`);
const rowOf = (target: EventTarget | null) =>
  (target as HTMLElement | null)?.closest?.<HTMLElement>("[data-row]") ?? null;
const idOf = (row: HTMLElement | null) => row?.dataset.row ?? null;

/** Numbers are the browser's to count, so that a new row does not draw all that follow again. */
const STYLE = `
[data-outline] { counter-reset: module lesson; position: relative; }
[data-row] { contain: layout; }
[data-kind="module"] { counter-increment: module; }
[data-kind="lesson"] { counter-increment: lesson; }
[data-kind="module"] [data-number]::after { content: counter(module); font-weight: 600; }
[data-kind="lesson"] [data-number]::after { content: counter(lesson); }
`;

/** A little way before it is a move: until then it is a press. */
const BY_POINTER = { activationConstraint: { distance: 5 } };

const HOW =
  "To move this row, press Space, go up or down with the arrows, and press Space again; Escape leaves it where it is. Enter marks it.";
const HOW_ID = "dawngate-how-to-move";

/** Where what was taken would go, as the row it comes after. */
interface Target {
  after: string;
  /** Where the line is drawn that shows it. */
  y: number;
}

/** The rows go past the library by a context of their own: it makes a new value at each rendering, and with it React
 * would look through all rows for whoever reads it. */
const Slot = createContext<ReactNode>(null);
type Latest = { current: DragAreaProps };

export function DragArea(props: DragAreaProps) {
  const latest = useRef(props);
  latest.current = props;
  return (
    <Slot.Provider value={props.children}>
      <Dragging latest={latest} />
    </Slot.Provider>
  );
}

const Dragging = memo(function Dragging({ latest }: { latest: Latest }) {
  const palette = usePalette();
  const [taken, setTaken] = useState<string | null>(null);
  const hot = useRef<string | null>(null);
  const target = useRef<Target | null>(null);
  const line = useRef<HTMLDivElement>(null);
  const spoken = useRef<HTMLDivElement>(null);
  const aim = useCallback((next: Target | null) => {
    target.current = next;
    if (!line.current) return;
    line.current.style.display = next ? "block" : "none";
    if (next) line.current.style.top = `${next.y}px`;
  }, []);
  const name = (id = hot.current ?? "") => {
    const count = latest.current.countOf(id);
    return count > 1 ? `${count} rows` : latest.current.titleOf(id);
  };
  const place = () => {
    const after = target.current?.after;
    return after === TOP ? "before everything" : `after ${latest.current.titleOf(after ?? "")}`;
  };
  const speak = useCallback(() => {
    if (spoken.current) spoken.current.textContent = going.current();
  }, []);
  /** What was done, said after it is done. */
  const ended = useRef("");
  const moves = () => target.current !== null && target.current.after !== hot.current;
  const going = useRef<() => string>(() => "");
  going.current = () => (moves() ? `${name()} goes ${place()}.` : `${name()} is where it was.`);
  // The library hands its sensors to everything within: made anew, they would make it look at every row.
  const byKeys = useMemo(
    () => ({
      // With arrows a taken row goes from row to row.
      coordinateGetter: ((event) => {
        const step = event.code === "ArrowDown" ? 1 : event.code === "ArrowUp" ? -1 : 0;
        if (step === 0) return undefined;
        event.preventDefault();
        const rows = [...document.querySelectorAll<HTMLElement>("[data-outline] [data-row]")];
        const here = rows.findIndex((row) => idOf(row) === (target.current?.after ?? hot.current));
        const next = rows[here + step];
        const rect = next?.getBoundingClientRect();
        if (!next || !rect) {
          if (here + step < 0) {
            aim({ after: TOP, y: 0 });
            speak();
          }
          return undefined;
        }
        aim({ after: idOf(next) ?? TOP, y: next.offsetTop + next.offsetHeight });
        next.scrollIntoView({ block: "nearest" });
        speak();
        return { x: rect.left, y: rect.top };
      }) satisfies KeyboardCoordinateGetter,
    }),
    [aim, speak],
  );
  const sensors = useSensors(
    useSensor(PointerSensor, BY_POINTER),
    useSensor(KeyboardSensor, byKeys),
  );
  useEffect(() => {
    if (taken === null) return;
    const row = rowAt(taken);
    if (row) row.style.opacity = "0.4";
    const follow = (event: globalThis.PointerEvent) => {
      const outline = document.querySelector("[data-outline]")?.getBoundingClientRect();
      if (!outline) return;
      const under = rowOf(document.elementFromPoint(outline.left + 80, event.clientY));
      if (under) aim({ after: idOf(under) ?? TOP, y: under.offsetTop + under.offsetHeight });
      else if (event.clientY < outline.top) aim({ after: TOP, y: 0 });
    };
    window.addEventListener("pointermove", follow);
    return () => {
      window.removeEventListener("pointermove", follow);
      if (row) row.style.opacity = "";
    };
  });
  return (
    <DndContext
      sensors={sensors}
      accessibility={{
        announcements: {
          onDragStart: () => `${name()} is taken.`,
          // Where it goes is said by speak(): the library is silent when a step scrolls.
          onDragMove: () => undefined,
          onDragOver: () => undefined,
          onDragEnd: () => ended.current,
          onDragCancel: () => `${name()} stays where it was.`,
        },
        screenReaderInstructions: { draggable: HOW },
      }}
      onDragStart={() => setTaken(hot.current)}
      onDragCancel={() => {
        setTaken(null);
        aim(null);
      }}
      onDragEnd={() => {
        ended.current = moves() ? `${name()} stands ${place()} now.` : `${name()} stays.`;
        const after = target.current?.after;
        if (hot.current !== null && after !== undefined && moves())
          latest.current.onDrop(hot.current, after === TOP ? null : after);
        setTaken(null);
        aim(null);
      }}
    >
      <style>{STYLE}</style>
      <div id={HOW_ID} hidden>
        {HOW}
      </div>
      <div
        ref={spoken}
        role="status"
        aria-live="assertive"
        style={{ position: "absolute", width: 1, height: 1, overflow: "hidden", opacity: 0 }}
      />
      <Rows latest={latest} hot={hot} taken={taken !== null}>
        <div
          ref={line}
          aria-hidden
          style={{
            display: "none",
            position: "absolute",
            left: 0,
            right: 0,
            height: 3,
            marginTop: -1,
            background: palette.dusk,
            zIndex: 1,
            pointerEvents: "none",
          }}
        />
      </Rows>
      <DragOverlay dropAnimation={null} style={{ pointerEvents: "none" }}>
        {taken === null ? null : (
          <div
            style={{
              display: "inline-block",
              padding: "10px 16px",
              borderRadius: 8,
              background: palette.surface,
              border: `2px solid ${palette.dusk}`,
              boxShadow: "0 6px 20px rgba(20, 14, 40, 0.25)",
            }}
          >
            <Text kind="smallStrong">{name(taken)}</Text>
          </div>
        )}
      </DragOverlay>
    </DndContext>
  );
});

interface RowsProps {
  latest: Latest;
  hot: { current: string | null };
  taken: boolean;
  children: ReactNode;
}

/** The rows, with what is pressed, pasted and copied in them. */
function Rows({ latest, hot, taken, children }: RowsProps) {
  const rows = useContext(Slot);
  const { setNodeRef, setActivatorNodeRef, listeners } = useDraggable({ id: "row" });
  const dragged = useRef(false);
  if (taken) dragged.current = true;
  /** Makes the row of a pressed handle the one that the library drags. */
  const take = (event: { target: EventTarget | null }): boolean => {
    const handle = (event.target as HTMLElement).closest?.<HTMLElement>("[data-handle]");
    const row = rowOf(handle ?? null);
    if (!handle || !row) return false;
    hot.current = idOf(row);
    setNodeRef(row);
    setActivatorNodeRef(handle);
    return true;
  };
  const copy = (event: ClipboardEvent, cut: boolean) => {
    const field = event.target as HTMLInputElement;
    // A part of a title is the field's own.
    if (field.selectionStart !== null && field.selectionStart !== field.selectionEnd) return;
    const text = latest.current.onCopy(cut);
    if (text === null) return;
    event.preventDefault();
    event.clipboardData.setData("text/plain", text);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what is pressed are the handles and fields within
    <div
      data-outline
      onPointerDown={(event: PointerEvent) => {
        dragged.current = false;
        if (take(event)) listeners?.onPointerDown?.(event);
      }}
      onKeyDown={(event: KeyboardEvent) => {
        // Enter marks, as a press does; Space takes.
        if (event.key !== "Enter" && take(event)) {
          dragged.current = event.key === " ";
          listeners?.onKeyDown?.(event);
        }
      }}
      onClick={(event) => {
        const handle = (event.target as HTMLElement).closest("[data-handle]");
        const id = idOf(rowOf(handle));
        // Letting go after a move is no press.
        if (id !== null && !dragged.current)
          latest.current.onMark(id, event.shiftKey ? "range" : "toggle");
      }}
      onPaste={(event) => {
        const row = idOf(rowOf(event.target));
        if (row !== null && latest.current.onPaste(row, event.clipboardData.getData("text/plain")))
          event.preventDefault();
      }}
      onCopy={(event) => copy(event, false)}
      onCut={(event) => copy(event, true)}
    >
      {children}
      {rows}
    </div>
  );
}

export function DragRow({ id, kind, name, marked, inset, children }: DragRowProps) {
  const palette = usePalette();
  const mark = useMemo(
    () => <Icon name="drag-vertical" color={palette.quiet} size={16} />,
    [palette.quiet],
  );
  return (
    <div
      data-row={id}
      data-kind={kind}
      style={{
        display: "flex",
        alignItems: "flex-start",
        paddingLeft: inset,
        background: marked ? palette.lilac : undefined,
        borderBottom: `1px solid ${palette.line}`,
      }}
    >
      <button
        type="button"
        data-handle
        aria-pressed={marked}
        aria-roledescription="row that can be moved"
        aria-describedby={HOW_ID}
        aria-label={name}
        style={{
          width: 44,
          minHeight: 44,
          padding: 0,
          border: "none",
          borderRadius: 6,
          cursor: "grab",
          touchAction: "none",
          background: "transparent",
          color: palette.quiet,
          flexShrink: 0,
          display: "flex",
          alignItems: "center",
          justifyContent: "center",
          font: `14px ${TEXT}, sans-serif`,
          fontVariantNumeric: "tabular-nums",
        }}
      >
        {mark}
        <span data-number aria-hidden />
      </button>
      <div style={{ flex: 1, minWidth: 0 }}>{children}</div>
    </div>
  );
}

/**
 * Out of sight: read by a screen reader and found by the browser's search, until one scrolls there. What is skipped by
 * the browser does not count either (CSS Containment), so the whole stretch is counted where it begins.
 */
export function PlainRows({ rows, height }: PlainRowsProps) {
  const modules = rows.filter(({ kind }) => kind === "module").length;
  return (
    <div
      style={{
        height,
        overflow: "hidden",
        contentVisibility: "auto",
        counterIncrement: `module ${modules} lesson ${rows.length - modules}`,
        font: `16px ${TEXT}, sans-serif`,
      }}
    >
      {rows.map(({ id, title }) => (
        <div key={id} data-row={id} style={{ height: height / rows.length }}>
          {title}
        </div>
      ))}
    </div>
  );
}
