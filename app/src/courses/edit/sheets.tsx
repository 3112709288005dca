/** The sheets that open over an outline: a gate, an item, the course, paper in and out, the keys. */
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import { type OwnWords, wordsOf } from "@dawngate/core/courses";
import type { PlanCohort, PlanCourse, PlanGate } from "@dawngate/core/plan";
import type { Zone } from "@dawngate/core/time";
import { CadenceSheet } from "../../schedule/cadence/cadence-sheet";
import type { InCourse, useDescribeCourseMutation } from "../api";
import { OutSheet } from "../paper/out-sheet";
import { PaperSheet } from "../paper/paper-sheet";
import { CourseSheet } from "./course-sheet";
import { findItem } from "./find-item";
import type { NamedCohort } from "./for-cohorts";
import { GateSheet } from "./gate-sheet";
import type { InsideState } from "./inside-rows";
import { InsideSheet } from "./inside-sheet";
import { ItemSheet } from "./item-sheet";
import { PutCourseSheet } from "./put-course-sheet";
import { type useDraft, useLiveCourse } from "./use-draft";

export type Open =
  | { kind: "item"; id: string }
  /** `also`: the gate of one of several rows, which all get the same. */
  | { kind: "gate"; id: string; also?: ReadonlySet<string> }
  | { kind: "cadence"; marked: ReadonlySet<string> }
  /** A course that stands inside this one. */
  | { kind: "inside"; course: string }
  | { kind: "course" | "paper" | "out" | "put-course" };

const NONE: ReadonlySet<string> = new Set();

interface Props {
  place: InCourse;
  draft: ReturnType<typeof useDraft>;
  /** What the school calls things. */
  schoolWords: OwnWords;
  open: Open;
  items: ReadonlyMap<string, TimelineItemAnswer>;
  zone: Zone;
  hasCohorts: boolean;
  /** The course's, in the order of their days. */
  cohorts: readonly NamedCohort[];
  /** The cohort whose dates are shown. */
  cohort: (PlanCohort & { name: string }) | null;
  /** Gives a cohort a gate of its own for an item; undefined: the course's again. */
  onCohortGate(cohort: string, item: string, gate: PlanGate | null | undefined): void;
  /** The dates of a course for the one whose dates are shown. */
  preview(course: PlanCourse): TimelineAnswer | null;
  /** How the courses inside stand beside what is published of them. */
  states: ReadonlyMap<string, InsideState>;
  newId(): string;
  onDescribe: ReturnType<typeof useDescribeCourseMutation>[0];
  onClose(): void;
}

export function Sheets(props: Props) {
  const { place, draft, open, items, zone, cohort, newId, onDescribe, onClose } = props;
  const course = useLiveCourse(place);
  const { perform } = draft.actions;
  if (!course) return null;
  switch (open.kind) {
    case "gate": {
      const found = findItem(course, open.id);
      if (!found) return null;
      return (
        <GateSheet
          course={course}
          found={found}
          also={open.also ?? NONE}
          row={items.get(found.item.id) ?? null}
          zone={zone}
          hasCohorts={props.hasCohorts}
          lesson={wordsOf(props.schoolWords, draft.words).lesson}
          cohort={
            cohort && {
              id: cohort.id,
              name: cohort.name,
              own: Object.hasOwn(cohort.gates, found.item.id)
                ? (cohort.gates[found.item.id] ?? null)
                : undefined,
              set: (gate) => props.onCohortGate(cohort.id, found.item.id, gate),
            }
          }
          perform={perform}
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
          cohorts={props.cohorts}
          perform={perform}
          newId={newId}
          onClose={onClose}
        />
      ) : null;
    }
    case "cadence":
      return (
        <CadenceSheet
          course={course}
          marked={open.marked}
          zone={zone}
          hasCohorts={props.hasCohorts}
          preview={props.preview}
          perform={perform}
          onClose={onClose}
        />
      );
    case "inside":
      return (
        <InsideSheet
          place={place}
          course={course}
          inner={open.course}
          state={props.states.get(open.course) ?? null}
          perform={perform}
          onClose={onClose}
        />
      );
    case "put-course":
      return <PutCourseSheet place={place} course={course} perform={perform} onClose={onClose} />;
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
          onDescribe={(description) => onDescribe({ ...place, body: { description } })}
          onClose={onClose}
        />
      );
    case "course":
      return (
        <CourseSheet
          place={place}
          course={course}
          hasCohorts={props.hasCohorts}
          description={draft.description}
          words={draft.words}
          card={draft.card}
          onSet={(set) => perform({ type: "set-course", set })}
          onClose={onClose}
        />
      );
  }
}
