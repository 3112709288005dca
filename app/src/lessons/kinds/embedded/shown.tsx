/** A page that stands elsewhere. */
import type { PartOf } from "@dawngate/core/lessons";
import { Elsewhere } from "../elsewhere";
import type { ShownProps } from "../kind";

export default function EmbeddedShown({ part, title }: ShownProps<PartOf<"embedded page">>) {
  return <Elsewhere link={part.link} title={title} height={part.height} />;
}
