/** When one would learn what if one bought, or came in, today. */
import { PreviewBars } from "../preview";
import { OfferedBars } from "../preview-offered";
import type { Drawn } from "./block";

export const Dates: Drawn<"dates"> = ({ block, shown }) => {
  const { course, school, offers } = shown;
  const title = block.title || "When you would learn what";
  if (!course) return <OfferedBars school={school} listing={offers[0]?.id ?? ""} title={title} />;
  const way = course.ways.find(({ state }) => state === "open" || state === "before") ?? null;
  return <PreviewBars place={{ school, course: course.id }} way={way} title={title} />;
};
