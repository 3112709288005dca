import { type Letter, writeLetter } from "../../src/base/letter";

const letter: Letter = {
  subject: 'Rye & "more"',
  from: { name: "Ember Row", color: "#D9533B", contact: "hello@example.org" },
  greeting: "Hello <Mira>,",
  says: ["You are in “Rye & more”."],
  dates: [{ when: "Fri 4 Dec 2026, 07:00", what: 'Three "stages"' }],
  lines: ["Its gate", "  7 days after: Fri 4 Dec"],
  button: { label: "Come in", url: "https://bread.example.org/welcome?token=a&b=c" },
  small: ["Times are Lisbon time."],
};

test("as plain text it says all of it, the address of its button on a line of its own", () => {
  expect(writeLetter(letter).text).toBe(`Hello <Mira>,

You are in “Rye & more”.

  Fri 4 Dec 2026, 07:00: Three "stages"

Its gate
  7 days after: Fri 4 Dec

Come in:
https://bread.example.org/welcome?token=a&b=c

Times are Lisbon time.

Ember Row

hello@example.org
`);
});

test("as HTML it says the same, and nothing in it is read as anything but text", () => {
  const { html } = writeLetter(letter);
  const body = html.slice(html.indexOf("<body"));
  const said = body
    .replace(/<[^>]*>/g, " ")
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&quot;", '"')
    .replaceAll("&amp;", "&")
    .replace(/\s+/g, " ");
  for (const part of ["Hello <Mira>,", "You are in “Rye & more”.", 'Three "stages"', "Come in"])
    expect(said).toContain(part);
  expect(html).not.toContain("<Mira>");
  expect(html).toContain('href="https://bread.example.org/welcome?token=a&amp;b=c"');
});

test("nothing in it is asked for from outside, and nothing follows who reads it", () => {
  const { html } = writeLetter(letter);
  expect(html).not.toMatch(/<(img|script|link|iframe)\b|url\(|@import|src=/i);
  expect(html.match(/href="/g)).toHaveLength(1);
});

test("it can be read in the dark, and a color that is none stands in no style", () => {
  const { html } = writeLetter({ ...letter, from: { name: "X", color: "red;}", contact: "" } });
  expect(html).toContain("prefers-color-scheme:dark");
  expect(html).not.toContain("red;}");
  expect(writeLetter({ subject: "S", from: null, says: ["Come."] }).text).toBe(
    "Come.\n\nDawn Gate\n",
  );
});
