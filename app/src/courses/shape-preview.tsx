/** What a starting shape comes to for somebody who enrolls today: its parts with their dates, drawn as they rise. */
import type { School } from "@dawngate/contract/school";
import { type ShapeId, shapedCourse } from "@dawngate/core/courses";
import { sayGate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { markOf } from "../schedule/state-words";
import { useWide } from "../ui/layout";
import { ListRow } from "../ui/list-row";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { drawingOf } from "./edit/lines";
import { previewDraft } from "./edit/preview";
import { RowStrip } from "./edit/row-strip";
import { Ticks } from "./edit/ticks";

interface Props {
  shape: ShapeId;
  school: School;
  today: string;
}

const ROW = 44;

export function ShapePreview({ shape, school, today }: Props) {
  const { quiet } = usePalette();
  const wide = useWide();
  const zone = zoneOf(school.timeZone);
  const [width, setWidth] = useState(0);
  const course = useMemo(() => {
    let serial = 0;
    const newId = () => `part-${serial++}`;
    return shapedCourse(shape, {
      id: "shape",
      title: "",
      today,
      releaseHour: school.releaseHour,
      newId,
    });
  }, [shape, today, school.releaseHour]);
  const timeline = useMemo(
    () => previewDraft(school, course, today, null),
    [school, course, today],
  );
  const drawing =
    timeline && width > 0 ? drawingOf(timeline, width, zone, school.calendar.closed) : null;
  const items = new Map(timeline?.items.map((item) => [item.id, item]));
  return (
    <View>
      <Text kind="small" color={quiet}>
        For somebody who enrolls today at noon:
      </Text>
      {wide ? (
        <View
          style={{ marginLeft: 330, minHeight: 20 }}
          onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        >
          {drawing ? <Ticks drawing={drawing} /> : null}
        </View>
      ) : null}
      <View role="list" aria-label="Parts">
        {course.modules.map(({ id, title, gate, lessons }) => {
          const row = items.get(id);
          const opens = row?.opens ?? null;
          return (
            <ListRow key={id} gap={10} minHeight={ROW} padding={wide ? 0 : 8}>
              <SunMark mark={row ? markOf(row) : "waiting"} size={22} />
              <View style={wide ? { width: 288 } : { flex: 1 }}>
                <Text kind="name">{title}</Text>
                <Text kind="small" color={quiet}>
                  {lessons.length} lessons, {sayGate(gate, () => "")}
                  {!wide && opens !== null ? `: ${sayWrittenInstant(opens, zone, false)}` : ""}
                </Text>
              </View>
              {drawing && row ? (
                <RowStrip row={row} drawing={drawing} zone={zone} height={ROW} strong labeled />
              ) : null}
            </ListRow>
          );
        })}
      </View>
    </View>
  );
}
