/** The sentence of a gate reads right in every combination: thousands are written, and a reader's grammar checks each. */
import { momentSchema, type PlanMoment } from "@dawngate/core/plan";
import { momentParts, sayGate, sayPlannedMoment } from "@dawngate/core/schedule/words";

const titleOf = (id: string) => `T-${id}`;
const ANCHORS: object[] = [
  { from: "enrolled" },
  { from: "paid" },
  { from: "paid", part: 2 },
  { from: "started" },
  { from: "access" },
  { from: "opened", item: "a" },
  { from: "completed", item: "a" },
  { from: "passed", item: "q" },
  { from: "signal", name: "badge" },
  { from: "date", date: "2027-05-01" },
  { from: "cohort-start" },
  { from: "cohort-end" },
];
const ADDS = [
  undefined,
  "P0D",
  "P1D",
  "P7D",
  "-P3D",
  "P1W",
  "P2W",
  "P1M",
  "P1Y2M3W4D",
  "PT1H",
  "-PT90M",
  "PT36H30M",
];
const DAYS = [undefined, [1], [1, 4], [7, 6, 1]];
const ZONES = [undefined, "school", "enrollee", "America/New_York"];

/** Every moment that a plan takes, of these parts. */
function* moments(): Generator<PlanMoment> {
  for (const anchor of ANCHORS)
    for (const add of ADDS)
      for (const weekdays of DAYS)
        for (const workdays of [undefined, true])
          for (const at of [undefined, "07:00"])
            for (const edge of [undefined, "end"])
              for (const zone of ZONES) {
                const read = momentSchema.safeParse({
                  ...anchor,
                  add,
                  weekdays,
                  workdays,
                  at,
                  edge,
                  zone,
                });
                if (read.success) yield read.data;
              }
  yield { from: "staff" };
}

const AMOUNT = String.raw`\d+ (?:year|month|week|day|hour|minute)s?`;
const AMOUNTS = `${AMOUNT}(?:(?:, ${AMOUNT})* and ${AMOUNT})?`;
const THING = "“T-[aq]”";
const AFTER = `enrolling|the first payment|payment \\d+|the first lesson is opened|access begins|${THING} opens|(?:finishing|passing) ${THING}|“badge” is reported|Sat 1 May 2027|the cohort's (?:first|last) day`;
const ALONE = `on enrolling|with (?:the first payment|payment \\d+)|when (?:the first lesson is opened|access begins|${THING} opens|“badge” is reported)|after (?:finishing|passing) ${THING}|on (?:Sat 1 May 2027|the cohort's (?:first|last) day)`;
const WEEKDAY = "(?:Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day";
const GRAMMAR = new RegExp(
  `^(?:by hand|(?:${AMOUNTS} (?:after|before) (?:${AFTER})|${ALONE})(?:, moved to a (?:workday|${WEEKDAY}(?:, ${WEEKDAY})*(?: or ${WEEKDAY})?(?: that is a workday)?))?(?:, at \\d\\d:\\d\\d)?(?:, to the end of that day)?(?:, (?:in their own zone|in the school's zone|New York time))?)$`,
);
/** What no sentence of ours may hold: a reader's list. */
const NEVER: readonly [string, RegExp][] = [
  ["two spaces", / {2}/],
  ["a space before a comma", / ,/],
  [
    "one of many, or many of one",
    /\b(?:1 (?:years|months|weeks|days|hours|minutes)|(?:[02-9]|\d{2,}) (?:year|month|week|day|hour|minute)\b)/,
  ],
  ["a doubled word", /\b(\w+) \1\b/],
  ["something of the program's", /undefined|null|NaN|\[object|P\d|enrolled|cohort-/],
  ["a full stop inside", /\./],
];

test("thousands of sentences, each by the grammar and none with what a reader stumbles over", () => {
  let count = 0;
  const said = new Map<string, string>();
  for (const moment of moments()) {
    const sentence = sayPlannedMoment(moment, titleOf);
    if (!GRAMMAR.test(sentence))
      throw new Error(`Not in the grammar: ${sentence} (${JSON.stringify(moment)})`);
    for (const [what, pattern] of NEVER)
      if (pattern.test(sentence)) throw new Error(`${what}: ${sentence}`);
    // No two moments that differ are said alike, but for how nothing is written.
    const key = JSON.stringify({
      ...moment,
      ...("add" in moment && moment.add === "P0D" && { add: undefined }),
      ...("weekdays" in moment && moment.weekdays && { weekdays: [...moment.weekdays].sort() }),
    });
    const before = said.get(sentence);
    if (before !== undefined && before !== key) throw new Error(`Said alike: ${before} and ${key}`);
    said.set(sentence, key);
    count++;
  }
  expect(count).toBeGreaterThan(3000);
});

test("the parts of a sentence are the sentence, and what one presses stands for one thing", () => {
  for (const moment of moments()) {
    const parts = momentParts(moment, titleOf);
    expect(parts.map(({ text }) => text).join("")).toBe(sayPlannedMoment(moment, titleOf));
    const kinds = parts.flatMap(({ kind }) => (kind === null ? [] : [kind]));
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(kinds).toContain("anchor");
  }
});

test("several conditions are joined as all or any", () => {
  const when: PlanMoment[] = [
    { from: "enrolled", add: "P7D" },
    { from: "staff" },
    { from: "passed", item: "q" },
  ];
  expect(sayGate({ need: "all", when }, titleOf)).toBe(
    "7 days after enrolling, by hand and after passing “T-q”",
  );
  expect(sayGate({ need: "any", when }, titleOf)).toBe(
    "7 days after enrolling, by hand or after passing “T-q”",
  );
});
