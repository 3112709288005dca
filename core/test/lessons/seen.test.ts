import {
  addSeen,
  believable,
  enoughSeen,
  goOnAt,
  readPlace,
  type Stretch,
  sayPlace,
  secondsSeen,
  shareSeen,
} from "../../src/lessons";

test("what was watched twice counts once, what was skipped does not count", () => {
  const seen = addSeen(
    [[0, 10]],
    [
      [8, 20],
      [40, 50],
    ],
    60,
  );
  expect(seen).toEqual([
    [0, 20],
    [40, 50],
  ]);
  expect(secondsSeen(seen)).toBe(30);
  expect(shareSeen(seen, 60)).toBe(0.5);
});

test("the order in which stretches come does not matter, nor does telling them twice", () => {
  const parts: Stretch[] = [
    [30, 40],
    [0, 12],
    [11, 31],
    [50, 55],
  ];
  const once = addSeen([], parts, 60);
  const oneByOne = [...parts]
    .reverse()
    .reduce<Stretch[]>((seen, one) => addSeen(seen, [one], 60), []);
  expect(oneByOne).toEqual(once);
  expect(addSeen(once, once, 60)).toEqual(once);
  expect(once).toEqual([
    [0, 40],
    [50, 55],
  ]);
});

test("what is no stretch is left out, and nothing is seen past the end", () => {
  expect(
    addSeen(
      [],
      [
        [5, 5],
        [9, 3],
        [Number.NaN, 4],
        [-4, 2],
        [58, 900],
      ],
      60,
    ),
  ).toEqual([
    [0, 2],
    [58, 60],
  ]);
});

test("dragging to the end is not watching; pausing loses nothing", () => {
  const dragged = addSeen(
    [],
    [
      [0, 3],
      [595, 600],
    ],
    600,
  );
  expect(enoughSeen(dragged, 600, 0.9)).toBe(false);
  const paused = addSeen(
    [],
    [
      [0, 200],
      [200.2, 400],
      [400.1, 541],
    ],
    600,
  );
  expect(enoughSeen(paused, 600, 0.9)).toBe(true);
});

test("all of a film is seen where a second is missing at its end", () => {
  expect(enoughSeen([[0, 59.2]], 60, 1)).toBe(true);
  expect(enoughSeen([[0, 57]], 60, 1)).toBe(false);
});

test("more than could be played since is not believed", () => {
  expect(believable(10_000)).toBe(35);
  expect(believable(0)).toBeLessThan(60);
});

test("one goes on where one stopped, and begins anew where it was over", () => {
  expect(goOnAt(42, 600)).toBe(42);
  expect(goOnAt(598, 600)).toBe(0);
  expect(goOnAt(28, 31)).toBe(28);
  expect(goOnAt(-1, null)).toBe(0);
});

test.each([
  [0, "0:00"],
  [320, "5:20"],
  [842.9, "14:02"],
  [3723, "1:02:03"],
])("%d seconds are written %s", (seconds, text) => {
  expect(sayPlace(seconds)).toBe(text);
  expect(readPlace(text)).toBe(Math.floor(seconds));
});
