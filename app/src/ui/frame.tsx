/**
 * The frame of the studio: places on a rail at the left where there is room, else at the bottom. Not Paper's bottom bar:
 * that draws each word twice, one over the other (so it is heard and found twice), makes tabs where one needs links, and
 * takes 80 points of a phone.
 */
import { Link, usePathname } from "expo-router";
import { createContext, type ReactNode, useContext, useLayoutEffect, useState } from "react";
import { View } from "react-native";
import { useWide } from "./layout";
import { PlaceMark, type PlaceMarkName } from "./place-mark";
import { Press } from "./press";
import { DawnGateMark } from "./sun-mark";
import { Text } from "./text";
import { usePalette } from "./theme";

export interface FramePlace {
  name: string;
  href: string;
  mark: PlaceMarkName;
  /** Further addresses that belong to this place. */
  also?: string[];
}

const isHere = (path: string, { href, also = [] }: FramePlace) =>
  [href, ...also].some((one) => path === one || path.startsWith(`${one}/`));

/** How many of the screens that are shown have a bar of their own at the bottom, and how one says so. */
const OwnBars = createContext<(change: number) => void>(() => undefined);

/**
 * On a phone the places at the bottom make room for a screen's own bar, where one works in one thing: it leads back by
 * itself, and two bars would take the work its room.
 */
export function useOwnBar(has: boolean): void {
  const count = useContext(OwnBars);
  useLayoutEffect(() => {
    if (!has) return;
    count(1);
    return () => count(-1);
  }, [has, count]);
}

interface FrameProps {
  places: FramePlace[];
  /** Whoever looks has no places here: all the room is the page's. */
  bare?: boolean;
  children: ReactNode;
}

export function Frame({ places, bare = false, children }: FrameProps) {
  const wide = useWide();
  const { paper } = usePalette();
  const [own, setOwn] = useState(0);
  const [count] = useState(() => (change: number) => setOwn((now) => now + change));
  return (
    <OwnBars.Provider value={count}>
      <View style={{ flex: 1, flexDirection: wide ? "row" : "column", backgroundColor: paper }}>
        {wide && !bare && <Rail places={places} />}
        <View role="main" style={{ flex: 1, minWidth: 0, minHeight: 0 }}>
          {children}
        </View>
        {!wide && own === 0 && places.length > 1 && <Bar places={places} />}
      </View>
    </OwnBars.Provider>
  );
}

/** A thumb tells five apart: of more the first four and the last, oneself, where the others are found. */
const atMostFive = (places: FramePlace[]) =>
  places.length <= 5 ? places : [...places.slice(0, 4), ...places.slice(-1)];

/** The places on a phone: at the bottom, the current one marked by a bar as well as by color. */
function Bar({ places }: { places: FramePlace[] }) {
  const { surface, line, ember, ink, quiet } = usePalette();
  const path = usePathname();
  return (
    <View
      role="navigation"
      aria-label="Places"
      style={{
        flexDirection: "row",
        backgroundColor: surface,
        borderTopWidth: 1,
        borderTopColor: line,
      }}
    >
      {atMostFive(places).map((place) => {
        const { name, href, mark } = place;
        const here = isHere(path, place);
        return (
          <Link key={href} href={href} asChild>
            <Press
              role="link"
              aria-current={here ? "page" : undefined}
              style={{ flex: 1, alignItems: "center", minHeight: 56, borderRadius: 0 }}
            >
              <View
                style={{
                  height: 3,
                  width: 34,
                  marginBottom: 6,
                  backgroundColor: here ? ember : "transparent",
                }}
              />
              <PlaceMark name={mark} color={here ? ink : quiet} size={22} />
              <Text kind={here ? "tinyStrong" : "tiny"} color={here ? ink : quiet}>
                {name}
              </Text>
            </Press>
          </Link>
        );
      })}
    </View>
  );
}

function Rail({ places }: { places: FramePlace[] }) {
  const { frame } = usePalette();
  const path = usePathname();
  return (
    <View
      role="navigation"
      aria-label="Places"
      style={{ width: 96, backgroundColor: frame, alignItems: "center", paddingTop: 24, gap: 24 }}
    >
      <DawnGateMark />
      <View style={{ alignSelf: "stretch", gap: 4 }}>
        {places.map((place) => (
          <RailPlace key={place.href} place={place} here={isHere(path, place)} />
        ))}
      </View>
    </View>
  );
}

function RailPlace({ place, here }: { place: FramePlace; here: boolean }) {
  const { onFrame, onFrameQuiet, frameHere, frameMark } = usePalette();
  return (
    <Link
      href={place.href}
      aria-current={here ? "page" : undefined}
      style={{
        marginHorizontal: 8,
        paddingVertical: 9,
        alignItems: "center",
        display: "flex",
        flexDirection: "column",
        gap: 3,
        borderRadius: 8,
        borderLeftWidth: 4,
        borderLeftColor: here ? frameMark : "transparent",
        backgroundColor: here ? frameHere : "transparent",
      }}
    >
      <PlaceMark name={place.mark} color={here ? onFrame : onFrameQuiet} size={22} />
      <Text kind="smallStrong" color={here ? onFrame : onFrameQuiet}>
        {place.name}
      </Text>
    </Link>
  );
}
