/** An outline whose rows can be taken by mouse, touch or keyboard and put elsewhere, said aloud on the way. */
import {
  type Announcements,
  type CollisionDetection,
  closestCenter,
  DndContext,
  DragOverlay,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { type ClipboardEvent, useState } from "react";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { DragAreaProps, DragRowProps } from "./drag";

/** The place above the first row. */
const TOP = "dawngate-top";

/** By mouse and finger the row under the pointer counts, by keyboard the one it was moved to. */
const underPointer: CollisionDetection = (args) => {
  const within = args.pointerCoordinates ? pointerWithin(args) : [];
  return within.length > 0 ? within : closestCenter(args);
};

/** With arrows a taken row goes from row to row. */
const rowByRow: KeyboardCoordinateGetter = (event, { context }) => {
  const step = event.code === "ArrowDown" ? 1 : event.code === "ArrowUp" ? -1 : 0;
  const { droppableRects, over, active } = context;
  if (step === 0 || !active) return undefined;
  event.preventDefault();
  const rects = [...droppableRects].sort((a, b) => a[1].top - b[1].top);
  const here = rects.findIndex(([id]) => id === (over?.id ?? active.id));
  const next = rects[here + step]?.[1];
  return next && { x: next.left, y: next.top };
};

export function DragArea({ children, titleOf, countOf, onDrop, onPaste, onCopy }: DragAreaProps) {
  const palette = usePalette();
  const [taken, setTaken] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: rowByRow }),
  );
  const name = (id: unknown) => {
    const count = countOf(String(id));
    return count > 1 ? `${count} rows` : titleOf(String(id));
  };
  const place = (id: unknown) =>
    id === TOP ? "before everything" : `after ${titleOf(String(id))}`;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} is taken.`,
    // Over itself it has gone nowhere yet.
    onDragOver: ({ active, over }) =>
      over?.id === active.id
        ? undefined
        : over
          ? `${name(active.id)} goes ${place(over.id)}.`
          : `${name(active.id)} goes nowhere.`,
    onDragEnd: ({ active, over }) =>
      over ? `${name(active.id)} stands ${place(over.id)} now.` : `${name(active.id)} stays.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  const copy = (event: ClipboardEvent, cut: boolean) => {
    const field = event.target as HTMLInputElement;
    // A part of a title is the field's own.
    if (field.selectionStart !== null && field.selectionStart !== field.selectionEnd) return;
    const text = onCopy(cut);
    if (text === null) return;
    event.preventDefault();
    event.clipboardData.setData("text/plain", text);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointer}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable:
            "To move this row, press Space, go up or down with the arrows, and press Space again; Escape leaves it where it is.",
        },
      }}
      onDragStart={({ active }) => setTaken(String(active.id))}
      onDragCancel={() => setTaken(null)}
      onDragEnd={({ active, over }) => {
        setTaken(null);
        if (over && over.id !== active.id)
          onDrop(String(active.id), over.id === TOP ? null : String(over.id));
      }}
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: what is pasted and copied in the fields within */}
      <div
        onPaste={(event) => {
          const row = (event.target as HTMLElement).closest("[data-row]")?.getAttribute("data-row");
          const text = event.clipboardData.getData("text/plain");
          if (row && onPaste(row, text)) event.preventDefault();
        }}
        onCopy={(event) => copy(event, false)}
        onCut={(event) => copy(event, true)}
      >
        <Top />
        {children}
      </div>
      <DragOverlay dropAnimation={null}>
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
}

function Top() {
  const { setNodeRef, isOver } = useDroppable({ id: TOP });
  const { dusk } = usePalette();
  return (
    <div
      ref={setNodeRef}
      style={{ height: 6, borderBottom: `3px solid ${isOver ? dusk : "transparent"}` }}
    />
  );
}

export function DragRow({ id, children, mark, name, marked, onMark }: DragRowProps) {
  const { setNodeRef, setActivatorNodeRef, listeners, attributes, isDragging } = useDraggable({
    id,
  });
  const { setNodeRef: setDropRef, isOver } = useDroppable({ id });
  const palette = usePalette();
  const handle = (
    <button
      type="button"
      ref={setActivatorNodeRef}
      {...listeners}
      {...attributes}
      // It marks when pressed, and moves when dragged.
      aria-pressed={marked}
      aria-label={name}
      onClick={(event) => onMark(event.shiftKey ? "range" : "toggle")}
      style={{
        width: 44,
        minHeight: 44,
        padding: 0,
        border: "none",
        borderRadius: 6,
        cursor: "grab",
        touchAction: "none",
        background: "transparent",
        flexShrink: 0,
      }}
    >
      {mark}
    </button>
  );
  return (
    <div
      ref={(node) => {
        setNodeRef(node);
        setDropRef(node);
      }}
      data-row={id}
      style={{
        opacity: isDragging ? 0.4 : 1,
        background: marked ? palette.lilac : undefined,
        boxShadow: isOver && !isDragging ? `0 3px 0 ${palette.dusk}` : undefined,
        position: "relative",
      }}
    >
      {children(handle)}
    </div>
  );
}
