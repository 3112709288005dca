import type { PublicListing } from "@dawngate/contract/catalog";
import type { Offered } from "@dawngate/contract/sales";
import { DEFAULT_BLOCKS, newBlock } from "@dawngate/core/catalog";
import { formatInstant } from "@dawngate/core/time";
import { Gains } from "../../src/catalog/blocks/gains";
import { Outline } from "../../src/catalog/blocks/outline";
import { Voices } from "../../src/catalog/blocks/voices";
import { needOf, saysOf } from "../../src/catalog/editor/fields";
import { freshBlockId } from "../../src/catalog/editor/use-page";
import { runsOut } from "../../src/catalog/runs-out";
import { type Shown, shownListing } from "../../src/catalog/shown";
import { draw } from "../helpers/draw";

jest.mock("expo-router", () => ({
  Link: ({ children }: { children: React.ReactNode }) => children,
}));

const WORDS = {
  course: "course",
  module: "module",
  modules: "modules",
  lesson: "lesson",
  lessons: "lessons",
  done: "Done",
};
const lesson = (title: string, sample: string | null = null) => ({ title, sample, minutes: 5 });
const LISTING: PublicListing = {
  id: "winter",
  title: "The winter baker",
  points: ["A warm kitchen"],
  words: WORDS,
  school: { name: "Ember Row", color: "#D9533B", timeZone: "Europe/Lisbon", contact: "" },
  isOnSale: true,
  membership: null,
  courses: ["Wheat", "Rye"].map((title) => ({
    id: title.toLowerCase(),
    title,
    card: { teacher: "Ilse Maren" },
    cover: null,
    modules: [
      {
        title: `${title} one`,
        ofCourse: null,
        lessons: [lesson("Flour"), lesson("Water", "water")],
      },
      { title: `${title} two`, ofCourse: null, lessons: [lesson("Salt")] },
    ],
    lessons: 3,
    minutes: 15,
  })),
  blocks: [...DEFAULT_BLOCKS],
  address: "winter",
  announcements: [],
};
const shown: Shown = shownListing("ember-row", LISTING, () => undefined);

test("a bundle says its courses, how many lessons they have in all and how long they take", () => {
  expect(shown.short).toBe("Wheat and Rye");
  expect(shown.facts).toEqual(["6 lessons", "30 min"]);
});

test.each([
  ["whole", ["Flour", "Water", "Salt"], []],
  ["modules", ["Water"], ["Flour", "Salt"]],
  ["beginning", ["Flour", "Water"], ["Salt"]],
] as const)(
  "an outline shown as %s keeps its samples, whatever else it hides",
  (how, seen, hidden) => {
    const { queryAllByText, getByText } = draw(
      <Outline block={{ ...newBlock("outline", "o"), shown: how }} shown={shown} />,
    );
    getByText("Rye two");
    for (const one of seen) expect(queryAllByText(one).length).toBeGreaterThan(0);
    for (const one of hidden) expect(queryAllByText(one)).toHaveLength(0);
  },
);

test("a membership says how many courses it opens, the first by name, and where the others are", () => {
  const all = shownListing(
    "ember-row",
    { ...LISTING, membership: { courses: 5, subjects: [] } },
    () => undefined,
  );
  expect([all.short, all.facts, all.opens]).toEqual([
    "Every course, and those to come.",
    ["5 courses"],
    5,
  ]);
  const { getByText, queryByText } = draw(<Outline block={newBlock("outline", "o")} shown={all} />);
  getByText("Rye");
  getByText("And 3 more in the catalog");
  // What stands in each is on the course's own page.
  expect(queryByText("Rye two")).toBeNull();
});

test("what is left empty says what the listing says; what nobody says is not there", () => {
  const gains = draw(<Gains block={newBlock("gains", "g")} shown={shown} />);
  gains.getByText("A warm kitchen");
  const own = { ...newBlock("gains", "g"), lines: "- Bread\n- Rolls", title: "Yours" };
  gains.unmount();
  const { getByText, queryByText } = draw(<Gains block={own} shown={shown} />);
  getByText("Yours");
  getByText("Rolls");
  expect(queryByText("A warm kitchen")).toBeNull();
  for (const kind of ["voices", "questions", "text", "announcements"] as const)
    expect(needOf(newBlock(kind, "x"), shown)).not.toBeNull();
  const said = { ...newBlock("voices", "v"), text: "It rose.\nRui" };
  expect(needOf(said, shown)).toBeNull();
  draw(<Voices block={said} shown={shown} />).getByText("“It rose.”");
  expect(saysOf(said, shown)).toBe("It rose.");
  expect(saysOf(newBlock("price", "p"), shown)).toContain("What it costs");
});

test("a new block has a name that no other has", () => {
  const one = newBlock("text", "text");
  expect(freshBlockId("text", [])).toBe("text");
  expect(freshBlockId("text", [one])).toBe("text-2");
  expect(freshBlockId("text", [one, newBlock("text", "text-2")])).toBe("text-3");
});

describe("what runs out is what comes first, by the school's own days", () => {
  const offered = (parts: object) =>
    runsOut({
      note: { rises: null, before: null },
      window: null,
      state: "open",
      school: LISTING.school,
      ...parts,
    } as Pick<Offered, "note" | "window" | "state" | "school">);
  const rises = { on: "2027-01-01", amount: 19_000 };
  test("the price, at the start of the day on which it is higher", () => {
    const end = offered({ note: { rises, before: null } });
    expect(end?.says).toBe("The price rises in");
    expect(end && formatInstant(end.until)).toBe("2027-01-01T00:00:00Z");
  });
  test("the doors, after the last day of the window", () => {
    const window = { opens: "2026-12-01", closes: "2026-12-20" };
    const end = offered({ note: { rises, before: null }, window });
    expect(end && [end.says, formatInstant(end.until)]).toEqual([
      "It can be bought for",
      "2026-12-21T00:00:00Z",
    ]);
  });
  test("nothing, where nothing does or nothing can be bought", () => {
    expect(offered({})).toBeNull();
    expect(offered({ note: { rises, before: null }, state: "full" })).toBeNull();
  });
});
