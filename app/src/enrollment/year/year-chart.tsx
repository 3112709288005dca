/** The year as it is drawn where there is room: a row a course, its cohorts as suns that rise, windows below them. */
import type { School } from "@dawngate/contract/school";
import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { sayShortDate, sayWrittenDate } from "@dawngate/core/schedule/words";
import { addDays } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { read } from "../days";
import { lanesOf, monthsOf, placeIn, type Span } from "./arrange";
import { CohortBar } from "./cohort-bar";

interface Props {
  school: School;
  courses: readonly YearCourse[];
  span: Span;
  today: string;
  movable: boolean;
  /** `days`: it was moved by so many. */
  onOpen(course: YearCourse, cohort: YearCohort, days: number): void;
}

/** The course's own words stand left of its row. */
const LEFT = 250;
const AXIS = 34;
const LANE = 66;
const ROW = 84;
/** How wide today's date is drawn, a letter of a month's name, and how far from its line that stands. */
const TODAY = 76;
const LETTER = 7;
const FROM_LINE = 4;

/** Whether the name of a month would stand under today's date. */
const isUnder = (line: number, name: string, today: number) =>
  line + FROM_LINE + name.length * LETTER > today - TODAY / 2 &&
  line + FROM_LINE < today + TODAY / 2;

export function YearChart({ school, courses, span, today, movable, onOpen }: Props) {
  const [width, setWidth] = useState(900);
  const { line, quiet, night, onNight, lilac, apricot, dusk } = usePalette();
  const room = Math.max(300, width - LEFT);
  const x = placeIn(span, room);
  const months = monthsOf(span);
  const now = x(read(today));
  const closed = school.calendar.closed
    .map(read)
    .filter((d) => d >= span.from && d <= span.through);
  const isShown = read(today) >= span.from && read(today) <= span.through;
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {/* Days that are shut, months and today run behind all rows. */}
      <View
        aria-hidden
        style={{ position: "absolute", left: LEFT, top: 0, bottom: 0, width: room }}
        pointerEvents="none"
      >
        {closed.map((day) => (
          <View
            key={day}
            style={{
              position: "absolute",
              left: x(day),
              width: Math.max(2, x(addDays(day, 1)) - x(day)),
              top: AXIS,
              bottom: 0,
              backgroundColor: lilac,
            }}
          />
        ))}
        {months.map(({ day, label }) => (
          <View
            key={day}
            style={{
              position: "absolute",
              left: x(day),
              top: 0,
              bottom: 0,
              borderLeftWidth: 1,
              borderLeftColor: line,
              paddingLeft: FROM_LINE,
            }}
          >
            <Text kind="small" color={quiet}>
              {isShown && isUnder(x(day), label, now) ? "" : label}
            </Text>
          </View>
        ))}
        {isShown ? (
          <>
            <View
              style={{
                position: "absolute",
                left: now - 1,
                width: 2,
                top: AXIS - 8,
                bottom: 0,
                backgroundColor: night,
              }}
            />
            <View
              style={{
                position: "absolute",
                left: now - TODAY / 2,
                width: TODAY,
                top: 0,
                height: 24,
                borderRadius: 12,
                backgroundColor: night,
                alignItems: "center",
                justifyContent: "center",
              }}
            >
              <Text kind="smallStrong" color={onNight}>
                {sayShortDate(read(today))}
              </Text>
            </View>
          </>
        ) : null}
      </View>
      <View role="list" style={{ paddingTop: AXIS }}>
        {courses.map((course) => {
          const placed = lanesOf(course.cohorts, x);
          const lanes = Math.max(1, ...placed.map(({ lane }) => lane + 1));
          const height = Math.max(ROW, lanes * LANE + 14 + (course.sales.length > 0 ? 30 : 0));
          return (
            <View
              role="listitem"
              key={course.id}
              style={{
                flexDirection: "row",
                minHeight: height,
                borderBottomWidth: 1,
                borderBottomColor: line,
              }}
            >
              <View style={{ width: LEFT, paddingRight: 14, paddingTop: 12 }}>
                <Text kind="name" level={2}>
                  {course.title}
                </Text>
                <Text kind="small" color={quiet}>
                  {sayCourse(course)}
                </Text>
              </View>
              <View style={{ width: room, height }}>
                {placed.length === 0 && course.published ? (
                  <OpenBar course={course} span={span} x={x} color={apricot} quiet={quiet} />
                ) : null}
                {placed.map(({ cohort, lane }) => (
                  <View key={cohort.id}>
                    <CohortBar
                      course={course.title}
                      cohort={cohort}
                      today={today}
                      x={x}
                      room={room}
                      perDay={room / (span.through - span.from + 1)}
                      top={lane * LANE + 10}
                      movable={movable}
                      onOpen={(days) => onOpen(course, cohort, days)}
                    />
                    {cohort.window ? (
                      <Line
                        from={x(read(cohort.window.opens))}
                        to={x(addDays(read(cohort.window.closes), 1))}
                        top={lane * LANE + 40}
                        says="enrolling"
                        color={dusk}
                        width={room}
                      />
                    ) : null}
                  </View>
                ))}
                {course.sales.map(({ listing, title, window }) => (
                  <Line
                    key={listing}
                    from={x(read(window.opens))}
                    to={x(addDays(read(window.closes), 1))}
                    top={lanes * LANE + 4}
                    says={`sold: ${title}`}
                    color={dusk}
                    width={room}
                  />
                ))}
              </View>
            </View>
          );
        })}
      </View>
    </View>
  );
}

function sayCourse({ cohorts, published, window }: YearCourse): string {
  if (!published) return "not published yet";
  if (cohorts.length > 0)
    return cohorts.length === 1 ? "1 cohort here" : `${cohorts.length} cohorts here`;
  return window === null
    ? "open all year, no cohorts here"
    : `enrolling ${sayWrittenDate(window.opens)} to ${sayWrittenDate(window.closes)}`;
}

/** A course that is taken without cohorts: the days on which one may begin. */
function OpenBar({
  course,
  span,
  x,
  color,
  quiet,
}: {
  course: YearCourse;
  span: Span;
  x: (date: Span["from"]) => number;
  color: string;
  quiet: string;
}) {
  const from = x(course.window ? read(course.window.opens) : span.from);
  const to = x(addDays(course.window ? read(course.window.closes) : span.through, 1));
  if (to <= from) return null;
  return (
    <View style={{ position: "absolute", left: from, width: to - from, top: 14 }}>
      <Text kind="small" color={quiet} style={{ paddingLeft: 6 }}>
        people may begin on any day
      </Text>
      <View style={{ height: 8, backgroundColor: color, opacity: 0.6, borderRadius: 2 }} />
    </View>
  );
}

function Line({
  from,
  to,
  top,
  says,
  color,
  width,
}: {
  from: number;
  to: number;
  top: number;
  says: string;
  color: string;
  width: number;
}) {
  if (to <= 0 || from >= width) return null;
  return (
    <View style={{ position: "absolute", left: from, top }} pointerEvents="none">
      <Text kind="small" color={color} numberOfLines={1}>
        {says}
      </Text>
      <View
        style={{
          width: Math.max(4, to - from),
          height: 6,
          borderRadius: 3,
          backgroundColor: color,
          opacity: 0.45,
        }}
      />
    </View>
  );
}
