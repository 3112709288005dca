/** The pieces of a quiz, fetched where one is met: two screens need them that have nothing else in common. */
import { type ComponentProps, type ComponentType, lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type * as Pieces from "./pieces";

function piece<Name extends keyof typeof Pieces>(name: Name) {
  type Props = ComponentProps<(typeof Pieces)[Name]>;
  const Lazy = lazy(async () => ({
    default: (await import("./pieces"))[name] as unknown as ComponentType<object>,
  })) as ComponentType<object>;
  return function Piece(props: Props) {
    return (
      <Suspense fallback={<Skeleton widths={[0.8, 1, 0.6]} />}>
        <Lazy {...(props as object)} />
      </Suspense>
    );
  };
}

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
