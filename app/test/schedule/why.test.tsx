import { fireEvent, screen } from "@testing-library/react";
import { titlesOf } from "../../src/schedule/rows";
import { AccessSheet } from "../../src/schedule/why/access-sheet";
import { ItemSheet } from "../../src/schedule/why/item-sheet";
import { courseAnswer, timelineAnswer } from "../helpers/answers";
import { draw } from "../helpers/draw";

jest.mock("expo-router", () => ({
  Link: ({ href, children }: { href: string; children: unknown }) => (
    <a href={href}>{children as string}</a>
  ),
}));

const titleOf = titlesOf(courseAnswer());
const show = (enrollment: string, item: string, at?: string, href: string | null = null) => {
  const timeline = timelineAnswer(enrollment, at);
  const found = timeline.items.find(({ id }) => id === item);
  if (!found) throw new Error();
  const onClose = jest.fn();
  draw(
    <ItemSheet item={found} timeline={timeline} titleOf={titleOf} href={href} onClose={onClose} />,
  );
  return onClose;
};

describe("why an item opens when it does", () => {
  test("in a sentence, with each step and the date it arrives at", () => {
    show("e1", "m2");
    screen.getByText(
      /Opens Sun 14 Mar 2027, 07:00: 7 days after they enrolled on Fri 5 Mar, 2 days later because of a pause/,
    );
    screen.getByText("+ 7 days");
    screen.getByText(/A pause from Sun 7 Mar 2027, 10:00 to Tue 9 Mar 2027, 10:00: 2 days on top/);
    screen.getByText("At 07:00, the release hour");
    // Once as the opening's last step, and once where the due date counts from it.
    expect(screen.getAllByText(/^Sun 14 Mar 2027, 07:00$/)).toHaveLength(2);
  });
  test("with its closing and its due date", () => {
    show("e1", "m2");
    screen.getByText(/Closes at the end of/);
    screen.getByText(/Due by the end of Fri 19 Mar 2027. It locks nothing./);
  });
  test("what is missing, where it has no date", () => {
    show("e1", "m3");
    screen.getByText("No date yet: it waits for them to pass “Crumb”.");
    screen.getByText(/They pass “Crumb”/);
  });
  test("the same instant where the person lives, if that is another", () => {
    show("e1", "m2");
    screen.getByText(/in Tokyo, it is Sun 14 Mar 2027, 16:00/);
  });
  test("a running pause is named as what shuts it", () => {
    show("e2", "m1", "2027-03-20T12:00:00Z");
    screen.getByText(/Closed while this person's pause runs/);
  });
  test("a lesson can be read, and the sheet closed", () => {
    const onClose = show("e1", "l3", undefined, "/s/courses/c/lessons/l3");
    expect(screen.getByText("Read this lesson").closest("a")?.getAttribute("href")).toBe(
      "/s/courses/c/lessons/l3",
    );
    fireEvent.click(screen.getByLabelText("Close"));
    expect(onClose).toHaveBeenCalled();
  });
});

test("why access begins and ends", () => {
  draw(<AccessSheet timeline={timelineAnswer("e1")} titleOf={titleOf} onClose={() => undefined} />);
  screen.getByText("Access begins Fri 5 Mar 2027, 14:20.");
  // 56 days, and the two of the pause.
  screen.getByText("Access ends at the end of Sun 2 May 2027.");
  screen.getByText(/moved the end by 2 days/);
});
