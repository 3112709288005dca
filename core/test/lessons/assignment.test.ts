/** Assignments: what can be handed in and when, what marks come to, and remarks on places of a text. */
import fc from "fast-check";
import {
  lateness,
  lessonPart,
  markedBy,
  marksFault,
  type PartOf,
  piecesOf,
  type Rubric,
  remarksFault,
  submissionFaults,
} from "../../src/lessons";
import type { Instant } from "../../src/time";

const rubric: Rubric = [
  {
    id: "crumb",
    title: "Crumb",
    levels: [
      { says: "Dense", points: 0 },
      { says: "Uneven", points: 1.1 },
      { says: "Open and even", points: 2.2 },
    ],
  },
  {
    id: "crust",
    title: "Crust",
    levels: [
      { says: "Pale", points: 0 },
      { says: "Deep brown", points: 1.1 },
    ],
  },
];
const part = (change: Partial<PartOf<"assignment">> = {}): PartOf<"assignment"> => ({
  kind: "assignment",
  words: "needed",
  files: 2,
  filesNeeded: 1,
  late: "taken",
  rubric,
  ...change,
});
const reasons = (...given: Parameters<typeof submissionFaults>) =>
  submissionFaults(...given).map(({ reason }) => reason);

test("what is asked for has to be there, and nothing more comes along", () => {
  expect(reasons(part(), { text: "  ", files: [] })).toEqual([
    "Write something: it is asked for",
    "A file is needed",
  ]);
  expect(reasons(part(), { text: "My loaf", files: ["a", "b", "c"] })).toEqual([
    "At most 2 files come with it",
  ]);
  expect(reasons(part({ words: "none" }), { text: "x", files: ["a"] })).toEqual([
    "Nothing written is asked for, only files",
  ]);
  expect(
    reasons(part({ words: "welcome", files: 0, filesNeeded: 0 }), { text: "", files: [] }),
  ).toEqual(["Nothing is there to hand in"]);
  expect(reasons(part(), { text: "My loaf", files: ["a"] })).toEqual([]);
});

test("an assignment asks for something, and needs no more files than may come", () => {
  expect(lessonPart.safeParse(part()).success).toBe(true);
  expect(lessonPart.safeParse(part({ words: "none", files: 0, filesNeeded: 0 })).success).toBe(
    false,
  );
  expect(lessonPart.safeParse(part({ files: 1, filesNeeded: 2 })).success).toBe(false);
});

test("a rubric's points have two decimals, and a criterion at least two levels", () => {
  const [crumb] = rubric;
  if (!crumb) throw new Error();
  const levels = (all: typeof crumb.levels) =>
    lessonPart.safeParse(part({ rubric: [{ ...crumb, levels: all }] })).success;
  expect(levels(crumb.levels)).toBe(true);
  expect(levels([{ says: "", points: 0.125 }, ...crumb.levels])).toBe(false);
  expect(levels(crumb.levels.slice(0, 1))).toBe(false);
  expect(lessonPart.safeParse(part({ rubric: [crumb, crumb] })).success).toBe(false);
});

test("the first one decides what is late: what was given back and comes again is not", () => {
  const [due, before, after] = [2000, 1999, 2001] as Instant[];
  const at = (now: Instant | undefined, first: boolean, late: "taken" | "refused" = "taken") =>
    lateness(late, { due: due as Instant, now: now as Instant, first });
  expect(at(before, true)).toBe("in-time");
  expect(at(due, true)).toBe("in-time");
  expect(at(after, true)).toBe("late");
  expect(at(after, true, "refused")).toBe("refused");
  expect(at(after, false, "refused")).toBe("in-time");
  expect(lateness("refused", { due: null, now: after as Instant, first: true })).toBe("in-time");
});

test("marks are added exactly, and say what is not marked yet", () => {
  expect(markedBy(rubric, { crumb: 1, crust: 1 })).toEqual({
    earned: 2.2,
    possible: 3.3,
    open: [],
  });
  expect(markedBy(rubric, { crumb: 2 })).toEqual({ earned: 2.2, possible: 3.3, open: ["crust"] });
  expect(markedBy([], {})).toEqual({ earned: 0, possible: 0, open: [] });
});

test("marks for what is not there are refused", () => {
  expect(marksFault(rubric, { crumb: 2, crust: 0 })).toBeNull();
  expect(marksFault(rubric, { crumb: 3 })?.reason).toBe("“Crumb” has no such level");
  expect(marksFault(rubric, { crumb: 0.5 })?.reason).toBe("“Crumb” has no such level");
  expect(marksFault(rubric, { taste: 0 })?.criterion).toBe("taste");
  expect(marksFault(rubric, { toString: 0 })?.criterion).toBe("toString");
});

test("a text is remarked on sentence by sentence", () => {
  const text = "It rose well. The crust cracked! Why?";
  const cracked = { from: 14, to: 33, says: "Steam longer" };
  expect(piecesOf(text, [cracked])).toEqual([
    { from: 0, text: "It rose well. ", remarks: [] },
    { from: 14, text: "The crust cracked! ", remarks: [0] },
    { from: 33, text: "Why?", remarks: [] },
  ]);
});

test("pieces are the text, whatever it is and wherever remarks stand", () => {
  fc.assert(
    fc.property(
      fc.string({ unit: "binary", maxLength: 80 }),
      fc.array(fc.record({ from: fc.nat(90), to: fc.nat(90), says: fc.constant("x") }), {
        maxLength: 6,
      }),
      (text, remarks) => {
        const pieces = piecesOf(text, remarks);
        expect(pieces.map((piece) => piece.text).join("")).toBe(text);
        for (const piece of pieces) {
          expect(text.slice(piece.from, piece.from + piece.text.length)).toBe(piece.text);
          // A remark holds for a piece wholly, or not at all.
          for (const place of piece.remarks) {
            const { from, to } = remarks[place] as (typeof remarks)[number];
            expect(from <= piece.from && piece.from + piece.text.length <= to).toBe(true);
          }
        }
      },
    ),
  );
});

test("a remark stands on a place of the text and says something", () => {
  expect(remarksFault("Flour", [{ from: 0, to: 5, says: "Which?" }])).toBeNull();
  expect(remarksFault("Flour", [{ from: 0, to: 6, says: "Which?" }])).not.toBeNull();
  expect(remarksFault("Flour", [{ from: 2, to: 2, says: "Which?" }])).not.toBeNull();
  expect(remarksFault("Flour", [{ from: 0, to: 5, says: " " }])).not.toBeNull();
});
