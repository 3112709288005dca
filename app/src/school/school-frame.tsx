/** The frame around a school's screens, with the places of whoever looks. */
import { Slot, useLocalSearchParams } from "expo-router";
import { Frame } from "../ui/frame";
import { useGetMeQuery } from "./api";
import { useMay } from "./may";
import { SCHOOL_SIDES } from "./school-tabs";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: me } = useGetMeQuery();
  const at = (name: string, place: string) => ({ name, href: `/${school}/${place}` });
  const may = useMay(school);
  const schoolSide = SCHOOL_SIDES.find(([, , permission]) => may(permission))?.[0];
  const learns = me?.schools.some(({ slug, role }) => slug === school && role === "enrollee");
  const places = [
    ...(may("courses.read") ? [at("Courses", "courses")] : []),
    ...(schoolSide
      ? [{ ...at("School", schoolSide), also: SCHOOL_SIDES.map(([side]) => `/${school}/${side}`) }]
      : []),
    ...(learns ? [at("Shelf", "shelf")] : []),
    ...(me?.account ? [at("Me", "me")] : []),
  ];
  return (
    <Frame places={places}>
      <Slot />
    </Frame>
  );
}
