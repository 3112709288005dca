/** The words of notices: fields that cannot break, paragraphs with nothing to say, and every usual text good as it stands. */
import {
  faultsOfText,
  fieldsOf,
  fillText,
  fromParts,
  KINDS,
  ownField,
  partsOf,
  sayList,
  USUAL,
} from "@dawngate/core/notices";
import fc from "fast-check";

test("a text taken apart and put together again is the same, whatever is in it", () => {
  const part = fc.oneof(
    fc.constantFrom(...fieldsOf("welcome")).map((field) => ({ field })),
    fc.string().map((says) => ({ says })),
  );
  fc.assert(
    fc.property(fc.array(part), (parts) => {
      const text = fromParts(parts);
      expect(faultsOfText("welcome", text)).toEqual([]);
      expect(fromParts(partsOf("welcome", text))).toBe(text);
    }),
  );
});

test("what is read is what stands there, where a text is at fault too", () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom("{", "}", "a", "items", " ") }), (text) => {
      const parts = partsOf("opened", text);
      // A pair of braces is one; all else is there letter by letter.
      const read = parts.map((part) => ("field" in part ? `{${part.field}}` : part.says)).join("");
      expect(read.replaceAll(/[{}]/g, "")).toBe(text.replaceAll(/[{}]/g, ""));
    }),
  );
});

test("a paragraph with a field that has nothing to say is left out", () => {
  const text = "You are in {course}.\n\nWith {cohort}.\n\nA {{brace}}.";
  expect(fillText("welcome", text, { course: "Rye" })).toEqual(["You are in Rye.", "A {brace}."]);
});

test("values are put in as they are: what looks like a field in them is none", () => {
  expect(fillText("welcome", "{course}", { course: "{person}", person: "x" })).toEqual([
    "{person}",
  ]);
});

test("our own texts have no fault, and none is longer than a line's subject", () => {
  for (const kind of KINDS) {
    expect(faultsOfText(kind, USUAL[kind].subject)).toEqual([]);
    expect(faultsOfText(kind, USUAL[kind].text)).toEqual([]);
    expect(USUAL[kind].subject).not.toContain("\n");
  }
});

test("several things are named as one says them", () => {
  expect(sayList([])).toBe("");
  expect(sayList(["a"])).toBe("a");
  expect(sayList(["a", "b", "c", "d"])).toBe("a, b, c and d");
  expect(sayList(["a", "b", "c", "d", "e"])).toBe("a, b, c and 2 more");
});

test("a school's own fields are fields where it says so; one it asks no more has nothing to say", () => {
  const text = "You bake at {own:bakery}.";
  expect(faultsOfText("welcome", text)).toEqual([
    expect.stringContaining('at 13: welcome has no field "own:bakery"'),
  ]);
  expect(faultsOfText("welcome", text, [ownField("bakery")])).toEqual([]);
  expect(fillText("welcome", text, { [ownField("bakery")]: "Mill Lane" })).toEqual([
    "You bake at Mill Lane.",
  ]);
  expect(fillText("welcome", `In.\n\n${text}`, {})).toEqual(["In."]);
  expect(fromParts(partsOf("welcome", text))).toBe(text);
});
