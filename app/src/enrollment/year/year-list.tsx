/** The year as a list, month by month: for a phone. */
import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatDate } from "@dawngate/core/time";
import { View } from "react-native";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { byDay, monthsOf, type Span, saySeats } from "./arrange";

interface Props {
  courses: readonly YearCourse[];
  span: Span;
  today: string;
  onOpen(course: YearCourse, cohort: YearCohort): void;
}

export function YearList({ courses, span, today, onOpen }: Props) {
  const { line, quiet, dusk } = usePalette();
  const dated = byDay(courses, span);
  const days = monthsOf(span).map(({ day, label }) => ({
    key: formatDate(day).slice(0, 7),
    label,
  }));
  return (
    <View style={{ gap: 20 }}>
      {days.map(({ key, label }) => {
        const those = dated.filter(({ date }) => date.startsWith(key));
        if (those.length === 0) return null;
        return (
          <View key={key} style={{ gap: 4 }}>
            <Text kind="heading" level={2}>
              {label}
              {today.startsWith(key) ? <Text color={dusk}> (now)</Text> : null}
            </Text>
            <View role="list">
              {those.map(({ date, says, course, cohort }) => (
                <View
                  role="listitem"
                  key={`${date} ${says} ${course.id}`}
                  style={{ borderTopWidth: 1, borderTopColor: line }}
                >
                  <Press
                    disabled={cohort === null}
                    onPress={() => cohort && onOpen(course, cohort)}
                    style={{ paddingVertical: 10, minHeight: 48 }}
                  >
                    <View>
                      <Text kind="small" color={date < today ? quiet : dusk}>
                        {sayWrittenDate(date)}
                      </Text>
                      <Text kind="strong">{says}</Text>
                      <Text kind="small" color={quiet}>
                        {[course.title, ...(cohort ? [saySeats(cohort)] : [])].join(" · ")}
                      </Text>
                    </View>
                  </Press>
                </View>
              ))}
            </View>
          </View>
        );
      })}
    </View>
  );
}
