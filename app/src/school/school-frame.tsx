/** The frame around a school's screens, with the places of whoever looks. */
import { Slot, useLocalSearchParams } from "expo-router";
import { Frame } from "../ui/frame";
import { useGetMeQuery, useGetSchoolQuery } from "./api";

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data } = useGetSchoolQuery(school);
  const { data: me } = useGetMeQuery();
  const at = (name: string, place: string) => ({ name, href: `/${school}/${place}` });
  const staff = data?.role === "owner" || data?.role === "instructor";
  const learns = me?.schools.some(({ slug, role }) => slug === school && role === "enrollee");
  const places = [
    ...(staff ? [at("Courses", "courses")] : []),
    ...(data?.role === "owner" ? [at("School", "settings")] : []),
    ...(learns ? [at("Shelf", "shelf")] : []),
    ...(me?.account ? [at("Me", "me")] : []),
  ];
  return (
    <Frame places={places}>
      <Slot />
    </Frame>
  );
}
