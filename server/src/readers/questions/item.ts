/**
 * An item of QTI (1EdTech's Question and Test Interoperability, 3.0 and 2.2, from memory of its information model) as one of
 * our questions, as far as our kinds go; what cannot be carried is said.
 */
import { type Question, questionFaults, questionSchema } from "@dawngate/core/checks";
import { allOf, attribute, childrenOf, firstOf, nameOf, textOf } from "./xml";

export interface ReadItem {
  question: Question | null;
  /** What was left behind, in sentences. */
  notes: string[];
}

interface Declared {
  cardinality: string;
  baseType: string;
  correct: string[];
  /** Null: it is not mapped. */
  mapping: Map<string, number> | null;
}

const INTERACTION = /Interaction$/;
/** Read as something of ours. */
const KNOWN = new Set([
  "choiceInteraction",
  "orderInteraction",
  "matchInteraction",
  "textEntryInteraction",
  "extendedTextInteraction",
  "inlineChoiceInteraction",
]);

/** @param id the question's; @param category null: none */
export function readItem(root: Element, id: string, category: string | null): ReadItem {
  const title = attribute(root, "title") || attribute(root, "identifier") || id;
  const notes: string[] = [];
  const note = (said: string) => void notes.push(`“${title}”: ${said}`);
  const body = firstOf(root, "itemBody");
  if (!body) {
    note("there is nothing in it");
    return { question: null, notes };
  }
  const interactions = allOf(body, ...namesIn(body));
  const names = new Set(interactions.map(nameOf));
  const foreign = [...names].find((name) => !KNOWN.has(name));
  if (foreign || interactions.length === 0) {
    note(
      foreign
        ? `it is asked by ${foreign.replace(INTERACTION, "")}, which has no counterpart here`
        : "it asks nothing",
    );
    return { question: null, notes };
  }
  const gaps = [...names].every((name) => /^(textEntry|inlineChoice)Interaction$/.test(name));
  if (interactions.length > 1 && !gaps) {
    note("it asks several things at once; each has to be a question of its own");
    return { question: null, notes };
  }
  if (allOf(body, "img", "object", "picture").length > 0)
    note("its pictures stay behind; put them into the question here");
  const declared = declarationsOf(root);
  const [first] = interactions as [Element, ...Element[]];
  const made = makers[nameOf(first)]?.({ root, body, interactions, declared, note });
  if (!made) return { question: null, notes };
  const text = made.text ?? bodyText(body, new Set(interactions));
  const { text: _, ...kind } = made;
  const read = questionSchema.safeParse({
    id,
    points: pointsOf(root, declared),
    category,
    text: text || title,
    explanation: explanationOf(root),
    ...kind,
  });
  const fault = read.success ? questionFaults(read.data)[0]?.reason : read.error.issues[0]?.message;
  if (!read.success || fault) {
    note(`it cannot be read here: ${fault ?? "it is not whole"}`);
    return { question: null, notes };
  }
  return { question: read.data, notes };
}

const namesIn = (body: Element): string[] => [
  ...new Set([...elementsOf(body)].map(nameOf).filter((name) => INTERACTION.test(name))),
];

function* elementsOf(element: Element): Generator<Element> {
  for (const child of childrenOf(element)) {
    yield child;
    yield* elementsOf(child);
  }
}

function declarationsOf(root: Element): Map<string, Declared> {
  return new Map(
    allOf(root, "responseDeclaration").map((one) => {
      const mapping = firstOf(one, "mapping");
      const correct = firstOf(one, "correctResponse");
      return [
        attribute(one, "identifier"),
        {
          cardinality: attribute(one, "cardinality"),
          baseType: attribute(one, "baseType"),
          correct: correct ? allOf(correct, "value").map((value) => textOf(value)) : [],
          mapping: mapping
            ? new Map(
                allOf(mapping, "mapEntry").map((entry) => [
                  attribute(entry, "mapKey"),
                  Number(attribute(entry, "mappedValue")),
                ]),
              )
            : null,
        },
      ];
    }),
  );
}

const twoDecimals = (points: number) => Math.round(points * 100) / 100;

/** What all of it earns: as its outcome says, else what its mappings add up to, else what a right answer is given, else 1. */
function pointsOf(root: Element, declared: ReadonlyMap<string, Declared>): number {
  const outcomes = allOf(root, "outcomeDeclaration");
  const named = (name: string) => outcomes.find((one) => attribute(one, "identifier") === name);
  const score = named("SCORE");
  const most = named("MAXSCORE");
  const mapped = [...declared.values()].reduce(
    (sum, { mapping }) =>
      sum + [...(mapping?.values() ?? [])].reduce((all, value) => all + Math.max(0, value), 0),
    0,
  );
  const given = allOf(root, "setOutcomeValue")
    .filter((one) => attribute(one, "identifier") === "SCORE")
    .flatMap((one) => allOf(one, "baseValue").map((value) => Number(textOf(value))))
    .filter((value) => Number.isFinite(value));
  const found = [
    Number((score && attribute(score, "normalMaximum")) || Number.NaN),
    Number((most && textOf(most)) || Number.NaN),
    mapped,
    Math.max(0, ...given),
  ].find((value) => Number.isFinite(value) && value > 0);
  return Math.min(1000, Math.max(0.01, twoDecimals(found ?? 1)));
}

function explanationOf(root: Element): string {
  const feedback = firstOf(root, "modalFeedback", "feedbackBlock");
  return feedback ? textOf(feedback).slice(0, 5000) : "";
}

/** The text around what is asked, with the prompt within it. */
function bodyText(body: Element, interactions: ReadonlySet<Element>): string {
  return textOf(body, (child) => {
    if (interactions.has(child)) {
      const prompt = firstOf(child, "prompt");
      return prompt ? ` ${textOf(prompt)} ` : "";
    }
    return nameOf(child) === "rubricBlock" ? "" : undefined;
  });
}

interface Made extends Record<string, unknown> {
  text?: string;
}
interface Given {
  root: Element;
  body: Element;
  interactions: Element[];
  declared: ReadonlyMap<string, Declared>;
  note(said: string): void;
}
type Maker = (given: Given) => Made | null;

const declaredOf = ({ declared }: Given, one: Element): Declared =>
  declared.get(attribute(one, "responseIdentifier")) ?? {
    cardinality: "",
    baseType: "",
    correct: [],
    mapping: null,
  };

interface Choices {
  answers: { id: string; text: string; fixed: boolean }[];
  /** Our names by theirs. */
  names: Map<string, string>;
}

function choicesIn(element: Element, name: string): Choices {
  const found = allOf(element, name);
  return {
    answers: found.map((one, i) => ({
      id: String(i + 1),
      text: textOf(one),
      fixed: attribute(one, "fixed") === "true",
    })),
    names: new Map(found.map((one, i) => [attribute(one, "identifier"), String(i + 1)])),
  };
}

const inOrder = (names: ReadonlyMap<string, string>, theirs: readonly string[]): string[] =>
  theirs.flatMap((one) => names.get(one) ?? []);

const choice: Maker = (given) => {
  const [one] = given.interactions as [Element];
  const { cardinality, correct, mapping } = declaredOf(given, one);
  const { answers, names } = choicesIn(one, "simpleChoice");
  const keyed =
    correct.length > 0
      ? correct
      : [...(mapping ?? [])].flatMap(([key, value]) => (value > 0 ? [key] : []));
  const right = inOrder(names, keyed);
  if (right.length === 0) {
    given.note("nothing in it is marked as right; an opinion is asked in a survey");
    return null;
  }
  const shuffle = attribute(one, "shuffle") === "true";
  const several = cardinality === "multiple" || attribute(one, "maxChoices") !== "1";
  if (several && (cardinality === "multiple" || right.length > 1))
    return {
      kind: "several",
      answers,
      right,
      shuffle,
      credit: mapping ? "part" : "all",
    };
  const words = answers.map(({ text }) => text.toLowerCase());
  if (answers.length === 2 && words.includes("true") && words.includes("false"))
    return {
      kind: "true-false",
      right: answers.find(({ id }) => id === right[0])?.text.toLowerCase() === "true",
    };
  return { kind: "one", answers, right: right[0], shuffle };
};

const order: Maker = (given) => {
  const [one] = given.interactions as [Element];
  const { correct } = declaredOf(given, one);
  const { answers, names } = choicesIn(one, "simpleChoice");
  return {
    kind: "order",
    answers: answers.map(({ fixed: _, ...answer }) => answer),
    right: inOrder(names, correct),
    credit: "all",
  };
};

const match: Maker = (given) => {
  const [one] = given.interactions as [Element];
  const { correct, mapping } = declaredOf(given, one);
  const [leftSet, rightSet] = allOf(one, "simpleMatchSet");
  if (!leftSet || !rightSet) return null;
  const left = choicesIn(leftSet, "simpleAssociableChoice");
  const rights = choicesIn(rightSet, "simpleAssociableChoice");
  const pairs = (
    correct.length > 0
      ? correct
      : [...(mapping ?? [])].flatMap(([key, value]) => (value > 0 ? [key] : []))
  ).map((pair) => pair.trim().split(/\s+/));
  const byLeft = new Map<string, string>();
  for (const [from = "", to = ""] of pairs) {
    // A pair may be told from either side.
    const [l, r] = left.names.has(from) ? [from, to] : [to, from];
    const ours = left.names.get(l);
    const theirs = rights.names.get(r);
    if (!ours || !theirs) continue;
    if (byLeft.has(ours)) {
      given.note("an item on the left has several right answers; here it has one");
      return null;
    }
    byLeft.set(ours, theirs);
  }
  return {
    kind: "match",
    left: left.answers.map(({ id, text }) => ({ id: `l${id}`, text })),
    answers: rights.answers,
    right: Object.fromEntries([...byLeft].map(([l, r]) => [`l${l}`, r])),
    shuffle: attribute(one, "shuffle") === "true",
    credit: mapping ? "part" : "all",
  };
};

/** Gaps, or a number where one is asked. */
const entry: Maker = (given) => {
  const { interactions, body, root, note } = given;
  const [one] = interactions as [Element];
  const { baseType, correct } = declaredOf(given, one);
  if (interactions.length === 1 && /^(float|integer)$/.test(baseType)) {
    const equal = firstOf(root, "equal");
    const [least = 0] = (equal ? attribute(equal, "tolerance") : "")
      .trim()
      .split(/\s+/)
      .map(Number);
    const mode = equal ? attribute(equal, "toleranceMode") : "";
    const off = Number.isFinite(least) && least > 0 ? least : null;
    return {
      kind: "number",
      right: Number(correct[0]),
      ...(off !== null && { [mode === "relative" ? "percent" : "tolerance"]: off }),
      text: bodyText(body, new Set(interactions)),
    };
  }
  const right: string[][] = [];
  const set = new Set(interactions);
  const text = textOf(body, (child) => {
    if (!set.has(child)) return nameOf(child) === "rubricBlock" ? "" : undefined;
    right.push(acceptedIn(given, child));
    return ` {${right.length}} `;
  });
  if (interactions.some((child) => nameOf(child) === "inlineChoiceInteraction"))
    note("what was chosen from a list in its sentence is typed here");
  return { kind: "gap", right, text: text.replaceAll(/\s+([,.;:!?])/g, "$1") };
};

function acceptedIn(given: Given, one: Element): string[] {
  const { correct, mapping } = declaredOf(given, one);
  const keys = [
    ...correct,
    ...[...(mapping ?? [])].flatMap(([key, value]) => (value > 0 ? [key] : [])),
  ];
  const choices = new Map(
    allOf(one, "inlineChoice").map((choiceOf) => [
      attribute(choiceOf, "identifier"),
      textOf(choiceOf),
    ]),
  );
  return [...new Set(keys.map((key) => choices.get(key) ?? key))];
}

/** A text that is looked through for words; any other is for somebody to read. */
const extended: Maker = (given) => {
  const groups: string[][] = [];
  const looked = new Set<Element>();
  for (const either of allOf(given.root, "or")) {
    const words = allOf(either, "substring");
    for (const one of words) looked.add(one);
    if (words.length > 0) groups.push(words.map(wordOf));
  }
  for (const one of allOf(given.root, "substring"))
    if (!looked.has(one)) groups.push([wordOf(one)]);
  const right = groups.map((words) => words.filter((word) => word !== "")).filter((w) => w.length);
  if (right.length > 0) return { kind: "keywords", right };
  given.note("a text that somebody reads is an assignment here");
  return null;
};

const wordOf = (substring: Element): string => {
  const value = firstOf(substring, "baseValue");
  return value ? textOf(value) : "";
};

const makers: Readonly<Record<string, Maker>> = {
  choiceInteraction: choice,
  orderInteraction: order,
  matchInteraction: match,
  textEntryInteraction: entry,
  inlineChoiceInteraction: entry,
  extendedTextInteraction: extended,
};
