/** When one would learn what if one bought something today: the modules of all its courses, by their openings. */
import { sayZone } from "@dawngate/core/schedule/words";
import { useGetOfferedQuery } from "../sales/api";
import { Bars } from "./preview";
import { askedOf } from "./runs-out";

export function OfferedBars({
  school,
  listing,
  title,
}: {
  school: string;
  listing: string;
  title: string;
}) {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  const { data } = useGetOfferedQuery(askedOf(school, listing));
  if (!data) return null;
  const modules = data.courses.flatMap((course) => course.modules);
  // What a membership opens has its dates once it is taken up.
  if (modules.length === 0) return null;
  // What waits for what one does stands last.
  const sorted = [...modules].sort((a, b) => (a.opens ?? "9").localeCompare(b.opens ?? "9"));
  const ends = data.courses.map(({ until }) => until);
  const same = ends.every((end) => end === ends[0]) ? (ends[0] ?? null) : null;
  return (
    <Bars
      title={title}
      says={`If you buy today, in ${sayZone(timeZone)} time`}
      modules={sorted}
      until={same}
    />
  );
}
