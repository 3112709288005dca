/** Choices that stand below others: in words, in order, read again, and what makes no tree. */
import fc from "fast-check";
import {
  belowOf,
  choiceCalled,
  DEEPEST,
  depthOf,
  type FieldChoice,
  inTree,
  NO_CHECK,
  readTypedAnswer,
  sayAnswer,
  sayChoice,
  treeFaults,
} from "../../src/people";

const at = (id: string, text: string, within?: string, ended = false): FieldChoice => ({
  id,
  text,
  ended,
  ...(within !== undefined && { within }),
});
const SITES = [
  at("pt", "Portugal"),
  at("es", "Spain"),
  at("porto", "Porto", "pt"),
  at("k1", "Kitchen", "porto"),
  at("lisbon", "Lisbon", "pt"),
  at("k2", "Kitchen", "lisbon"),
  at("old", "Old Mill", "es", true),
];

test("a choice is said with what it stands below, and whoever is below is it too", () => {
  expect(sayChoice(SITES, "k1")).toBe("Portugal › Porto › Kitchen");
  expect(sayChoice(SITES, "nobody")).toBe("nobody");
  expect(sayAnswer({ choices: SITES }, ["porto", "old"])).toBe(
    "Portugal › Porto; Spain › Old Mill",
  );
  expect(belowOf(SITES, "pt").sort()).toEqual(["k1", "k2", "lisbon", "porto", "pt"]);
  expect(belowOf(SITES, "k1")).toEqual(["k1"]);
  expect(["pt", "porto", "k1"].map((id) => depthOf(SITES, id))).toEqual([0, 1, 2]);
  expect(inTree(SITES).map(({ id }) => id)).toEqual([
    ...["pt", "porto", "k1", "lisbon", "k2", "es", "old"],
  ]);
});

test("read by its name where one alone is called so, else by its way; what is offered comes first", () => {
  const field = { kind: "choice" as const, check: NO_CHECK, choices: SITES };
  expect(readTypedAnswer(field, " porto ")).toEqual({ ok: true, value: "porto" });
  expect(readTypedAnswer(field, "portugal > LISBON ›  kitchen")).toEqual({ ok: true, value: "k2" });
  expect(readTypedAnswer(field, "Kitchen")).toEqual({
    ok: false,
    fault: "“Kitchen” stands in several places: write what it stands below, as A › B",
  });
  expect(readTypedAnswer(field, "Spain › Old Mill")).toEqual({
    ok: false,
    fault: "“Spain › Old Mill” is not offered any more",
  });
  expect(readTypedAnswer(field, "Porto › Oven")).toMatchObject({ ok: false });
  // One that is offered no more does not stand in the way of one that is.
  const both = [...SITES, at("k3", "Porto", "es", true)];
  expect(choiceCalled(both, "Porto")).toMatchObject({ id: "porto" });
});

test("what makes no tree is told at its place", () => {
  expect(treeFaults(SITES)).toEqual([]);
  const circle = [at("a", "A", "b"), at("b", "B", "a"), at("c", "C", "c"), at("d", "D", "x")];
  expect(treeFaults(circle).map(({ at, path }) => [at, path])).toEqual([
    [0, "within"],
    [1, "within"],
    [2, "within"],
    [3, "within"],
  ]);
  const twice = [at("a", "Porto"), at("b", "  PORTO "), at("a", "Lisbon"), at("c", "Porto", "a")];
  expect(treeFaults(twice).map(({ at, path }) => [at, path])).toEqual([
    [1, "text"],
    [2, "id"],
  ]);
  const chain = Array.from({ length: DEEPEST + 1 }, (_, i) =>
    at(`c${i}`, `C${i}`, i === 0 ? undefined : `c${i - 1}`),
  );
  expect(treeFaults(chain)).toMatchObject([{ at: DEEPEST, path: "within" }]);
  // However it is asked, what contains itself ends.
  expect(sayChoice(circle, "a").split(" › ").length).toBeLessThanOrEqual(DEEPEST);
  expect(belowOf(circle, "a").sort()).toEqual(["a", "b"]);
  expect(inTree(circle)).toHaveLength(4);
});

test("of any tree: each stands once and after what it is below, and is found by its way", () => {
  const trees = fc
    .array(fc.nat({ max: 30 }), { minLength: 1, maxLength: 30 })
    .map((parents) =>
      parents.map((parent, i) =>
        at(`c${i}`, `Name ${i}`, i > 0 && parent < i ? `c${parent}` : undefined),
      ),
    );
  fc.assert(
    fc.property(trees, (choices) => {
      const order = inTree(choices).map(({ id }) => id);
      expect([...order].sort()).toEqual(choices.map(({ id }) => id).sort());
      for (const { id, within } of choices) {
        if (within) expect(order.indexOf(within)).toBeLessThan(order.indexOf(id));
        expect(choiceCalled(choices, sayChoice(choices, id))).toMatchObject({ id });
        for (const below of belowOf(choices, id))
          expect(sayChoice(choices, below).startsWith(sayChoice(choices, id))).toBe(true);
      }
    }),
    { numRuns: 60 },
  );
});
