/** The frame around a school's screens, with the places of whoever looks. */
import { Slot, useLocalSearchParams } from "expo-router";
import { COURSES } from "../courses/places";
import { useGetMeQuery } from "../school/api";
import { useMay } from "../school/may";
import { Frame } from "../ui/frame";
import type { RoomPlace } from "../ui/place";
import { placesFor } from "./places";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: me } = useGetMeQuery();
  const allowed = useMay(school);
  const learns = me?.schools.some(({ slug, role }) => slug === school && role === "enrollee");
  const may = (who: RoomPlace["who"]) =>
    who === "learners" ? learns === true : who === "signed-in" ? !!me?.account : allowed(who);
  const at = { school, course: "" };
  const link = ({ name, href }: RoomPlace) => ({ name, href: href(at) });
  // The sides of the school are one place in the frame: the first that one may see.
  const sides = placesFor("school", may);
  const own = placesFor("frame", may).map((place) => ({ place, ...link(place) }));
  const [first] = sides;
  const school_ = first
    ? [{ ...link(first), name: "School", also: sides.map(({ href }) => href(at)) }]
    : [];
  const courses = own.filter(({ place }) => place === COURSES);
  const rest = own.filter(({ place }) => place !== COURSES);
  return (
    <Frame places={[...courses, ...school_, ...rest]}>
      <Slot />
    </Frame>
  );
}
