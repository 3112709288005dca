/** The choices of a field as a table, and pasted back (RFC 4180; a formula made harmless: OWASP, CSV injection). */
import { choicesOf } from "../../src/people/fields/choice-lines";
import { choicesAsCsv } from "../../src/people/fields/choices-file";

const CHOICES = [
  { id: "pt", text: "Portugal", ended: false },
  { id: "porto", text: "Porto", ended: false, within: "pt" },
  { id: "mill", text: 'The "Old" Mill, north', ended: false, within: "porto" },
  { id: "lx", text: "Lisboa", ended: true, within: "pt" },
  { id: "sum", text: "=1+1", ended: false },
];

test("a column for each step from the top, of those that are offered; signs of a table are quoted", () => {
  expect(choicesAsCsv(CHOICES).split("\r\n")).toEqual([
    'Choice,"Below it, 1","Below it, 2"',
    "Portugal,,",
    "Portugal,Porto,",
    'Portugal,Porto,"The ""Old"" Mill, north"',
    '"\'=1+1",,',
  ]);
  expect(choicesAsCsv([]).trim()).toBe("Choice");
});

test("its columns pasted back are the same tree", () => {
  const rows = CHOICES.slice(0, 3).map(({ id }) => {
    const way = { pt: ["Portugal"], porto: ["Portugal", "Porto"] }[id];
    return (way ?? ["Portugal", "Porto", 'The "Old" Mill, north']).join("\t");
  });
  const before = CHOICES.slice(0, 3);
  expect(choicesOf(rows.join("\n"), before, () => "new")).toEqual(before);
});
