/** What is drawn of a quiz wherever one meets it: taken, tried, looked at. One piece, fetched with the first of these. */
export { AssignmentScreen } from "./assignment/assignment-screen";
export { AssignmentForm } from "./assignment/form";
export { RemarkedText, RemarkList } from "./assignment/remarked-text";
export { SubmissionSeen, SubmittedFiles } from "./assignment/review-seen";
export { SaidAsked } from "./assignment/said-asked";
export { Paper } from "./paper";
export { QuestionView } from "./question-view";
export { QuizScreen } from "./quiz-screen";
export { ReviewedAnswers } from "./review";
export { ScoreLine } from "./score-line";
export { QuizStanding } from "./standing";
export { SurveyForm } from "./survey/form";
