/** The sides of a school that the one who looks may see. */
import { useMay } from "../school/may";
import type { RoomPlace } from "../ui/place";
import { Tabs } from "../ui/tabs";
import { staffPlaces } from "./places";

export function SchoolSides({ school, here }: { school: string; here: RoomPlace }) {
  const may = useMay(school);
  const sides = staffPlaces("school", may);
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
