/** An enrollee's page: what it is stands on night at the top, its one action, where it has one, below a thumb. */
import { Link } from "expo-router";
import type { ReactNode } from "react";
import { ScrollView, View } from "react-native";
import { useOwnBar } from "./frame";
import { useWide } from "./layout";
import { Text } from "./text";
import { usePalette } from "./theme";
import { useTitle } from "./title";

interface Props {
  title: string;
  /** Said above the title, and where it leads. */
  above?: { text: string; href?: string };
  /** At the right of what is said above. */
  aside?: string;
  /** On night, below the title. */
  band?: ReactNode;
  /** Over the full width, below what is said above: a film. */
  hero?: ReactNode;
  /** The title stands on paper, with the text it belongs to. */
  plain?: boolean;
  /** Stays at the bottom while the page scrolls. */
  bar?: ReactNode;
  children: ReactNode;
}

/** As wide as lines are read well, and lists compared. */
const MEASURE = 760;

export function NightPage({
  title,
  above,
  aside,
  band,
  hero,
  plain = false,
  bar,
  children,
}: Props) {
  const wide = useWide();
  const { frame, onFrame, surface, line } = usePalette();
  useTitle(title);
  useOwnBar(plain && bar !== undefined);
  const inside = {
    width: "100%",
    maxWidth: MEASURE + 52,
    alignSelf: "center",
    paddingHorizontal: wide ? 26 : 20,
  } as const;
  const heading = (
    <Text kind="title" level={1} {...(!plain && { color: onFrame })}>
      {title}
    </Text>
  );
  return (
    <View style={{ flex: 1 }}>
      <ScrollView style={{ width: "100%" }} contentContainerStyle={{ flexGrow: 1 }}>
        <View style={{ backgroundColor: frame }}>
          <View
            style={[inside, { paddingTop: wide ? 14 : 6, paddingBottom: plain ? 2 : 20, gap: 14 }]}
          >
            <View>
              {above ? (
                <View style={ROW}>
                  <Above {...above} />
                  {aside ? <Aside>{aside}</Aside> : null}
                </View>
              ) : null}
              {plain ? null : above || !aside ? (
                heading
              ) : (
                <View style={[ROW, { paddingTop: 12 }]}>
                  {heading}
                  <Aside>{aside}</Aside>
                </View>
              )}
            </View>
            {band}
          </View>
          {hero ? (
            <View style={{ width: "100%", maxWidth: MEASURE + 52, alignSelf: "center" }}>
              {hero}
            </View>
          ) : null}
        </View>
        <View style={[inside, { paddingTop: plain ? 20 : 12, paddingBottom: 56, gap: 20 }]}>
          {plain ? heading : null}
          {children}
        </View>
      </ScrollView>
      {bar ? (
        <View style={{ backgroundColor: surface, borderTopWidth: 1, borderTopColor: line }}>
          <View style={[inside, { paddingVertical: 10, paddingHorizontal: wide ? 26 : 14 }]}>
            {bar}
          </View>
        </View>
      ) : null}
    </View>
  );
}

const ROW = {
  flexDirection: "row",
  justifyContent: "space-between",
  alignItems: "center",
  gap: 16,
} as const;

function Above({ text, href }: { text: string; href?: string }) {
  const { onFrameQuiet } = usePalette();
  if (!href)
    return (
      <Text kind="small" color={onFrameQuiet} style={{ paddingTop: 12, flexShrink: 1 }}>
        {text}
      </Text>
    );
  return (
    <Link href={href} style={{ paddingVertical: 12, flexShrink: 1 }}>
      <Text kind="small" color={onFrameQuiet} numberOfLines={1}>
        ‹ {text}
      </Text>
    </Link>
  );
}

function Aside({ children }: { children: string }) {
  const { onFrameQuiet } = usePalette();
  return (
    <Text kind="small" color={onFrameQuiet}>
      {children}
    </Text>
  );
}
