/** The sides of a school that the one who looks may see. */
import { useMay } from "../school/may";
import type { RoomPlace } from "../ui/place";
import { Tabs } from "../ui/tabs";
import { placesFor } from "./places";

export function SchoolSides({ school, here }: { school: string; here: RoomPlace }) {
  const may = useMay(school);
  const sides = placesFor("school", (who) => who !== "learners" && who !== "signed-in" && may(who));
  return (
    <Tabs
      label="The school"
      sides={sides.map((place) => ({
        name: place.name,
        href: place.href({ school, course: "" }),
        here: place === here,
      }))}
    />
  );
}
