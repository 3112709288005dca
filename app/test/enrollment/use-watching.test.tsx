/** What is known of a film is known of that film alone: going on to the next lesson takes nothing along. */
import type { Seen } from "@dawngate/contract/learning";
import { act, renderHook } from "@testing-library/react";
import { saySeenShare, useWatching } from "../../src/enrollment/learning/use-watching";

const answer: Seen = {
  stretches: [[0, 28]],
  position: 28,
  share: 0.95,
  needed: 0.9,
  enough: true,
};
jest.mock("../../src/enrollment/learning/api", () => ({
  useKeepSeenMutation: () => [() => ({ unwrap: async () => answer })],
}));

const place = { school: "ember-row", enrollment: "e1" };
const begun: Seen = { stretches: [], position: 0, share: 0, needed: 0.9, enough: false };

test("once enough is seen it is enough, of this lesson and of no other", async () => {
  const { result, rerender } = renderHook(
    ({ lesson, first }: { lesson: string; first: Seen | null }) =>
      useWatching({ ...place, lesson }, first),
    { initialProps: { lesson: "film", first: begun as Seen | null } },
  );
  expect(result.current.seen?.enough).toBe(false);
  await act(async () => {
    await result.current.watching?.tell({ stretches: [[0, 28]], position: 28 });
  });
  expect(result.current.seen?.enough).toBe(true);
  // A lesson of text, and another film that was not begun.
  rerender({ lesson: "text", first: null });
  expect(result.current.seen).toBeNull();
  expect(result.current.watching).toBeNull();
  rerender({ lesson: "other film", first: begun });
  expect(result.current.seen?.enough).toBe(false);
  // Back at the first it is as it was.
  rerender({ lesson: "film", first: begun });
  expect(result.current.seen?.enough).toBe(true);
});

test.each([
  [{ ...begun, needed: null }, null],
  [begun, "done when you have seen 90 %"],
  [{ ...begun, share: 0.437 }, "done when you have seen 90 %, so far 43 %"],
  [answer, "you have seen 95 %"],
])("it is said in words", (seen, words) => {
  expect(saySeenShare(seen as Seen)).toBe(words);
});
