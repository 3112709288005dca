/** The "as if" strip: for whom and when all dates on the screen hold. Each part can be pressed and changed. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayInstant, sayZone } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { ScrollView, View } from "react-native";
import { Hidden } from "../../ui/hidden";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type AsIf, type SeenIn, type Who, windowFor } from "./as-if";
import { sayWho } from "./say-who";

interface Props {
  course: SeenIn;
  asIf: AsIf;
  timeline: TimelineAnswer | undefined;
  /** The instant shown, also while it is dragged. */
  at: Instant | null;
  clock: string;
  wide: boolean;
  onWho(): void;
  onWhen(): void;
  /** Null: there is nothing to compare here. */
  onCompare: (() => void) | null;
  onChange(who: Who): void;
}

export function AsIfStrip({
  course,
  asIf,
  timeline,
  at,
  clock,
  wide,
  onWho,
  onWhen,
  onCompare,
  onChange,
}: Props) {
  const palette = usePalette();
  const { who } = asIf;
  const part = {
    paddingHorizontal: wide ? 8 : 0,
    justifyContent: "center",
    flexShrink: 1,
    minWidth: 0,
  } as const;
  const seen =
    at === null ? "…" : sayInstant((Math.floor(at / 60_000) * 60_000) as Instant, zoneOf(clock));
  // The zone is named once.
  const zoneSaid = who.kind === "imagined" ? who.timeZone : timeline?.timeZone;
  const parts = (
    <>
      <Press onPress={onWho} style={part}>
        <Text kind="small" {...(wide && { numberOfLines: 1 })} color={palette.onMorningQuiet}>
          As if{" "}
          <Text kind="smallStrong" color={palette.onMorning}>
            {sayWho(course, who, timeline)}
          </Text>
          <Hidden>. Change who</Hidden>
        </Text>
      </Press>
      <Press onPress={onWhen} style={part}>
        <Text kind="small" {...(wide && { numberOfLines: 1 })} color={palette.onMorningQuiet}>
          seen{" "}
          <Text kind="smallStrong" color={palette.onMorning}>
            {asIf.at === null ? "now, " : ""}
            {seen}
          </Text>
          {wide && zoneSaid !== clock && ` ${sayZone(clock)} time`}
          <Hidden>. Change when</Hidden>
        </Text>
      </Press>
      {wide || !onCompare ? null : (
        <Press onPress={onCompare} style={part}>
          <Text kind="small" color={palette.onMorningQuiet}>
            Compare…
          </Text>
        </Press>
      )}
    </>
  );
  const frame = { backgroundColor: palette.morning, borderRadius: 10 } as const;
  if (!wide)
    return (
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        role="region"
        aria-label="As if"
        // One line: what does not find room is scrolled to.
        style={[frame, { flexGrow: 0 }]}
        contentContainerStyle={{ paddingHorizontal: 14, columnGap: 16 }}
      >
        {parts}
      </ScrollView>
    );
  return (
    <View
      role="region"
      aria-label="As if"
      style={[
        frame,
        {
          paddingHorizontal: 8,
          flexDirection: "row",
          alignItems: "center",
        },
      ]}
    >
      {parts}
      <Quick onCompare={onCompare} course={course} who={who} onWho={onWho} onChange={onChange} />
    </View>
  );
}

/** The first and the last possible enrollee of the window, and the way to the people. */
function Quick({
  course,
  who,
  onWho,
  onCompare,
  onChange,
}: Pick<Props, "course" | "onWho" | "onCompare" | "onChange"> & { who: Who }) {
  const { onMorningQuiet } = usePalette();
  const window = who.kind === "imagined" ? windowFor(course, who.cohort) : null;
  const quick = { paddingHorizontal: 8, justifyContent: "center" } as const;
  return (
    <View style={{ flexDirection: "row", marginLeft: "auto", flexShrink: 0 }}>
      {who.kind === "imagined" && window && (
        <>
          <Press onPress={() => onChange({ ...who, day: window.opens })} style={quick}>
            <Text kind="small" color={onMorningQuiet}>
              First of window
            </Text>
          </Press>
          <Press onPress={() => onChange({ ...who, day: window.closes })} style={quick}>
            <Text kind="small" color={onMorningQuiet}>
              Last of window
            </Text>
          </Press>
        </>
      )}
      <Press onPress={onWho} style={quick}>
        <Text kind="small" color={onMorningQuiet}>
          A person…
        </Text>
      </Press>
      {onCompare ? (
        <Press onPress={onCompare} style={quick}>
          <Text kind="small" color={onMorningQuiet}>
            Compare…
          </Text>
        </Press>
      ) : null}
    </View>
  );
}
