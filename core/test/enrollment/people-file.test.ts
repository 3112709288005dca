import { columnsOf, missingColumn, readRow } from "../../src/enrollment";

describe("a file's columns are known by their heads, however they are written", () => {
  test.each<[string[], (string | null)[]]>([
    [
      ["E-Mail", "Full name", "Shoe size"],
      ["email", "name", null],
    ],
    [
      ["First Name", "Surname", "MAIL ADDRESS", "time_zone"],
      ["first", "last", "email", "zone"],
    ],
    [
      ["Cohort", "email", "Email"],
      ["cohort", "email", null],
    ],
    [
      ["", "ä", "Ｎａｍｅ"],
      [null, null, "name"],
    ],
  ])("%j", (heads, columns) => expect(columnsOf(heads)).toEqual(columns));
  test("what is missing is said", () => {
    expect(missingColumn(["name"])).toMatch(/mail addresses/);
    expect(missingColumn(["email", null])).toMatch(/names/);
    expect(missingColumn(["email", "last"])).toBeNull();
  });
});

test("a row's cells, trimmed; a name of two columns put together", () => {
  const columns = ["first", "email", "last", "cohort"] as const;
  expect(readRow(["  Ana\u00a0Rita ", "a@example.org", "Sá ", ""], columns)).toEqual({
    name: "Ana Rita Sá",
    email: "a@example.org",
    zone: "",
    own: new Map(),
    cohort: "",
  });
  expect([
    ...readRow(["a@b.example", " Rye  house", " "], ["email", "own:f1", "own:f2"]).own,
  ]).toEqual([["f1", "Rye house"]]);
  expect(readRow(["Ana"], columns)).toMatchObject({ name: "Ana", email: "" });
});
