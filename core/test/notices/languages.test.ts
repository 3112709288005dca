/** What people are told in their language: every text of ours is whole in each, and says what the English one does. */
import {
  datesOf,
  type Entry,
  faultsOfText,
  fillText,
  KINDS,
  LANGUAGES,
  type Language,
  languageFor,
  type Named,
  type Notice,
  partsOf,
  sayList,
  spokenIn,
  USUAL,
  valuesOf,
} from "@dawngate/core/notices";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { amissIn } from "./texts-of";

const at = (text: string) => Date.parse(text) as Instant;
const OTHERS = LANGUAGES.filter((one) => one !== "en");
const fieldsIn = (kind: (typeof KINDS)[number], text: string) =>
  partsOf(kind, text).flatMap((part) => ("field" in part ? part.field : []));

describe.each(LANGUAGES)("in %s", (language) => {
  const spoken = spokenIn(language);

  test.each(KINDS)("%s is without a fault, and leaves out no field of the English text", (kind) => {
    const { subject, text } = spoken.usual[kind];
    for (const part of ["subject", "text"] as const)
      expect(faultsOfText(kind, spoken.usual[kind][part])).toEqual([]);
    expect(new Set(fieldsIn(kind, text))).toEqual(new Set(fieldsIn(kind, USUAL[kind].text)));
    expect(new Set(fieldsIn(kind, subject))).toEqual(new Set(fieldsIn(kind, USUAL[kind].subject)));
    // A paragraph is left out with its field: the same ones are.
    const paragraphs = (all: string) => all.split("\n\n").map((one) => fieldsIn(kind, one).sort());
    expect(paragraphs(text)).toEqual(paragraphs(USUAL[kind].text));
    // One line.
    expect(subject).not.toMatch(/\n/);
  });

  test("all the rest is said, and in its own words", () => {
    const said = [
      spoken.openNow,
      spoken.wishes,
      spoken.hello("Mira"),
      spoken.times("Lisbon"),
      spoken.endOf("5"),
      ...Object.values(spoken.acts),
      ...Object.values(spoken.presses),
      ...Object.values(spoken.entering).map((one) => (typeof one === "string" ? one : "said")),
      spoken.entering.invites("School"),
      spoken.entering.yoursUntil("5", "course"),
      spoken.changed.several,
      spoken.changed.says,
      spoken.changed.one("Rye"),
      spoken.changed.line("Rye", "now", "before"),
      spoken.changed.gone("Rye", "before"),
    ];
    for (const one of said) expect(one.trim()).not.toBe("");
    if (language === "en") return;
    const english = spokenIn("en");
    const same = [
      english.openNow,
      english.wishes,
      ...Object.values(english.acts),
      ...Object.values(english.presses),
    ].filter((one) => said.includes(one));
    expect(same).toEqual([]);
    for (const kind of KINDS)
      if (kind !== "announcement") expect(spoken.usual[kind].text).not.toBe(USUAL[kind].text);
  });

  test("names stand where they are put in, as they are", () => {
    for (const word of [
      spoken.hello("Ñ <b>"),
      spoken.quoted("Ñ <b>"),
      spoken.changed.one("Ñ <b>"),
      spoken.changed.line("Ñ <b>", "1", "2"),
    ])
      expect(word).toContain("Ñ <b>");
  });
});

describe.each(OTHERS)("single letters in %s", (language) => {
  const { letters } = spokenIn(language);

  test("each text is there, in its own words, with what is put in where the English one has it", () => {
    expect(amissIn(letters, spokenIn("en").letters, ["Ñ <b>", 3, "Rye"])).toEqual([]);
  });

  test("one and several, and what may be missing, leave nothing undone", () => {
    for (const text of [
      letters.member.has("Rye", 1, ""),
      letters.member.has("Rye", 2, ""),
      letters.reminder.isOpen("Rye", null),
    ])
      expect(text).not.toMatch(/undefined|null|false| {2}|\( ?\)| [.,]/);
    expect(letters.reviewed.remarks(1)).not.toBe(letters.reviewed.remarks(2));
    expect(letters.member.has("Rye", 1, "")).not.toBe(letters.member.has("Rye", 2, ""));
    const through = "5 (last)";
    expect(letters.reminder.isOpen("Rye", through)).toContain(through);
    expect(letters.reminder.isOpen("Rye", null)).not.toContain("5");
  });
});

const ITEMS: Record<string, string> = { m1: "Dough", m2: "Proof" };
const entry = (item: string | null, instant: string | null): Entry => ({
  key: `welcome:e1:${item}`,
  enrollment: "e1",
  item,
  instant: instant === null ? null : at(instant),
  named: true,
});
const WELCOME: Notice = {
  kind: "welcome",
  person: "p1",
  at: at("2027-03-05T14:20:00Z"),
  about: [
    entry(null, null),
    entry("m1", "2027-03-05T14:20:00Z"),
    entry("m2", "2027-03-12T07:00:00Z"),
  ],
};
const named = (language: Language, until: string): Named => ({
  school: "Ember Row",
  person: "Mira",
  zone: zoneOf("Europe/Lisbon"),
  spoken: spokenIn(language),
  link: "https://x/shelf",
  preferences: "https://x/told",
  enrollment: () => ({ course: "Rye", cohort: null, until: at(until) }),
  item: (_, id) => ITEMS[id] ?? null,
});
const letter = (language: Language, until = "2027-06-13T23:00:00Z") =>
  fillText(
    "welcome",
    spokenIn(language).usual.welcome.text,
    valuesOf(WELCOME, named(language, until), WELCOME.at),
  );

// Dates as CLDR has them (from memory).
test.each<[Language, string[]]>([
  [
    "en",
    [
      "You are in “Rye”.",
      "Open now: “Dough”.",
      "Next: “Proof”, Fri 12 Mar 2027, 07:00.",
      "It is yours until the end of Sun 13 Jun 2027.",
    ],
  ],
  [
    "de",
    [
      "Sie sind in „Rye“ eingeschrieben.",
      "Jetzt offen: „Dough“.",
      "Als Nächstes: „Proof“, Fr., 12. März 2027, 07:00.",
      "Ihr Zugang reicht bis einschließlich So., 13. Juni 2027.",
    ],
  ],
  [
    "fr",
    [
      "Vous êtes dans « Rye ».",
      "Ouvert maintenant : « Dough ».",
      "Ensuite : « Proof », ven. 12 mars 2027, 07:00.",
      "Il est à vous jusqu’à la fin du dim. 13 juin 2027.",
    ],
  ],
])("a welcome in %s", (language, paragraphs) => {
  expect(letter(language)).toEqual(paragraphs);
});

test.each(OTHERS)(
  "an end within a day says its time, and the clock of its zone, in %s",
  (language) => {
    expect(letter(language, "2027-06-13T11:30:00Z").at(-1)).toMatch(/13.*2027, 12:30\.$/);
  },
);

test("below a letter stands when and what, in the same language", () => {
  const all = datesOf(WELCOME, named("nl", "2027-06-13T23:00:00Z"), WELCOME.at);
  expect(all).toEqual([
    { when: "nu open", what: "Dough" },
    { when: expect.stringMatching(/^vr 12 m.*2027, 07:00$/), what: "Proof" },
  ]);
});

test("of many things the first are named, the rest is counted", () => {
  const four = (language: Language) => sayList(["a", "b", "c", "d", "e"], spokenIn(language));
  expect(four("de")).toBe("a, b, c und 2 weitere");
  expect(four("it")).toBe("a, b, c e altri 2");
  expect(sayList(["a", "b"], spokenIn("es"))).toBe("a y b");
});

test("somebody's language is the first they read that is spoken here (RFC 4647, 3.4, by the language alone)", () => {
  expect(languageFor(["pt-BR", "en"], ["en", "pt"])).toBe("pt");
  expect(languageFor(["pl", "DE-at", "en"], ["en", "de"])).toBe("de");
  expect(languageFor(["pl", "cs"], ["en", "de"])).toBeNull();
  expect(languageFor([], ["en"])).toBeNull();
  expect(languageFor(["*", ""], ["en"])).toBeNull();
});
