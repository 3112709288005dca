/** An assignment's text with remarks, as it is looked at and as it is read; what it asks for, in a sentence. */
import { fireEvent, screen } from "@testing-library/react";
import { RemarkedText, RemarkList } from "../../src/checks/assignment/remarked-text";
import { SaidAsked } from "../../src/checks/assignment/said-asked";
import { draw } from "../helpers/draw";

const TEXT = "It rose well. The crust cracked.\n\nWhy?";
const remarks = [{ from: 14, to: 32, says: "Where?" }];

test("a sentence that is pressed is the sentence, without what stands around it", () => {
  const pressed: unknown[] = [];
  draw(<RemarkedText text={TEXT} remarks={[]} onPiece={(piece) => pressed.push(piece)} />);
  fireEvent.click(screen.getByRole("button", { name: "The crust cracked." }));
  fireEvent.keyDown(screen.getByRole("button", { name: "Why?" }), { key: "Enter" });
  expect(pressed).toEqual([
    { from: 14, to: 33, remarks: [] },
    { from: 34, to: 38, remarks: [] },
  ]);
});

test("a remark is known by its number, in the text and below it", () => {
  draw(
    <>
      <RemarkedText text={TEXT} remarks={remarks} />
      <RemarkList text={TEXT} remarks={remarks} />
    </>,
  );
  // It is only read: nothing in it is pressed.
  expect(screen.queryByRole("button")).toBeNull();
  expect(screen.getByText("Where?")).toBeTruthy();
  expect(screen.getByText("“The crust cracked.”")).toBeTruthy();
  expect(screen.getAllByText(/^\s*1\s*$/)).toHaveLength(2);
});

test.each([
  ["needed", 0, 0, "Write your text."],
  ["welcome", 3, 0, "Write, if you like, and you may bring up to 3 files."],
  ["none", 1, 1, "Bring a file."],
  ["none", 4, 2, "Bring 2 files, 4 at the most."],
] as const)("words %s, %i files of which %i are needed", (words, files, filesNeeded, said) => {
  draw(
    <SaidAsked
      part={{ kind: "assignment", words, files, filesNeeded, late: "taken", rubric: [] }}
    />,
  );
  expect(screen.getByText(new RegExp(`^${said.replace(/[.]/g, "\\.")}`))).toBeTruthy();
});
