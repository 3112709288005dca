/** A survey, as its author makes it in the lesson it stands in. */
import type { PartOf } from "@dawngate/core/lessons";
import { SurveyEditor } from "../../../checks/survey/editor";
import type { EditorProps } from "../kind";

export default function SurveyLessonEditor({ part, onPart }: EditorProps<PartOf<"survey">>) {
  return <SurveyEditor survey={part} onSurvey={onPart} />;
}
