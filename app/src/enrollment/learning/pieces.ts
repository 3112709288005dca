/** What is opened beside a lesson, and what staff answer with: one piece, fetched with the first that is opened. */
export { AnswerField } from "./answer-field";
export { NotesSheet } from "./notes-sheet";
export { QuestionView } from "./question-view";
export { QuestionsSheet } from "./questions-sheet";
