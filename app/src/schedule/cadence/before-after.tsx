/** The dates of some items before and after a change, side by side, as a table. */
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import type { PlanCourse } from "@dawngate/core/plan";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { parseInstant, type Zone } from "@dawngate/core/time";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  course: PlanCourse;
  items: readonly string[];
  before: TimelineAnswer | null;
  after: TimelineAnswer | null;
  zone: Zone;
}

/** As many rows are shown; what follows goes on alike. */
const MOST = 60;

export function BeforeAfter({ course, items, before, after, zone }: Props) {
  const { line, quiet, ember } = usePalette();
  const titles = new Map(
    course.modules
      .flatMap((module) => [module, ...module.lessons])
      .map(({ id, title }) => [id, title]),
  );
  const find = (timeline: TimelineAnswer | null) =>
    new Map(timeline?.items.map((item) => [item.id, item]));
  const [was, is] = [find(before), find(after)];
  const until = after?.access.until ?? null;
  return (
    <View role="table" aria-label="Dates before and after">
      <Cells role="columnheader" cells={["part", "before", "after"]} color={quiet} line={line} />
      {items.slice(0, MOST).map((id) => {
        const next = is.get(id);
        const late = next?.opens != null && until !== null && ms(next.opens) >= ms(until);
        return (
          <Cells
            key={id}
            role="cell"
            cells={[
              titles.get(id) || "without a title",
              say(was.get(id), zone),
              `${say(next, zone)}${late ? ", after access has ended" : ""}`,
            ]}
            color={late ? ember : undefined}
            line={line}
          />
        );
      })}
      {items.length > MOST ? (
        <Text kind="small" color={quiet}>
          and {items.length - MOST} more
        </Text>
      ) : null}
    </View>
  );
}

function Cells({
  role,
  cells,
  color,
  line,
}: {
  role: "columnheader" | "cell";
  cells: string[];
  color: string | undefined;
  line: string;
}) {
  return (
    <View
      role="row"
      style={{
        flexDirection: "row",
        gap: 10,
        paddingVertical: 6,
        borderBottomWidth: 1,
        borderColor: line,
      }}
    >
      {cells.map((text, i) => (
        <Text
          // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by its column
          key={i}
          kind={i === 2 && role === "cell" ? "smallStrong" : "small"}
          role={role as never}
          color={i === 0 ? undefined : color}
          style={{ flex: i === 0 ? 0.9 : 1.1 }}
        >
          {text}
        </Text>
      ))}
    </View>
  );
}

function ms(instant: string): number {
  const read = parseInstant(instant);
  return read.ok ? read.value : Number.NaN;
}

function say(item: TimelineItemAnswer | undefined, zone: Zone): string {
  if (!item) return "not published";
  return item.opens === null ? "waits" : sayWrittenInstant(item.opens, zone, false);
}
