import { gateSchema } from "../../src/plan";
import { sayGate } from "../../src/schedule/words";

const say = (...when: object[]) =>
  sayGate(gateSchema.parse({ need: "all", when }), (id) => `T-${id}`);

describe("a gate in words, before anybody's dates", () => {
  test.each([
    ["7 days after enrolling", { from: "enrolled", add: "P7D" }],
    ["1 month after the first payment", { from: "paid", add: "P1M" }],
    ["36 hours after “T-m1” opens", { from: "opened", item: "m1", add: "PT36H" }],
    [
      "14 days after enrolling, moved to a Monday that is a workday, at 07:00",
      { from: "enrolled", add: "P14D", weekdays: [1], workdays: true, at: "07:00" },
    ],
    [
      "2 days after enrolling, moved to a Monday or Thursday",
      { from: "enrolled", add: "P2D", weekdays: [4, 1] },
    ],
    ["after passing “T-q”", { from: "passed", item: "q" }],
    ["after finishing “T-l”", { from: "completed", item: "l", add: "P0D" }],
    [
      "3 days before the cohort's last day, to the end of that day",
      { from: "cohort-end", add: "-P3D", edge: "end" },
    ],
    ["on the cohort's first day", { from: "cohort-start" }],
    ["on Sat 1 May 2027, Tokyo time", { from: "date", date: "2027-05-01", zone: "Asia/Tokyo" }],
    ["when “badge” is reported", { from: "signal", name: "badge" }],
    ["by hand", { from: "staff" }],
  ])("%s", (words, moment) => {
    expect(say(moment)).toBe(words);
  });
  test("nothing holds it: at once; several: and, or", () => {
    expect(sayGate(null, String)).toBe("at once");
    expect(say()).toBe("at once");
    expect(say({ from: "staff" }, { from: "enrolled", add: "P1D" })).toBe(
      "by hand and 1 day after enrolling",
    );
    const any = gateSchema.parse({
      need: "any",
      when: [{ from: "staff" }, { from: "passed", item: "q" }],
    });
    expect(sayGate(any, (id) => id)).toBe("by hand or after passing “q”");
  });
});
