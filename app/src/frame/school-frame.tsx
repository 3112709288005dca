/** The frame around a school's screens, with the places of whoever looks. */
import { Redirect, Slot, useLocalSearchParams, usePathname } from "expo-router";
import { lazy, Suspense, useState } from "react";
import { useGetMeQuery } from "../school/api";
import { withPlace } from "../school/arrive";
import { useMay } from "../school/may";
import { Frame } from "../ui/frame";
import { useOfferedKeys } from "../ui/offers";
import type { RoomPlace } from "../ui/place";
import { partOfStudio } from "./in-studio";
import { PLACES, placesFor } from "./places";

const CommandBox = partOfStudio("CommandBox");
const KeysSheet = lazy(async () => ({ default: (await import("./keys-sheet")).KeysSheet }));

export function SchoolFrame() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: me } = useGetMeQuery();
  const allowed = useMay(school);
  const learns = me?.schools.some(({ slug, role }) => slug === school && role === "enrollee");
  const may = (who: RoomPlace["who"]) =>
    who === "learners" ? learns === true : who === "signed-in" ? !!me?.account : allowed(who);
  const [going, setGoing] = useState(false);
  const [keys, setKeys] = useState(false);
  useOfferedKeys({ box: () => setGoing(true), keys: () => setKeys(true) });
  const path = usePathname();
  const at = { school, course: "" };
  // Nobody is signed in: they can do that, and land where they wanted to go. Public pages are everybody's.
  const isOpen = ["c", "p", "o", "orders", "partner", "reminders", "seats", "told"]
    .map((part) => `/${school}/${part}/`)
    .some((one) => path.startsWith(one));
  const isInside = path.startsWith(`/${school}/`) && !isOpen;
  if (me && !me.account && isInside) {
    const search = typeof window === "undefined" ? "" : (window.location?.search ?? "");
    return <Redirect href={withPlace("/sign-in", `${path}${search}`)} />;
  }
  const link = ({ name, href, mark = "school" }: RoomPlace) => ({ name, mark, href: href(at) });
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
    <Frame places={places} bare={me !== undefined && !me.account}>
      <Slot />
      <Suspense fallback={null}>
        {going && allowed("courses.read") ? (
          <CommandBox school={school} onClose={() => setGoing(false)} />
        ) : null}
        {keys ? <KeysSheet box={allowed("courses.read")} onClose={() => setKeys(false)} /> : null}
      </Suspense>
    </Frame>
  );
}
