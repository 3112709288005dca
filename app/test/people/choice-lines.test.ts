/** The choices of a field, written as lines. */
import { choicesOf, linesOf } from "../../src/people/fields/choice-lines";

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
