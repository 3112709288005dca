/** The frame around a school's screens, with the places of whoever looks. */
import { Slot, useLocalSearchParams } from "expo-router";
import { useGetMeQuery } from "../school/api";
import { useMay } from "../school/may";
import { Frame } from "../ui/frame";
import type { RoomPlace } from "../ui/place";
import { PLACES, placesFor } from "./places";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: me } = useGetMeQuery();
  const allowed = useMay(school);
  const learns = me?.schools.some(({ slug, role }) => slug === school && role === "enrollee");
  const may = (who: RoomPlace["who"]) =>
    who === "learners" ? learns === true : who === "signed-in" ? !!me?.account : allowed(who);
  const at = { school, course: "" };
  const link = ({ name, href }: RoomPlace) => ({ name, href: href(at) });
  // The sides of the school are one place here, which leads to the first of them that one may see.
  const sides = placesFor("school", may);
  const own = placesFor("frame", may);
  const places = PLACES.flatMap((place) =>
    place === sides[0]
      ? [{ ...link(place), name: "School", also: sides.map(({ href }) => href(at)) }]
      : own.includes(place)
        ? [link(place)]
        : [],
  );
  return (
    <Frame places={places}>
      <Slot />
    </Frame>
  );
}
