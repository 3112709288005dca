/** The kinds of questions: what is right, what may be answered, and the share of the points that an answer earns. */
import { fold, holds, words } from "./fold";
import { readNumber } from "./number";
import { Rational } from "./rational";
import { isBounded, type Question, type QuestionOf } from "./schema";

/** A text that is given as an answer, in code points. */
const LONGEST = 10_000;

interface KindOf<K extends Question["kind"]> {
  /** What is wrong with what is said to be right; null: nothing. */
  fault(question: QuestionOf<K>): string | null;
  /** Whether a value can be an answer to it; null, taken back, always can. */
  takes(question: QuestionOf<K>, answer: unknown): boolean;
  isEmpty(answer: unknown): boolean;
  share(question: QuestionOf<K>, answer: unknown): Rational;
  /** Which of its places an answer has right: each left item, gap or keyword. */
  places?(question: QuestionOf<K>, answer: unknown): boolean[];
}

const idsOf = (of: readonly { id: string }[]) => new Set(of.map(({ id }) => id));
const isList = (value: unknown): value is unknown[] => Array.isArray(value);
const isText = (value: unknown): value is string =>
  typeof value === "string" && (value.length <= LONGEST || [...value].length <= LONGEST);
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const areDistinct = (of: readonly unknown[]) => new Set(of).size === of.length;
const yes = (is: boolean) => (is ? Rational.ONE : Rational.ZERO);
const ofPlaces = (places: readonly boolean[]) =>
  Rational.of(places.filter(Boolean).length, places.length);
const none = () => false;

const one: KindOf<"one"> = {
  fault: ({ right, answers }) =>
    typeof right === "string" && idsOf(answers).has(right) ? null : "It is not one of the answers",
  takes: ({ answers }, answer) => typeof answer === "string" && idsOf(answers).has(answer),
  isEmpty: none,
  share: ({ right }, answer) => yes(answer === right),
};

const trueFalse: KindOf<"true-false"> = {
  fault: ({ right }) => (typeof right === "boolean" ? null : "It is true or false"),
  takes: (_, answer) => typeof answer === "boolean",
  isEmpty: none,
  share: ({ right }, answer) => yes(answer === right),
};

const isListOf = (value: unknown, ids: ReadonlySet<string>): value is string[] =>
  isList(value) && areDistinct(value) && value.every((id) => typeof id === "string" && ids.has(id));

const several: KindOf<"several"> = {
  fault: ({ right, answers }) =>
    isListOf(right, idsOf(answers)) && right.length > 0
      ? null
      : "At least one of the answers is right, each named once",
  takes: ({ answers }, answer) => isListOf(answer, idsOf(answers)),
  isEmpty: (answer) => isList(answer) && answer.length === 0,
  share({ right }, answer) {
    const wanted = new Set(right as string[]);
    const ticked = answer as string[];
    const good = ticked.filter((id) => wanted.has(id)).length;
    return Rational.of(Math.max(0, good - (ticked.length - good)), wanted.size);
  },
};

const match: KindOf<"match"> = {
  fault({ right, left, answers }) {
    const [items, ids] = [idsOf(left), idsOf(answers)];
    const names = isRecord(right) ? Object.keys(right) : [];
    return isRecord(right) &&
      names.length === items.size &&
      names.every((name) => items.has(name) && ids.has(right[name] as string))
      ? null
      : "Each item on the left has one of the answers";
  },
  takes({ left, answers }, answer) {
    const [items, ids] = [idsOf(left), idsOf(answers)];
    return (
      isRecord(answer) &&
      Object.entries(answer).every(
        ([name, id]) => items.has(name) && typeof id === "string" && ids.has(id),
      )
    );
  },
  isEmpty: (answer) => isRecord(answer) && Object.keys(answer).length === 0,
  share: (question, answer) => ofPlaces(match.places?.(question, answer) ?? []),
  places({ left, right }, answer) {
    const [given, wanted] = [answer, right] as Record<string, unknown>[];
    return left.map(({ id }) => !!given && Object.hasOwn(given, id) && given[id] === wanted?.[id]);
  },
};

/** A list of lists of texts, none of them empty at either depth, none a text of which nothing is left. */
const isLists = (value: unknown, left: (text: string) => string): value is string[][] =>
  isList(value) &&
  value.length > 0 &&
  value.every(
    (list) =>
      isList(list) &&
      list.length > 0 &&
      list.every((text) => typeof text === "string" && left(text) !== ""),
  );

const gap: KindOf<"gap"> = {
  fault: ({ right }) =>
    isLists(right, fold) ? null : "Each gap has at least one text that is accepted",
  takes: ({ right }, answer) =>
    isList(answer) &&
    (answer.length === 0 || answer.length === (right as unknown[]).length) &&
    answer.every((text) => text === null || isText(text)),
  isEmpty: (answer) =>
    isList(answer) && answer.every((text) => text === null || fold(text as string) === ""),
  share: (question, answer) => ofPlaces(gap.places?.(question, answer) ?? []),
  places: ({ right }, answer) =>
    (right as string[][]).map((accepted, i) => {
      const text = (answer as (string | null)[])[i] ?? null;
      return text !== null && accepted.some((one) => fold(one) === fold(text));
    }),
};

const keywords: KindOf<"keywords"> = {
  fault: ({ right }) =>
    isLists(right, words) ? null : "Each keyword has at least one wording, and each a word",
  takes: (_, answer) => isText(answer),
  isEmpty: (answer) => typeof answer === "string" && fold(answer) === "",
  share: (question, answer) => ofPlaces(keywords.places?.(question, answer) ?? []),
  places({ right }, answer) {
    const text = words(answer as string);
    return (right as string[][]).map((wordings) =>
      wordings.some((wording) => holds(text, words(wording))),
    );
  },
};

const number: KindOf<"number"> = {
  fault: ({ right }) =>
    typeof right === "number" && isBounded(right)
      ? null
      : "A number of at most 10^12 in size, with at most 15 significant digits",
  takes: (_, answer) => isText(answer),
  isEmpty: (answer) => typeof answer === "string" && fold(answer) === "",
  share({ right, tolerance, percent }, answer) {
    const given = readNumber(answer as string);
    if (!given) return Rational.ZERO;
    const wanted = Rational.ofNumber(right as number);
    const allowed =
      tolerance !== null
        ? Rational.ofNumber(tolerance)
        : percent !== null
          ? wanted.abs().times(Rational.ofNumber(percent)).dividedBy(Rational.of(100))
          : Rational.ZERO;
    return yes(given.minus(wanted).abs().compare(allowed) <= 0);
  },
};

const order: KindOf<"order"> = {
  fault: ({ right, answers }) =>
    isListOf(right, idsOf(answers)) && right.length === answers.length
      ? null
      : "Every answer stands in the right order, once",
  takes: ({ answers }, answer) =>
    isListOf(answer, idsOf(answers)) && (answer.length === 0 || answer.length === answers.length),
  isEmpty: (answer) => isList(answer) && answer.length === 0,
  /** Kendall's tau (1938), cut off at 0: pairs in the right relative order less those that are not. */
  share({ right }, answer) {
    const place = new Map((right as string[]).map((id, i) => [id, i]));
    const given = (answer as string[]).map((id) => place.get(id) as number);
    let concordant = 0;
    let discordant = 0;
    for (let i = 0; i < given.length; i++)
      for (let j = i + 1; j < given.length; j++)
        if ((given[i] as number) < (given[j] as number)) concordant += 1;
        else discordant += 1;
    return Rational.of(Math.max(0, concordant - discordant), concordant + discordant);
  },
};

const KINDS: { [K in Question["kind"]]: KindOf<K> } = {
  one,
  several,
  "true-false": trueFalse,
  match,
  gap,
  keywords,
  number,
  order,
};

const kindOf = (question: Question) => KINDS[question.kind] as unknown as KindOf<"one">;

/** What is wrong with what a question says is right; null: nothing. */
export const rightFault = (question: Question): string | null =>
  kindOf(question).fault(question as never);

export const isAnswerOf = (question: Question, answer: unknown): boolean =>
  answer === null || kindOf(question).takes(question as never, answer);

/** Nothing saved, taken back, or nothing in it. */
export const isUnanswered = (question: Question, answer: unknown): boolean =>
  answer == null || kindOf(question).isEmpty(answer);

/** The share of a question's points that an answer earns, its credit counted in. */
export function shareOf(question: Question, answer: unknown): Rational {
  if (isUnanswered(question, answer)) return Rational.ZERO;
  const share = kindOf(question).share(question as never, answer);
  return question.credit === "all" && share.isBelow(Rational.ONE) ? Rational.ZERO : share;
}

/** Which of its places an answer has right; null: its kind has none. */
export function placesOf(question: Question, answer: unknown): boolean[] | null {
  const { places } = kindOf(question);
  if (!places) return null;
  const count =
    question.kind === "match" ? question.left.length : (question.right as unknown[]).length;
  return isUnanswered(question, answer)
    ? Array<boolean>(count).fill(false)
    : places(question as never, answer);
}
