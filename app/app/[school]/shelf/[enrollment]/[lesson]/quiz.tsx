export { QuizScreen as default } from "../../../../../src/checks/lazy-pieces";
