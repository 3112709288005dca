/** What an item analysis means, in words somebody who teaches would say, and what to do about it. */
import type { QuestionAnalysis } from "@dawngate/contract/checks";
import { plainOf } from "./kinds/kind";

type Line = QuestionAnalysis["questions"][number];

/** Of the whole quiz. */
export function sayWhole({ alpha, flags, enrollees }: QuestionAnalysis): string[] {
  return [
    ...(flags.includes("few")
      ? [`Fewer than 30 people: take what stands here as a hint (${enrollees} so far).`]
      : []),
    ...(alpha === null
      ? []
      : flags.includes("unreliable")
        ? [
            `Its questions hang together loosely (alpha ${alpha}): a score says little about the next one. More questions, and better ones, mend that.`,
          ]
        : [`Its questions hang together (alpha ${alpha}).`]),
  ];
}

/** Of one question. */
export function sayFlags(line: Line): string[] {
  const { question, flags, chosen, pointBiserial, upperLower } = line;
  const texts = new Map(
    "answers" in question ? question.answers.map(({ id, text }) => [id, plainOf(text)]) : [],
  );
  const wrong = chosen.filter(({ answer }) =>
    Array.isArray(question.right)
      ? !question.right.includes(answer)
      : String(question.right) !== answer,
  );
  const rival = [...wrong].sort((a, b) => b.count - a.count)[0];
  const idle = wrong.filter(({ count }) => count < line.asked * 0.05);
  const say: Partial<Record<string, string>> = {
    rival: rival
      ? `More chose “${texts.get(rival.answer) ?? rival.answer}” than what is marked as right: is the key right?`
      : undefined,
    negative: `Whoever knows the rest better knows this one less often (${pointBiserial}): its key, or its wording, misleads.`,
    weak: `It tells those who know from those who do not hardly at all (${upperLower}).`,
    hard: "Hardly anybody knew it: is it in the lessons?",
    easy: "Nearly everybody knew it: it tells little.",
    idle: idle.length
      ? `Nobody, or nearly nobody, falls for ${idle.map(({ answer }) => `“${texts.get(answer) ?? answer}”`).join(", ")}: put something there that one could believe.`
      : undefined,
  };
  return ["rival", "negative", "weak", "hard", "easy", "idle"].flatMap((flag) =>
    flags.includes(flag) && say[flag] ? [say[flag]] : [],
  );
}
