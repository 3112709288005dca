import { courseCard, linesOf, SHORT_MOST } from "../../src/courses";

test("a list is its lines, however its author began them", () => {
  expect(linesOf("- Bake rye\n\n  • Read a crumb\r\nKeep a starter")).toEqual([
    "Bake rye",
    "Read a crumb",
    "Keep a starter",
  ]);
  expect(linesOf(undefined)).toEqual([]);
});

test("the short description ends at its limit, told with its path; unknown keys are refused", () => {
  expect(courseCard.safeParse({ short: "x".repeat(SHORT_MOST) }).success).toBe(true);
  const long = courseCard.safeParse({ short: "x".repeat(SHORT_MOST + 1) });
  expect(long.error?.issues[0]).toMatchObject({
    path: ["short"],
    message: "At most 160 characters",
  });
  expect(courseCard.safeParse({ price: "9" }).success).toBe(false);
});
