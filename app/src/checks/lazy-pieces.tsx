/** The pieces of a quiz, fetched where one is met: two screens need them that have nothing else in common. */
import { piecesOf } from "../ui/lazy-piece";

const piece = piecesOf(() => import("./pieces"), [0.8, 1, 0.6]);

export const AssignmentScreen = piece("AssignmentScreen");
export const AssignmentForm = piece("AssignmentForm");
export const RemarkedText = piece("RemarkedText");
export const RemarkList = piece("RemarkList");
export const SaidAsked = piece("SaidAsked");
export const SubmissionSeen = piece("SubmissionSeen");
export const SubmittedFiles = piece("SubmittedFiles");
export const Paper = piece("Paper");
export const QuestionView = piece("QuestionView");
export const QuizScreen = piece("QuizScreen");
export const QuizStanding = piece("QuizStanding");
export const ReviewedAnswers = piece("ReviewedAnswers");
export const SurveyForm = piece("SurveyForm");
export const ScoreLine = piece("ScoreLine");
