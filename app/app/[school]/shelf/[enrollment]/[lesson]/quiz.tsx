export { QuizScreen as default } from "../../../../../src/checks/quiz-screen";
