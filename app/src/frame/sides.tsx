/** The sides of a course, or of a school, that the one who looks may see. */
import { useMay } from "../school/may";
import type { RoomPlace } from "../ui/place";
import { Tabs } from "../ui/tabs";
import { placesFor } from "./places";

interface Props {
  school: string;
  course: string;
  here: RoomPlace;
  /** It was never published: nobody can be in it yet. */
  unpublished?: boolean;
}

export function CourseSides({ school, course, here, unpublished = false }: Props) {
  return <Sides label="The course" at={{ school, course }} here={here} unpublished={unpublished} />;
}

export function SchoolSides({ school, here }: Pick<Props, "school" | "here">) {
  return <Sides label="The school" at={{ school, course: "" }} here={here} unpublished={false} />;
}

function Sides({
  label,
  at,
  here,
  unpublished,
}: {
  label: string;
  at: { school: string; course: string };
  here: RoomPlace;
  unpublished: boolean;
}) {
  const may = useMay(at.school);
  const seen = placesFor(
    here.within,
    (who) => who !== "learners" && who !== "signed-in" && may(who),
    unpublished,
  );
  return (
    <Tabs
      label={label}
      sides={seen.map((place) => ({
        name: place.name,
        href: place.href(at),
        here: place === here,
      }))}
    />
  );
}
