import { cohortCalled } from "../../src/review/look";

test.each([
  ["its name where it has one", new Map([["k", "Spring"]]), "cohort Spring"],
  ["its identifier where no name is known", new Map(), "cohort k"],
  ["this one while nobody has named it yet", new Map([["k", ""]]), "this cohort"],
])("a cohort is called by %s", (_, names, said) => {
  expect(cohortCalled(names, "k")).toBe(said);
});
