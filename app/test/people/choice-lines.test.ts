/** The choices of a field, written as lines. */
import { choicesOf, linesOf, withMerged } from "../../src/people/fields/choice-lines";

const at = (id: string, text: string, ended = false) => ({ id, text, ended });
const BEFORE = [
  at("a", "Rye & Sons"),
  at("b", "Old Mill"),
  at("c", "The Oven"),
  at("d", "Closed", true),
];
let made = 0;
const newId = () => `new-${++made}`;
beforeEach(() => {
  made = 0;
});

test("what is not changed stays as it is, whatever stands around it", () => {
  expect(choicesOf(linesOf(BEFORE), BEFORE, newId)).toEqual(BEFORE);
  expect(choicesOf("\n The Oven \n\nRye & Sons\nOld Mill\nRye & Sons", BEFORE, newId)).toEqual([
    at("c", "The Oven"),
    at("a", "Rye & Sons"),
    at("b", "Old Mill"),
    at("d", "Closed", true),
  ]);
});

test("a line written otherwise at its place is the same choice by another name", () => {
  expect(choicesOf("Rye & Sons\nThe Old Mill\nThe Oven", BEFORE, newId)[1]).toEqual(
    at("b", "The Old Mill"),
  );
});

test("a line taken out is offered no more; written again it is the choice it was", () => {
  const without = choicesOf("Rye & Sons\nThe Oven", BEFORE, newId);
  expect(without).toEqual([
    at("a", "Rye & Sons"),
    at("c", "The Oven"),
    at("b", "Old Mill", true),
    at("d", "Closed", true),
  ]);
  expect(choicesOf("Rye & Sons\nThe Oven\nClosed", without, newId)[2]).toEqual(at("d", "Closed"));
});

test("a line more is a choice more, also between others", () => {
  expect(
    choicesOf("Rye & Sons\nCorner\nOld Mill\nThe Oven", BEFORE, newId).map(({ id }) => id),
  ).toEqual(["a", "new-1", "b", "c", "d"]);
});

const below = (id: string, text: string, within: string) => ({ ...at(id, text), within });
const TREE = [
  at("pt", "Portugal"),
  below("o", "Porto", "pt"),
  below("k", "Kitchen", "o"),
  at("es", "Spain"),
];

test("what stands further in stands below, and lines say it as they were written", () => {
  expect(linesOf(TREE)).toBe("Portugal\n    Porto\n        Kitchen\nSpain");
  expect(choicesOf(linesOf(TREE), TREE, newId)).toEqual(TREE);
  // However far in, and with tabs.
  expect(choicesOf("Portugal\n\tPorto\n\t\t\tKitchen\nSpain", TREE, newId)).toEqual(TREE);
});

test("ways and columns of a table make what they stand below, once", () => {
  expect(choicesOf("Portugal › Porto › Kitchen\nPortugal\tLisbon\nSpain", [], newId)).toEqual([
    at("new-1", "Portugal"),
    below("new-2", "Porto", "new-1"),
    below("new-3", "Kitchen", "new-2"),
    below("new-4", "Lisbon", "new-1"),
    at("new-5", "Spain"),
  ]);
});

test("what is moved below another is the choice it was; names that stand twice are told apart by their way", () => {
  expect(choicesOf("Spain\n  Porto\n    Kitchen\nPortugal", TREE, newId)).toEqual([
    at("es", "Spain"),
    below("o", "Porto", "es"),
    below("k", "Kitchen", "o"),
    at("pt", "Portugal"),
  ]);
  const twice = [...TREE, below("k2", "Kitchen", "es")];
  expect(choicesOf("Spain\n  Kitchen\nPortugal\n  Porto", twice, newId)).toEqual([
    at("es", "Spain"),
    below("k2", "Kitchen", "es"),
    at("pt", "Portugal"),
    below("o", "Porto", "pt"),
    { ...below("k", "Kitchen", "o"), ended: true },
  ]);
});

test("one that becomes another leaves what stood below it to that; into what is below itself, it takes its place", () => {
  const into = withMerged(TREE, { from: "pt", into: "es" });
  expect(into).toEqual([below("o", "Porto", "es"), below("k", "Kitchen", "o"), at("es", "Spain")]);
  expect(linesOf(into)).toBe("Spain\n    Porto\n        Kitchen");
  expect(choicesOf(linesOf(into), TREE, newId, ["pt"]).map(({ id }) => id)).toEqual([
    "es",
    "o",
    "k",
  ]);
  expect(linesOf(withMerged(TREE, { from: "pt", into: "k" }))).toBe("Kitchen\n    Porto\nSpain");
});
