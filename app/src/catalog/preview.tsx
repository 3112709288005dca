/** When one would learn what, if one came in today: each module as a bar that rises at its opening. */
import type { Preview, WayIn } from "@dawngate/contract/catalog";
import { sayShortDate, sayWrittenEnd, sayZone } from "@dawngate/core/schedule/words";
import { localDateAt, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { read } from "../schedule/horizon/scale";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetPreviewQuery } from "./api";

/** So many modules are drawn; of a longer course the beginning. */
const MOST = 12;

/** Of a course by itself: for somebody who enrolls today. */
export function PreviewBars({
  place,
  way,
  title,
}: {
  place: InCourse;
  way: WayIn | null;
  title: string;
}) {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  const { data } = useGetPreviewQuery({
    ...place,
    timeZone,
    ...(way?.cohort && { cohort: way.cohort.id }),
  });
  if (!data) return null;
  const when = way?.cohort ? `With cohort ${way.cohort.name}` : "If you come in today";
  return (
    <Bars
      title={title}
      says={`${when}, in ${sayZone(timeZone)} time`}
      modules={data.modules}
      until={data.until}
    />
  );
}

interface BarsProps {
  title: string;
  says: string;
  modules: Preview["modules"];
  /** The end of access; null: none is known. */
  until: string | null;
}

export function Bars({ title, says, modules, until }: BarsProps) {
  const { quiet, apricotPale, apricotLine, lilac, line } = usePalette();
  if (modules.length < 2) return null;
  const zone = zoneOf(ownZone());
  const opens = modules.map((module) => read(module.opens));
  const known = opens.filter((at) => at !== null);
  const first = Math.min(...known);
  // The last bar has a third of the width to itself.
  const span = Math.max(1, Math.max(...known) - first);
  const shown = modules.slice(0, MOST);
  const more = modules.length - shown.length;
  return (
    <View style={{ gap: 8 }}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      <Text kind="small" color={quiet}>
        {says}
      </Text>
      <View role="list" style={{ gap: 5 }}>
        {shown.map((module, i) => {
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
                  <Text kind="smallStrong">{module.title}</Text>{" "}
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
          ...(until === null ? [] : [`yours until ${sayWrittenEnd(until, { zone })}`]),
        ].join("; ")}
      </Text>
    </View>
  );
}
