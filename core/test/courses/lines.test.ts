/** Lists and questions that are kept as text. */
import { linesOf, questionsOf } from "../../src/courses/lines";

test("a question stands on a line, its answer below, an empty line before the next", () => {
  expect(questionsOf("Is it hard?\nNo.\nNot at all.\n\nHow long?\r\nA week.\r\n")).toEqual([
    { question: "Is it hard?", answer: "No.\nNot at all." },
    { question: "How long?", answer: "A week." },
  ]);
});

test("what has no answer is not asked, and nothing is made of nothing", () => {
  expect(questionsOf("Alone?\n\n \nOne?\nYes.")).toEqual([{ question: "One?", answer: "Yes." }]);
  for (const text of [undefined, "", "\n\n", "  \n \n"]) expect(questionsOf(text)).toEqual([]);
});

test("bullets and empty lines are no part of a list's lines", () => {
  expect(linesOf("- one\n\n• two\n  three")).toEqual(["one", "two", "three"]);
});
