/** The sheets that open over an outline: a gate, an item, the course, paper in and out, the keys. */
import type { TimelineItemAnswer } from "@dawngate/contract";
import type { Zone } from "@dawngate/core/time";
import type { InCourse, useDescribeMutation } from "../api";
import { OutSheet } from "../paper/out-sheet";
import { PaperSheet } from "../paper/paper-sheet";
import { CourseSheet } from "./course-sheet";
import { findItem } from "./find-item";
import { GateSheet } from "./gate-sheet";
import { ItemSheet } from "./item-sheet";
import { KeysSheet } from "./keys-sheet";
import { type useDraft, useLiveCourse } from "./use-draft";

export type Open =
  | { kind: "gate" | "item"; id: string }
  | { kind: "course" | "paper" | "out" | "keys" };

interface Props {
  place: InCourse;
  draft: ReturnType<typeof useDraft>;
  open: Open;
  items: ReadonlyMap<string, TimelineItemAnswer>;
  zone: Zone;
  newId(): string;
  onDescribe: ReturnType<typeof useDescribeMutation>[0];
  onClose(): void;
}

export function Sheets({ place, draft, open, items, zone, newId, onDescribe, onClose }: Props) {
  const course = useLiveCourse(place);
  const { perform } = draft.actions;
  if (!course) return null;
  switch (open.kind) {
    case "gate": {
      const found = findItem(course, open.id);
      if (!found) return null;
      const { kind, item, before } = found;
      return (
        <GateSheet
          course={course}
          item={item}
          before={before}
          row={items.get(item.id) ?? null}
          zone={zone}
          onGate={(gate) =>
            perform({
              type: kind === "module" ? "set-module" : "set-lesson",
              item: item.id,
              set: { gate },
            })
          }
          onClose={onClose}
        />
      );
    }
    case "item": {
      const found = findItem(course, open.id);
      return found ? (
        <ItemSheet
          place={place}
          course={course}
          found={found}
          perform={perform}
          onClose={onClose}
        />
      ) : null;
    }
    case "keys":
      return <KeysSheet onClose={onClose} />;
    case "out":
      return (
        <OutSheet
          place={place}
          course={course}
          description={draft.description}
          published={draft.published !== null}
          onClose={onClose}
        />
      );
    case "paper":
      return (
        <PaperSheet
          course={course}
          description={draft.description}
          newId={newId}
          perform={perform}
          onDescribe={(description) => onDescribe({ ...place, description })}
          onClose={onClose}
        />
      );
    case "course":
      return (
        <CourseSheet
          place={place}
          course={course}
          description={draft.description}
          words={draft.words}
          card={draft.card}
          onSet={(set) => perform({ type: "set-course", set })}
          onClose={onClose}
        />
      );
  }
}
