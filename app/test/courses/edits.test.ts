import type { Operation } from "@dawngate/core/courses";
import { courseSchema } from "@dawngate/core/plan";
import {
  done,
  type Edits,
  editsReducer,
  heard,
  kept,
  opened,
  redone,
  shown,
  undone,
} from "../../src/courses/edit/edits";

const KEY = "school/c";
const course = courseSchema.parse({
  id: "c",
  title: "Course",
  modules: [{ id: "a", title: "A", lessons: [] }],
});
const rename = (title: string): Operation =>
  ({ type: "set-module", item: "a", set: { title } }) as Operation;
const begin = () =>
  editsReducer({}, opened({ key: KEY, course, sequence: 4, clientId: "me-me-me", left: [] }));
const state = (edits: ReturnType<typeof begin>) => edits[KEY] as Edits;
const title = (edits: ReturnType<typeof begin>) => shown(state(edits)).modules[0]?.title;
const numbered = (sequence: number, operation: Operation, clientId = "somebody", number = 1) => ({
  sequence,
  clientId,
  number,
  operation,
});

test("what is done is shown at once, waits to be sent, and is taken back and played again", () => {
  let edits = editsReducer(begin(), done({ key: KEY, operations: [rename("B")] }));
  expect(title(edits)).toBe("B");
  expect(state(edits).pending).toEqual([{ number: 1, operation: rename("B") }]);
  edits = editsReducer(edits, undone(KEY));
  expect(title(edits)).toBe("A");
  edits = editsReducer(edits, redone(KEY));
  expect(title(edits)).toBe("B");
  // Each of the three is sent: the server has to hear of the undo too.
  expect(state(edits).pending.map(({ number }) => number)).toEqual([1, 2, 3]);
});

test("the server's answer becomes the base, and only what was sent is no longer pending", () => {
  let edits = editsReducer(begin(), done({ key: KEY, operations: [rename("B")] }));
  edits = editsReducer(edits, done({ key: KEY, operations: [rename("C")] }));
  const answer = {
    sequence: 5,
    operations: [numbered(5, rename("B"), "me-me-me", 1)],
    refused: [],
  };
  edits = editsReducer(edits, kept({ key: KEY, answer, sent: 1, at: 1000 }));
  expect(state(edits)).toMatchObject({ sequence: 5, keptAt: 1000 });
  expect(state(edits).pending.map(({ number }) => number)).toEqual([2]);
  expect(title(edits)).toBe("C");
});

test("another author's change comes in under one's own, and one's own stays on top", () => {
  let edits = editsReducer(begin(), done({ key: KEY, operations: [rename("Mine")] }));
  const added = {
    type: "insert-module",
    module: { ...course.modules[0], id: "z" },
    after: "a",
  } as Operation;
  edits = editsReducer(
    edits,
    heard({ key: KEY, operations: [numbered(5, rename("Theirs")), numbered(6, added)] }),
  );
  expect(title(edits)).toBe("Mine");
  expect(shown(state(edits)).modules.map(({ id }) => id)).toEqual(["a", "z"]);
});

test("hearing twice, or of one's own before the answer, plays nothing twice", () => {
  let edits = editsReducer(begin(), done({ key: KEY, operations: [rename("B")] }));
  const own = numbered(5, rename("B"), "me-me-me", 1);
  edits = editsReducer(edits, heard({ key: KEY, operations: [own] }));
  edits = editsReducer(edits, heard({ key: KEY, operations: [own] }));
  expect(state(edits).sequence).toBe(5);
  expect(state(edits).pending).toEqual([]);
});

test("what somebody has removed meanwhile is passed over, and said", () => {
  let edits = editsReducer(
    begin(),
    heard({ key: KEY, operations: [numbered(5, { type: "remove", item: "a" })] }),
  );
  edits = editsReducer(edits, done({ key: KEY, operations: [rename("B")] }));
  expect(state(edits).refused).toMatch(/gone/);
  expect(state(edits).pending).toEqual([]);
});

test("what was left unsent the last time goes on with its numbers", () => {
  const left = [{ number: 7, operation: rename("Left") }];
  let edits = editsReducer({}, opened({ key: KEY, course, sequence: 4, clientId: "before", left }));
  expect(title(edits)).toBe("Left");
  edits = editsReducer(edits, done({ key: KEY, operations: [rename("More")] }));
  expect(state(edits).pending.map(({ number }) => number)).toEqual([7, 8]);
});
