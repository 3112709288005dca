/** When one would learn what, if one came in today: each module as a bar that rises at its opening. */
import type { WayIn } from "@dawngate/contract/catalog";
import { sayShortDate, sayWrittenEnd, sayZone } from "@dawngate/core/schedule/words";
import { localDateAt, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { read } from "../schedule/horizon/scale";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetPreviewQuery } from "./api";

/** So many modules are drawn; of a longer course the beginning. */
const MOST = 12;

export function PreviewBars({ place, way }: { place: InCourse; way: WayIn | null }) {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  const { data } = useGetPreviewQuery({
    ...place,
    timeZone,
    ...(way?.cohort && { cohort: way.cohort.id }),
  });
  const { quiet, apricotPale, apricotLine, lilac, line } = usePalette();
  if (!data || data.modules.length < 2) return null;
  const zone = zoneOf(timeZone);
  const opens = data.modules.map((module) => read(module.opens));
  const known = opens.filter((at) => at !== null);
  const first = Math.min(...known);
  // The last bar has a third of the width to itself.
  const span = Math.max(1, Math.max(...known) - first);
  const shown = data.modules.slice(0, MOST);
  const more = data.modules.length - shown.length;
  return (
    <View style={{ gap: 8 }}>
      <Text kind="heading" level={2}>
        When you would learn what
      </Text>
      <Text kind="small" color={quiet}>
        {way?.cohort ? `With cohort ${way.cohort.name}` : "If you come in today"}, in{" "}
        {sayZone(timeZone)} time
      </Text>
      <View role="list" style={{ gap: 5 }}>
        {shown.map(({ title }, i) => {
          const at = opens[i] ?? null;
          const left = at === null ? 0 : (62 * (at - first)) / span;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: an outline stands still while one reads it
            <View key={i} role="listitem" style={{ paddingLeft: `${left}%` }}>
              <View
                style={{
                  backgroundColor: at === null ? lilac : apricotPale,
                  borderColor: at === null ? line : apricotLine,
                  borderWidth: 1,
                  borderTopLeftRadius: 12,
                  paddingHorizontal: 10,
                  paddingVertical: 3,
                }}
              >
                <Text kind="small" numberOfLines={2}>
                  <Text kind="smallStrong">{title}</Text>{" "}
                  {at === null ? "as you get on" : sayShortDate(localDateAt(zone, at))}
                </Text>
              </View>
            </View>
          );
        })}
      </View>
      <Text kind="small" color={quiet}>
        {[
          ...(more > 0 ? [`and ${more} more`] : []),
          ...(data.until === null ? [] : [`yours until ${sayWrittenEnd(data.until, { zone })}`]),
        ].join("; ")}
      </Text>
    </View>
  );
}
