import { render, waitFor } from "@testing-library/react";
import { eased, useSince } from "../../src/ui/motion";
import { ThemeProvider } from "../../src/ui/theme";

let drawn: number[] = [];
function Shown({ state, first }: { state: string; first?: 0 | 1 }) {
  drawn.push(useSince(state, first));
  return null;
}
const within = (state: string, first?: 0 | 1) => (
  <ThemeProvider>
    <Shown state={state} first={first} />
  </ThemeProvider>
);
/** What the reader's system asks for (Media Queries 5, 12.1). */
const asks = (less: boolean) => {
  window.matchMedia = ((query: string) => ({
    matches: less && query.includes("reduced-motion"),
    addEventListener() {},
    removeEventListener() {},
  })) as unknown as typeof window.matchMedia;
};
beforeEach(() => {
  drawn = [];
});

test("nothing moves on first sight; what changes while one looks does, from its beginning to its end", async () => {
  asks(false);
  const view = render(within("waiting"));
  expect(drawn).toEqual([1]);
  view.rerender(within("open"));
  expect(drawn.at(-1)).toBe(0);
  await waitFor(() => expect(drawn.at(-1)).toBe(1));
  // Never once the end before the beginning, and always onward.
  const moved = drawn.slice(drawn.indexOf(0));
  expect(moved.length).toBeGreaterThan(2);
  expect([...moved].sort((a, b) => a - b)).toEqual(moved);
});

test("where less motion is wished for, nothing moves", () => {
  asks(true);
  const view = render(within("waiting", 0));
  view.rerender(within("open", 0));
  expect(new Set(drawn)).toEqual(new Set([1]));
});

test("it begins quick and ends slow", () => {
  expect([0, 0.5, 1].map(eased)).toEqual([0, 0.875, 1]);
});
