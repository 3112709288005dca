/** What opens first for whoever comes in now, and until when it is theirs: course by course. */
import type { FirstDates as Dates } from "@dawngate/contract/sales";
import { sayWrittenDate, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  courses: Dates;
  zone: string;
  /** When somebody else would come in; left out: whoever reads it, now. */
  at?: string;
}

export function FirstDates({ courses, zone: id, at }: Props) {
  const { quiet } = usePalette();
  const zone = zoneOf(id);
  const whose = at === undefined ? "Yours" : "Theirs";
  const now = at === undefined ? Date.now() : Date.parse(at);
  return (
    <View style={{ gap: 10 }}>
      {courses.map(({ id, title, cohort, opens, until, ends }) => (
        <View key={id} style={{ gap: 6 }}>
          <Text kind="name" level={2}>
            {title}
          </Text>
          {cohort ? (
            <Text kind="small" color={quiet}>
              With cohort {cohort.name}, {sayWrittenDate(cohort.starts)} to{" "}
              {sayWrittenDate(cohort.ends)}
            </Text>
          ) : null}
          <Fact mark={opens === null || Date.parse(opens) > now ? "scheduled" : "open"}>
            {opens === null
              ? "What opens first is not known yet"
              : Date.parse(opens) <= now
                ? "Opens at once"
                : `Opens ${sayWrittenInstant(opens, zone)}`}
          </Fact>
          <Fact mark="closed">
            {until !== null
              ? `${whose} until ${sayWrittenEnd(until, { zone })}${
                  ends.length === 0 ? "" : `, or earlier: ${ends.join(", or ")}`
                }`
              : ends.length === 0
                ? `${whose} without an end`
                : `Ends ${ends.join(", or ")}`}
          </Fact>
        </View>
      ))}
    </View>
  );
}

/** A fact about somebody's dates, with its sun. */
export function Fact({
  mark,
  children,
}: {
  mark: "open" | "scheduled" | "closed";
  children: string;
}) {
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
      <SunMark mark={mark} size={22} />
      <Text style={{ flexShrink: 1 }}>{children}</Text>
    </View>
  );
}
