/** What an author has done that the server may not know yet: the draft is *base + pending*, and nothing is lost. */
import type { Edited } from "@dawngate/contract";
import { applyOperation, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { rootReducer } from "../../store";

export interface Pending {
  /** The client's own number of the operation. */
  number: number;
  operation: Operation;
}

export interface Edits {
  /** The draft as the server has it, up to `sequence`. */
  base: PlanCourse;
  sequence: number;
  clientId: string;
  nextNumber: number;
  pending: Pending[];
  /** What takes back what was done here, the latest last; and what plays it again. */
  undo: Operation[];
  redo: Operation[];
  /** When everything was kept last. */
  keptAt: number | null;
  /** Why something that was done here is not to be. */
  refused: string | null;
}

/** The draft as its author sees it. What does not apply any more is passed over. */
export function shown({ base, pending }: Pick<Edits, "base" | "pending">): PlanCourse {
  let course = base;
  for (const { operation } of pending) {
    const applied = applyOperation(course, operation);
    if (applied.ok) course = applied.course;
  }
  return course;
}

type State = Record<string, Edits>;

/** Does something here: it is shown at once, waits to be sent, and can be taken back. */
function perform(edits: Edits, operation: Operation): Operation | null {
  const applied = applyOperation(shown(edits), operation);
  if (!applied.ok) {
    edits.refused = applied.reason;
    return null;
  }
  edits.pending.push({ number: edits.nextNumber, operation });
  edits.nextNumber++;
  edits.refused = null;
  return applied.inverse;
}

const slice = createSlice({
  name: "edits",
  initialState: {} as State,
  reducers: {
    /** The draft has arrived; what was left unsent the last time comes back. */
    opened(
      state,
      {
        payload,
      }: PayloadAction<{
        key: string;
        course: PlanCourse;
        sequence: number;
        clientId: string;
        left: Pending[];
      }>,
    ) {
      const { key, course, sequence, clientId, left } = payload;
      state[key] = {
        base: course,
        sequence,
        clientId,
        nextNumber: Math.max(0, ...left.map(({ number }) => number)) + 1,
        pending: left,
        undo: [],
        redo: [],
        keptAt: null,
        refused: null,
      };
    },
    done(state, { payload }: PayloadAction<{ key: string; operation: Operation }>) {
      const edits = state[payload.key];
      if (!edits) return;
      const inverse = perform(edits, payload.operation);
      if (!inverse) return;
      edits.undo.push(inverse);
      edits.redo = [];
    },
    undone(state, { payload: key }: PayloadAction<string>) {
      const edits = state[key];
      const operation = edits?.undo.pop();
      if (!edits || !operation) return;
      const inverse = perform(edits, operation);
      if (inverse) edits.redo.push(inverse);
    },
    redone(state, { payload: key }: PayloadAction<string>) {
      const edits = state[key];
      const operation = edits?.redo.pop();
      if (!edits || !operation) return;
      const inverse = perform(edits, operation);
      if (inverse) edits.undo.push(inverse);
    },
    /** The server has answered: its operations, in its order, are the base; what it has is no longer pending. */
    kept(
      state,
      { payload }: PayloadAction<{ key: string; answer: Edited; sent: number; at: number }>,
    ) {
      const edits = state[payload.key];
      if (!edits) return;
      const { answer, sent, at } = payload;
      catchUp(edits, answer.operations);
      edits.pending = edits.pending.filter(({ number }) => number > sent);
      edits.keptAt = at;
      edits.refused = answer.refused[0]?.reason ?? null;
    },
    /** Somebody else, or another window, has changed the draft. */
    heard(state, { payload }: PayloadAction<{ key: string; operations: Edited["operations"] }>) {
      const edits = state[payload.key];
      if (edits) catchUp(edits, payload.operations);
    },
  },
});

function catchUp(edits: Edits, operations: Edited["operations"]): void {
  for (const { sequence, operation, clientId, number } of operations) {
    if (sequence !== edits.sequence + 1) continue;
    const applied = applyOperation(edits.base, operation);
    if (applied.ok) edits.base = applied.course;
    edits.sequence = sequence;
    // Heard before it was answered: it must not be played twice.
    if (clientId === edits.clientId)
      edits.pending = edits.pending.filter((one) => one.number !== number);
  }
}

export const { opened, done, undone, redone, kept, heard } = slice.actions;
export const editsReducer = slice.reducer;
rootReducer.inject(slice);
