/** A quiz, as its author makes it in the lesson it stands in. */
import type { PartOf } from "@dawngate/core/lessons";
import { QuizEditor } from "../../../checks/edit/quiz-editor";
import type { EditorProps } from "../kind";

export default function QuizLessonEditor({
  place,
  title,
  part,
  onPart,
  onMinutes,
}: EditorProps<PartOf<"quiz">>) {
  return (
    <QuizEditor place={place} title={title} quiz={part} onQuiz={onPart} onMinutes={onMinutes} />
  );
}
