/** What a school's own fields take for an answer. */
import {
  type AnswerableField,
  answerOf,
  type FieldCheck,
  type FieldKind,
  NO_CHECK,
  partsOf,
  readAnswer,
  readTypedAnswer,
  sayAnswer,
} from "../../src/people";

const CHOICES = [
  { id: "rye", text: "Rye & Sons", ended: false },
  { id: "old", text: "Old Mill", ended: true },
  { id: "oven", text: "The  Oven", ended: false },
];
const field = (kind: FieldKind, check: Partial<FieldCheck> = {}): AnswerableField => ({
  kind,
  check: { ...NO_CHECK, ...check },
  choices: kind === "choice" || kind === "several" ? CHOICES : [],
});
const fault = (of: AnswerableField, given: unknown) => {
  const read = readAnswer(of, given);
  return read.ok ? null : read.fault;
};

test("a text stands on one line, as long as it may be, of the signs it may have", () => {
  expect(readAnswer(field("text"), "  Vale  ")).toEqual({ ok: true, value: "Vale" });
  expect(fault(field("text"), " ")).toBe("Write something, or leave it out");
  expect(fault(field("text"), "a\nb")).toMatch(/one line/);
  expect(fault(field("text"), "\u202Eabc")).toMatch(/one line/);
  expect(fault(field("text", { longest: 3 }), "four")).toBe("At most 3 signs");
  expect(fault(field("text", { longest: 1 }), "ab")).toBe("At most 1 sign");
  // A sign outside the basic plane is one sign (Unicode's code points).
  expect(fault(field("text", { longest: 2 }), "🥖🥐")).toBeNull();
  expect(fault(field("text"), "x".repeat(501))).toBe("At most 500 signs");
  expect(fault(field("text", { signs: "figures" }), "0815")).toBeNull();
  expect(fault(field("text", { signs: "figures" }), "8-15")).toBe("Figures only");
  expect(fault(field("text", { signs: "plain" }), "K-0815")).toBeNull();
  expect(fault(field("text", { signs: "plain" }), "Bäcker")).toMatch(/A to Z/);
  expect(fault(field("text"), 5)).toBe("Write a text");
});

test("a number stands between its bounds, both included, with six decimals at the most", () => {
  const years = field("number", { least: 0, most: 60 });
  expect(fault(years, 0)).toBeNull();
  expect(fault(years, 60)).toBeNull();
  expect(fault(years, -1)).toBe("At least 0");
  expect(fault(years, 61)).toBe("At most 60");
  expect(fault(years, "12")).toBe("Write a number");
  for (const wrong of [Number.NaN, Number.POSITIVE_INFINITY, 1e13])
    expect(fault(field("number"), wrong)).toMatch(/Write a number/);
  expect(fault(field("number"), 0.1234567)).toBe("At most 6 decimals");
  expect(fault(field("number"), 0.1 + 0.2)).toBe("At most 6 decimals");
  // Zero has one sign, so that it is found by itself.
  expect(readAnswer(field("number"), -0)).toEqual({ ok: true, value: 0 });
  expect(readTypedAnswer(field("number"), " 0,5 ")).toEqual({ ok: true, value: 0.5 });
  for (const wrong of ["1.000.000", "0x10", "1e3", "12 years", ""])
    expect(readTypedAnswer(field("number"), wrong).ok).toBe(false);
});

test("a day is one of the calendar, between its bounds, both included (ISO 8601, Gregorian leap years)", () => {
  const since = field("date", { from: "2020-01-01", to: "2028-02-29" });
  expect(fault(since, "2020-01-01")).toBeNull();
  expect(fault(since, "2028-02-29")).toBeNull();
  expect(fault(since, "2019-12-31")).toBe("Not before 2020-01-01");
  expect(fault(since, "2028-03-01")).toBe("Not after 2028-02-29");
  expect(fault(field("date"), "2027-02-29")).toMatch(/Write a day/);
  expect(fault(field("date"), "1 March 2027")).toMatch(/Write a day/);
});

test("a choice is one of what is offered; what is offered no more stays where it was taken", () => {
  const at = field("choice");
  expect(readAnswer(at, "rye")).toEqual({ ok: true, value: "rye" });
  expect(fault(at, "nothing")).toBe("Choose one of what is offered");
  expect(fault(at, ["rye", "oven"])).toBe("Choose one");
  expect(fault(at, "old")).toBe("“Old Mill” is not offered any more");
  expect(readAnswer(at, "old", "old")).toEqual({ ok: true, value: "old" });
  expect(readTypedAnswer(at, " the oven ")).toEqual({ ok: true, value: "oven" });
  expect(readTypedAnswer(at, "Somewhere")).toEqual({
    ok: false,
    fault: "There is no choice “Somewhere”",
  });
});

test("several choices are kept once each, in the field's order, and read back from how they are said", () => {
  const at = field("several");
  const read = readAnswer(at, ["oven", "rye", "oven"]);
  expect(read).toEqual({ ok: true, value: ["rye", "oven"] });
  expect(fault(at, [])).toBe("Choose something, or leave it out");
  const said = sayAnswer(at, ["rye", "oven"]);
  expect(said).toBe("Rye & Sons; The  Oven");
  expect(readTypedAnswer(at, said)).toEqual(read);
});

test("what is kept part by part is whole again, whatever its kind", () => {
  for (const [kind, value] of [
    ["text", "7"],
    ["number", 0.5],
    ["date", "2027-03-01"],
    ["choice", "rye"],
    ["several", ["rye", "oven"]],
  ] as const)
    expect(answerOf(kind, partsOf(value as string))).toEqual(value);
  expect(answerOf("text", [])).toBeNull();
});
