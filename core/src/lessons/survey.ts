/** What is answered in a survey: whether it can be, and what all answers come to. */
import type { PartOf } from "./kinds";

type Survey = PartOf<"survey">;
export type SurveyQuestion = Survey["questions"][number];
/** By question: a step from 1, the places of options from 0, or a text. */
export type SurveyAnswers = Record<string, number | number[] | string>;

/** Of an anonymous survey nothing is shown before so many have answered. */
export const SHOWN_FROM = 5;
/** So long a text may be. */
export const TEXT_MOST = 5000;

/** What is wrong with answers, by question; empty: nothing. Answers to what is not asked are wrong too. */
export function surveyFaults(
  { questions }: Pick<Survey, "questions">,
  answers: SurveyAnswers,
): { question: string; reason: string }[] {
  const known = new Set(questions.map(({ id }) => id));
  return [
    ...Object.keys(answers)
      .filter((id) => !known.has(id))
      .map((question) => ({ question, reason: "This is not asked" })),
    ...questions.flatMap((question) => {
      const answer = answers[question.id];
      if (answer === undefined || isEmpty(answer))
        return question.needed ? [{ question: question.id, reason: "This one is needed" }] : [];
      return fits(question, answer)
        ? []
        : [{ question: question.id, reason: "This is no answer to it" }];
    }),
  ];
}

const isEmpty = (answer: number | number[] | string) =>
  (Array.isArray(answer) && answer.length === 0) ||
  (typeof answer === "string" && answer.trim() === "");

function fits(question: SurveyQuestion, answer: number | number[] | string): boolean {
  switch (question.kind) {
    case "scale":
      return (
        Number.isInteger(answer) && (answer as number) >= 1 && (answer as number) <= question.steps
      );
    case "choice":
      return (
        Array.isArray(answer) &&
        new Set(answer).size === answer.length &&
        (question.several || answer.length === 1) &&
        answer.every(
          (place) => Number.isInteger(place) && place >= 0 && place < question.options.length,
        )
      );
    case "text":
      return typeof answer === "string" && [...answer].length <= TEXT_MOST;
  }
}

export interface SurveyTally {
  id: string;
  answered: number;
  /** How often each step or option was taken; [] for texts. */
  counts: number[];
  /** Of a scale, to two decimals; null: nobody answered, or it is none. */
  mean: number | null;
  texts: string[];
}

/** What all answers come to, question by question; answers that fit no more (a step that is gone) are left out. */
export function tallySurvey(
  { questions }: Pick<Survey, "questions">,
  all: readonly SurveyAnswers[],
): SurveyTally[] {
  return questions.map((question) => {
    const given = all
      .map((answers) => answers[question.id])
      .filter((answer) => answer !== undefined && !isEmpty(answer) && fits(question, answer));
    const counts = Array<number>(
      question.kind === "scale"
        ? question.steps
        : question.kind === "choice"
          ? question.options.length
          : 0,
    ).fill(0);
    let sum = 0;
    for (const answer of given)
      for (const place of question.kind === "scale"
        ? [(answer as number) - 1]
        : Array.isArray(answer)
          ? answer
          : []) {
        counts[place] = (counts[place] ?? 0) + 1;
        sum += place + 1;
      }
    return {
      id: question.id,
      answered: given.length,
      counts,
      mean:
        question.kind === "scale" && given.length > 0
          ? Math.round((sum / given.length) * 100) / 100
          : null,
      texts: question.kind === "text" ? given.map(String) : [],
    };
  });
}
