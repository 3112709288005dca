import { screen } from "@testing-library/react";
import { Markdown } from "../../src/lessons/markdown";
import { draw } from "../helpers/draw";

test("paragraphs, emphasis, lists and tables are drawn as what they are", () => {
  draw(
    <Markdown
      text={
        "# Dawn\n\nStir **50 g** of *rye*.\n\n1. feed\n2. wait\n\n| room | hours |\n|---|---|\n| 24 °C | 6 |"
      }
    />,
  );
  screen.getByRole("heading", { name: "Dawn" });
  screen.getByText("50 g");
  expect(screen.getAllByRole("listitem")).toHaveLength(2);
  expect(screen.getAllByRole("columnheader").map((cell) => cell.textContent)).toEqual([
    "room",
    "hours",
  ]);
  screen.getByRole("cell", { name: "24 °C" });
});
test("HTML in a text is shown as it was written, and never run", () => {
  const { container } = draw(
    <Markdown text={"<img src=x onerror=alert(1)>\n\n<script>alert(2)</script>"} />,
  );
  expect(container.querySelector("img, script")).toBeNull();
  expect(container.textContent).toContain("<script>alert(2)</script>");
});
test("ten thousand characters without a space, and an empty text, do no harm", () => {
  draw(<Markdown text={"x".repeat(10_000)} />);
  draw(<Markdown text="" />);
});

test("a link can be pressed where it leads to a page or a mail, and is text where it would run something", () => {
  draw(
    <Markdown
      text={
        "[the mill](https://mill.example.org) [us](mailto:us@example.org) [a trap](javascript:alert(1)) [another](data:text/html,x)"
      }
    />,
  );
  expect(screen.getAllByRole("link")).toHaveLength(2);
  expect(screen.getByText("a trap")).toBeTruthy();
  expect(screen.getByText("another")).toBeTruthy();
});
