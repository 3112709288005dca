/** Checks of knowledge: quizzes, their papers, attempts and scores, and what their questions are worth. */
export { type Analysis, analyzeQuiz } from "./analysis";
export { parseQuiz } from "./check";
export { fold, readNumber, words } from "./fold";
export { answersShown, drawPaper } from "./paper";
export { hashOf, shuffled, splitMix } from "./random";
export { type Quiz, quizSchema } from "./schema";
export { type Scored, scoreQuiz } from "./score";
