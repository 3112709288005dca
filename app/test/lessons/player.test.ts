/** What a player counts, and how lengths, chapters and meetings are read and said. */

import { sayMeeting } from "../../src/lessons/kinds/meeting/say";
import { readChapters } from "../../src/lessons/kinds/video/chapters-field";
import { readLength } from "../../src/lessons/kinds/video/length-field";
import { Count } from "../../src/lessons/player/watching";

/** A player that says where it is four times a second, from one place to another. */
function play(count: Count, from: number, to: number, rate = 1): void {
  for (let at = from; at < to; at += 0.25 * rate) count.playing(at, rate);
  count.playing(to, rate);
}

describe("what is counted", () => {
  test("what plays counts; a jump does not", () => {
    const count = new Count();
    play(count, 0, 10);
    count.stopped();
    play(count, 300, 305);
    expect(count.take()).toEqual([
      [0, 10],
      [300, 305],
    ]);
    expect(count.take()).toEqual([]);
  });

  test("a jump that nobody announces does not count either", () => {
    const count = new Count();
    play(count, 0, 5);
    play(count, 100, 104);
    expect(count.take()).toEqual([
      [0, 5],
      [100, 104],
    ]);
  });

  test("going back and watching again counts it once", () => {
    const count = new Count();
    play(count, 0, 20);
    count.stopped();
    play(count, 10, 25);
    expect(count.take()).toEqual([[0, 25]]);
  });

  test("at twice the speed all of it counts", () => {
    const count = new Count();
    play(count, 0, 60, 2);
    expect(count.take()).toEqual([[0, 60]]);
  });

  test("what was not heard by the server is told again", () => {
    const count = new Count();
    play(count, 0, 5);
    const lost = count.take();
    play(count, 5, 9);
    count.back(lost);
    expect(count.take()).toEqual([[0, 9]]);
  });
});

test.each([
  ["12:30", 750],
  ["1:02:03", 3723],
  ["7", 420],
  [" 0:45 ", 45],
  ["0", null],
  ["12:75", null],
  ["25:00:00", null],
  ["twelve", null],
])("a length typed as “%s” is %s seconds", (text, seconds) => {
  expect(readLength(text)).toBe(seconds);
});

test("chapters are read a line each, in order; what is none is named", () => {
  expect(readChapters("0:00 Before\n\n4:10 - Up and over\n0:30 Wet hands")).toEqual({
    wrong: null,
    chapters: [
      { at: 0, title: "Before" },
      { at: 30, title: "Wet hands" },
      { at: 250, title: "Up and over" },
    ],
  });
  expect(readChapters("0:00 Before\nUp and over").wrong).toBe("Up and over");
  expect(readChapters("").chapters).toEqual([]);
});

describe("a meeting, for whoever reads it", () => {
  const meeting = { at: "2027-03-10T18:00:00Z", minutes: 90, recording: null };
  const at = (text: string) => sayMeeting(meeting, "Asia/Tokyo", Date.parse(text));

  test("its day and hours are those of their own zone", () => {
    const { day, hours } = at("2027-03-01T00:00:00Z");
    expect(day).toBe("Thursday 11 March 2027");
    expect(hours).toBe("03:00 to 04:30, Asia/Tokyo");
  });

  test.each([
    ["2027-03-05T18:00:00Z", /^In 5 days/, false],
    ["2027-03-10T17:20:00Z", /^In 40 minutes/, false],
    ["2027-03-10T17:46:00Z", /one can join/, true],
    ["2027-03-10T18:10:00Z", /going on now/, true],
    ["2027-03-10T19:30:00Z", /is over/, false],
  ])("at %s: %s", (instant, words, live) => {
    const said = at(instant);
    expect(said.state).toMatch(words);
    expect(said.live).toBe(live);
  });
});
