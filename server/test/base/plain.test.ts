/** Markdown in letters. Signs as CommonMark 0.31.2 has them (sections 4.2, 6.2 to 6.4), from memory. */
import { plainOf } from "../../src/base/plain";

test("signs go, words and addresses stay", () => {
  expect(
    plainOf("## Heads up\n\nThe *oven* is **broken**; see [the page](https://example.org/x)."),
  ).toBe("Heads up\n\nThe oven is broken; see the page (https://example.org/x).");
  expect(plainOf("2 * 3 * 4, snake_case_name, `code`")).toBe("2 * 3 * 4, snake_case_name, code");
});
