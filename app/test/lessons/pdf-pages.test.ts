/** What is written on a page, as a slide's description. */
import { oneLine } from "../../src/lessons/kinds/slides/pdf-pages";

test("it stands on one line, whole words up to a thousand characters", () => {
  expect(oneLine("  Flour\n has \t a   memory ")).toBe("Flour has a memory");
  expect(oneLine("")).toBe("");
  const long = oneLine("word ".repeat(400));
  expect(long.length).toBeLessThanOrEqual(1000);
  expect(long.endsWith("word…")).toBe(true);
  expect(oneLine("x".repeat(1000))).toHaveLength(1000);
});
