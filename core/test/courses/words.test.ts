import { countWords, DEFAULT_WORDS, ownWords, wordsOf } from "../../src/courses";

test("a course's own words come before its school's, and those before ours; an empty one is none", () => {
  expect(wordsOf({})).toEqual(DEFAULT_WORDS);
  expect(wordsOf({ lesson: "step", lessons: "steps", done: " " }, { lessons: "moves" })).toEqual({
    ...DEFAULT_WORDS,
    lesson: "step",
    lessons: "moves",
  });
});

test("counts use the word for one and the word for many", () => {
  const words = wordsOf({ module: "week", modules: "weeks" });
  expect([0, 1, 7].map((number) => countWords(words, "module", number))).toEqual([
    "0 weeks",
    "one week",
    "7 weeks",
  ]);
  expect(countWords(words, "lesson", 2)).toBe("2 lessons");
});

test("a word of any script is taken, one of 41 characters and an unknown key are not", () => {
  expect(ownWords.parse({ lesson: " שיעור " })).toEqual({ lesson: "שיעור" });
  expect(ownWords.safeParse({ lesson: "x".repeat(41) }).success).toBe(false);
  expect(ownWords.safeParse({ chapter: "x" }).success).toBe(false);
});
