/** On a phone: the places that the bar at the bottom has no room for, since a thumb tells five apart. */
import { View } from "react-native";
import { useMay } from "../school/may";
import { useWide } from "../ui/layout";
import { TextLink } from "../ui/text-link";
import { staffPlaces } from "./places";

export function Elsewhere({ school }: { school: string }) {
  const wide = useWide();
  const may = useMay(school);
  const places = staffPlaces("school", may);
  if (wide || places.length === 0) return null;
  return (
    <View role="navigation" aria-label="The school">
      {places.map((place) => (
        <TextLink key={place.name} href={place.href({ school, course: "" })}>
          {`The school: ${place.name.toLowerCase()}`}
        </TextLink>
      ))}
    </View>
  );
}
