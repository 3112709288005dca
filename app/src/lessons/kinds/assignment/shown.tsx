/** An assignment in its lesson. */
import type { PartOf } from "@dawngate/core/lessons";
import { AssignmentForm } from "../../../checks/lazy-pieces";
import type { ShownProps } from "../kind";

export default function AssignmentShown({
  part,
  zone,
  mine,
  done,
}: ShownProps<PartOf<"assignment">>) {
  return <AssignmentForm part={part} zone={zone} mine={mine ?? null} done={done ?? false} />;
}
