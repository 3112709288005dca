/** An assignment, as its author makes it in the lesson it stands in. */
import type { PartOf } from "@dawngate/core/lessons";
import { AssignmentEditor } from "../../../checks/assignment/editor";
import type { EditorProps } from "../kind";

export default function AssignmentLessonEditor({
  school,
  part,
  onPart,
}: EditorProps<PartOf<"assignment">>) {
  return <AssignmentEditor school={school} assignment={part} onAssignment={onPart} />;
}
