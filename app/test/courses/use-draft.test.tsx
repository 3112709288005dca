/** A draft that is kept by itself: whatever is done at whatever moment is sent. */
import { newModule } from "@dawngate/core/courses";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { Provider } from "react-redux";
import { opened } from "../../src/courses/edit/edits";
import { useDraft } from "../../src/courses/edit/use-draft";
import { makeStore } from "../../src/store";

const store = makeStore();
const place = { school: "crumb", course: "bread" };
const key = "crumb/bread";
const course = { id: "bread", title: "Bread", modules: [], clock: "school", releaseHour: null };

/** A server that keeps operations; it answers at once. */
function server() {
  const sent: { number: number }[] = [];
  globalThis.fetch = (async (_: string, init?: RequestInit) => {
    if (init?.method !== "POST") throw new Error("Nobody else is asked.");
    const { base, clientId, operations } = JSON.parse(String(init.body));
    const numbered = operations.map((one: { number: number }, i: number) => ({
      ...one,
      clientId,
      sequence: base + i + 1,
    }));
    sent.push(...operations);
    const answer = {
      sequence: base + operations.length,
      operations: numbered,
      refused: [],
    };
    return { ok: true, json: async () => answer };
  }) as unknown as typeof fetch;
  return sent;
}

const wrapper = ({ children }: { children: ReactNode }) => (
  <Provider store={store}>{children}</Provider>
);

test("what is done just after the last step was kept, and before that is drawn, is sent too", async () => {
  const sent = server();
  act(() => {
    store.dispatch(
      opened({ key, course: course as never, sequence: 0, clientId: "mine", left: [] }),
    );
  });
  const { result } = renderHook(() => useDraft(place), { wrapper });
  await waitFor(() => expect(result.current.course).not.toBeNull());
  let again = false;
  const stop = store.subscribe(() => {
    const edits = (
      store.getState() as unknown as {
        edits: Record<string, { pending: unknown[]; keptAt: number | null }>;
      }
    ).edits[key];
    if (again || !edits?.keptAt || edits.pending.length > 0) return;
    again = true;
    // After it was kept, before that is drawn.
    setTimeout(result.current.actions.undo, 5);
  });
  act(() =>
    result.current.actions.perform({
      type: "insert-module",
      module: newModule("m1", "Module 1"),
      after: null,
    }),
  );
  await waitFor(() => expect(sent).toHaveLength(2), { timeout: 4000 });
  await waitFor(() => expect(result.current.unsent).toBe(false));
  await waitFor(() => expect(result.current.keeping).toBe("kept"));
  expect(result.current.course?.modules).toEqual([]);
  stop();
});
