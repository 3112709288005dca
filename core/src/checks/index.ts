/** Checks of knowledge: quizzes, their papers, attempts and scores, and what their questions are worth. */
export { minutesIn } from "../plan/quiz-rules";
export { type Analysis, analyzeQuiz } from "./analysis";
export { type AskedQuestion, askedOf } from "./asked";
export { parseQuiz, questionFaults } from "./check";
export { figuresOf, type QuizFigures } from "./figures";
export { fold, words } from "./fold";
export { isAnswerOf } from "./kinds";
export { type MonthOfQuiz, monthsOfQuiz } from "./months";
export { readNumber } from "./number";
export { answersShown, drawPaper } from "./paper";
export { hashOf, shuffled, splitMix } from "./random";
export { readRows, writeRows } from "./rows";
export { type Question, type Quiz, questionSchema, quizSchema } from "./schema";
export { type Scored, scorePeople, scoreQuiz, type WrittenAttempt } from "./score";
export { readTyped, saysOf, TYPED_MOST, type Typed, writeAnswers, writeTyped } from "./typed";
export { sayMark, sayScore } from "./why";
