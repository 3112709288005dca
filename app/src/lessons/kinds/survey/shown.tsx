/** A survey in its lesson. */
import type { PartOf } from "@dawngate/core/lessons";
import { SurveyForm } from "../../../checks/lazy-pieces";
import type { ShownProps } from "../kind";

export default function SurveyShown({ part, mine, done }: ShownProps<PartOf<"survey">>) {
  return <SurveyForm part={part} mine={mine ?? null} done={done ?? false} />;
}
