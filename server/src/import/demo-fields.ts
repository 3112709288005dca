/** What the demo school asks about people beyond their names: which partner bakery they work for, and how long they bake. */
import type { OwnFieldTerms } from "@dawngate/contract/own-fields";
import { NO_CHECK } from "@dawngate/core/people";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { insertField, writeValues } from "../people/fields/store";

const BAKERIES = [
  { id: "mill-lane", text: "Mill Lane Bakery", ended: false },
  { id: "esquina", text: "Pão da Esquina", ended: false },
  { id: "sand", text: "Bakery Sand & Son", ended: false },
  { id: "home", text: "I bake at home", ended: false },
];
const USUAL: Pick<OwnFieldTerms, "about" | "hint" | "check" | "choices" | "listed" | "ended"> = {
  hint: "",
  about: "people",
  check: NO_CHECK,
  choices: [],
  listed: true,
  ended: false,
};
/** What staff write down of courses, cohorts and enrollments. */
const WRITTEN = {
  ...USUAL,
  asks: { entering: "no", buying: "no", staff: "may" },
  seenBy: "staff",
} as const;
const PAID_FROM = ["The training fund", "The bakery itself"].map((text, at) => ({
  id: `paid-${at}`,
  text,
  ended: false,
}));
const FIELDS: [string, OwnFieldTerms][] = [
  [
    "bakery",
    {
      ...USUAL,
      name: "Bakery",
      hint: "The partner bakery you work for",
      kind: "choice",
      choices: BAKERIES,
      asks: { entering: "may", buying: "no", staff: "may" },
      seenBy: "them",
    },
  ],
  [
    "years",
    {
      ...USUAL,
      name: "Years at the oven",
      kind: "number",
      check: { ...NO_CHECK, least: 0, most: 70 },
      asks: { entering: "no", buying: "may", staff: "may" },
      seenBy: "them",
    },
  ],
  [
    "personnel",
    {
      ...USUAL,
      name: "Personnel number",
      hint: "As the partner bakery has it",
      kind: "text",
      check: { ...NO_CHECK, signs: "figures", longest: 8 },
      asks: { entering: "no", buying: "no", staff: "may" },
      seenBy: "managers",
      listed: false,
    },
  ],
  [
    "cost-center",
    {
      ...WRITTEN,
      about: "enrollments",
      name: "Cost center",
      hint: "Which the bakery books it under",
      kind: "text",
      check: { ...NO_CHECK, signs: "plain", longest: 8 },
    },
  ],
  [
    "oven",
    { ...WRITTEN, about: "cohorts", name: "Oven", hint: "Which they bake in", kind: "text" },
  ],
  [
    "paid-from",
    {
      ...WRITTEN,
      about: "courses",
      name: "Paid from",
      hint: "",
      kind: "choice",
      choices: PAID_FROM,
    },
  ],
];

/** Who asks to come in has said where they work. */
const ASKING: [string, string][] = [
  ["noor.haddad", "esquina"],
  ["emil.sand", "sand"],
  ["signe.dahl", "mill-lane"],
];

/** Of three who are trained for a bakery one works at each; so many years as their place among them says. */
export async function demoFields(tx: SchoolTransaction, school: SchoolId): Promise<void> {
  for (const [id, terms] of FIELDS) await insertField(tx, school, id, terms);
  const trained = await tx
    .selectFrom("enrollment")
    .select(["id", "person_id as person", "course_id as course"])
    .orderBy("id")
    .execute();
  const people = (course: string) =>
    trained.filter((one) => one.course === course).map(({ person }) => person);
  await writeValues(tx, school, [
    ...ASKING.map(([person, value]) => ({ of: person, field: "bakery", value })),
    ...people("oven-and-allergens").flatMap((person, at) => [
      { of: person, field: "bakery", value: BAKERIES[at % 3]?.id ?? "home" },
      { of: person, field: "personnel", value: String(40_117 + 23 * at) },
    ]),
    ...people("cold-kitchen")
      .filter((_, at) => at % 3 !== 2)
      .map((person, at) => ({ of: person, field: "years", value: (at * 5) % 19 })),
  ]);
  const books = trained
    .filter(({ course }) => course === "oven-and-allergens")
    .map(({ id }, at) => ({ of: id, field: "cost-center", value: `K-${410 + (at % 3) * 15}` }));
  await writeValues(tx, school, books, "enrollments");
  await writeValues(
    tx,
    school,
    [
      { of: "oven-and-allergens", field: "paid-from", value: "paid-1" },
      { of: "cold-kitchen", field: "paid-from", value: "paid-0" },
    ],
    "courses",
  );
  const cohorts = await tx
    .selectFrom("cohort")
    .select("id")
    .where("course_id", "=", "winter-rye")
    .orderBy("starts")
    .execute();
  await writeValues(
    tx,
    school,
    cohorts.map(({ id }, at) => ({
      of: id,
      field: "oven",
      value: at % 2 ? "Deck oven" : "Stone oven",
    })),
    "cohorts",
  );
}
