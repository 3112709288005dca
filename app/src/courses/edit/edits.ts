/** What an author has done that the server may not know yet: the draft is *base + pending*, and nothing is lost. */
import type { Edited } from "@dawngate/contract/courses";
import { applyOperation, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { createSlice, isDraft, original, type PayloadAction } from "@reduxjs/toolkit";
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
  /** What takes back each step done here, the latest last; and what plays it again. */
  undo: Operation[][];
  redo: Operation[][];
  /** What the latest step was typed into, as long as one types on in it: a word is one step, whenever it is kept. */
  typing: string | null;
  /** When everything was kept last. */
  keptAt: number | null;
  /** Why something that was done here is not to be. */
  refused: string | null;
}

const drawn = new WeakMap<object, PlanCourse>();

/** The draft as its author sees it, the same object for the same edits. What does not apply any more is passed over. */
export function shown(edits: Pick<Edits, "base" | "pending">): PlanCourse {
  const before = drawn.get(edits);
  if (before) return before;
  const { base, pending } = edits;
  let course = base;
  for (const { operation } of pending) {
    const applied = applyOperation(course, operation);
    if (applied.ok) course = applied.course;
  }
  drawn.set(edits, course);
  return course;
}

type State = Record<string, Edits>;

/**
 * Does something here, as one step: it is shown at once, waits to be sent, and can be taken back. Of several operations
 * those that do not apply any more are passed over. Answers what takes the step back; null where nothing was done.
 */
function perform(edits: Edits, operations: readonly Operation[]): [Edits, Operation[] | null] {
  let course = shown(edits);
  let refused: string | null = null;
  const pending: Pending[] = [];
  const inverse: Operation[] = [];
  for (const operation of operations) {
    const applied = applyOperation(course, operation);
    if (!applied.ok) {
      refused = applied.reason;
      continue;
    }
    course = applied.course;
    pending.push({ number: edits.nextNumber + pending.length, operation });
    inverse.unshift(applied.inverse);
  }
  if (pending.length === 0) return [{ ...edits, refused }, null];
  const next = {
    ...edits,
    pending: [...edits.pending, ...pending],
    nextNumber: edits.nextNumber + pending.length,
    refused: null,
  };
  return [next, inverse];
}

/** The slice's state as plain objects: a draft of six hundred lessons is too large to be watched for changes. */
function plain(state: State, key: string): Edits | undefined {
  return (isDraft(state) ? (original(state) as State) : state)[key];
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
        /** The steps that can be taken back, and played again, from before. */
        undo?: Operation[][];
        redo?: Operation[][];
      }>,
    ) {
      const { key, course, sequence, clientId, left, undo = [], redo = [] } = payload;
      state[key] = {
        base: course,
        sequence,
        clientId,
        nextNumber: Math.max(0, ...left.map(({ number }) => number)) + 1,
        pending: left,
        undo,
        redo,
        typing: null,
        keptAt: null,
        refused: null,
      };
    },
    done(
      state,
      {
        payload,
      }: PayloadAction<{ key: string; operations: readonly Operation[]; typing?: string }>,
    ) {
      const edits = plain(state, payload.key);
      if (!edits) return;
      const [next, inverse] = perform(edits, payload.operations);
      if (!inverse) {
        state[payload.key] = next;
        return;
      }
      const { typing = null } = payload;
      // Typed on: what takes back the beginning takes back all of it.
      const goesOn = typing !== null && typing === edits.typing;
      const undo = goesOn ? edits.undo : [...edits.undo, inverse];
      state[payload.key] = { ...next, undo, redo: [], typing };
    },
    undone(state, { payload: key }: PayloadAction<string>) {
      const edits = plain(state, key);
      const step = edits?.undo.at(-1);
      if (!edits || !step) return;
      const [next, inverse] = perform(edits, step);
      const redo = inverse ? [...edits.redo, inverse] : edits.redo;
      state[key] = { ...next, undo: edits.undo.slice(0, -1), redo, typing: null };
    },
    redone(state, { payload: key }: PayloadAction<string>) {
      const edits = plain(state, key);
      const step = edits?.redo.at(-1);
      if (!edits || !step) return;
      const [next, inverse] = perform(edits, step);
      const undo = inverse ? [...edits.undo, inverse] : edits.undo;
      state[key] = { ...next, undo, redo: edits.redo.slice(0, -1) };
    },
    /** The server has answered: its operations, in its order, are the base; what it has is no longer pending. */
    kept(
      state,
      { payload }: PayloadAction<{ key: string; answer: Edited; sent: number; at: number }>,
    ) {
      const edits = plain(state, payload.key);
      if (!edits) return;
      const { answer, sent, at } = payload;
      const next = caughtUp(edits, answer.operations);
      state[payload.key] = {
        ...next,
        pending: next.pending.filter(({ number }) => number > sent),
        keptAt: at,
        refused: answer.refused[0]?.reason ?? null,
      };
    },
    /** Somebody else, or another window, has changed the draft. */
    heard(state, { payload }: PayloadAction<{ key: string; operations: Edited["operations"] }>) {
      const edits = plain(state, payload.key);
      if (edits) state[payload.key] = caughtUp(edits, payload.operations);
    },
  },
});

function caughtUp(edits: Edits, operations: Edited["operations"]): Edits {
  let { base, sequence, pending } = edits;
  for (const { sequence: next, operation, clientId, number } of operations) {
    if (next !== sequence + 1) continue;
    const applied = applyOperation(base, operation);
    if (applied.ok) base = applied.course;
    sequence = next;
    // Heard before it was answered: it must not be played twice.
    if (clientId === edits.clientId) pending = pending.filter((one) => one.number !== number);
  }
  return { ...edits, base, sequence, pending };
}

export const { opened, done, undone, redone, kept, heard } = slice.actions;
export const editsReducer = slice.reducer;
rootReducer.inject(slice);
