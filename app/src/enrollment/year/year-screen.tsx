/** The year: windows, cohorts and sales of all courses on one calendar; on a phone as a list by month. */
import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { COURSES } from "../../courses/places";
import { useGetSchoolQuery } from "../../school/api";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { useWide } from "../../ui/layout";
import { Page } from "../../ui/page";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetYearInfiniteQuery } from "./api";
import { leadsTwo, spanOf } from "./arrange";
import { CohortPeek } from "./cohort-peek";
import { YearChart } from "./year-chart";
import { YearFeed } from "./year-feed";
import { YearList } from "./year-list";

/** How much is shown: so many months, the first of them so many before this one; so many one goes on. */
const REACHES = {
  months: { label: "Ten months", months: 10, before: 2, step: 3 },
  years: { label: "Two years", months: 24, before: 3, step: 12 },
} as const;
type Reach = keyof typeof REACHES;

type Narrow = { kind: "all" } | { kind: "open" } | { kind: "led"; by: string };

export function YearScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const wide = useWide();
  const { quiet } = usePalette();
  const today = formatDate(localDateAt(zoneOf(about?.timeZone ?? "UTC"), Date.now() as Instant));
  const [shift, setShift] = useState(0);
  const [narrow, setNarrow] = useState<Narrow>({ kind: "all" });
  const [peek, setPeek] = useState<{ course: YearCourse; cohort: YearCohort; days: number } | null>(
    null,
  );
  const [feeding, setFeeding] = useState(false);
  const [reach, setReach] = useState<Reach>("months");
  const { months, before, step } = REACHES[reach];
  const span = spanOf(today, shift - (wide ? before : 0), months);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetYearInfiniteQuery(
    { school, from: formatDate(span.from), through: formatDate(span.through) },
    { skip: !about, refetchOnMountOrArgChange: true },
  );
  const all = data?.pages.flatMap((page) => page.courses) ?? [];
  const leaders = [
    ...new Set(all.flatMap(({ cohorts }) => cohorts.flatMap((cohort) => cohort.leaders))),
  ].sort();
  const isOpen = ({ window }: YearCohort) =>
    window !== null && window.opens <= today && today <= window.closes;
  const open = all.flatMap(({ cohorts }) => cohorts).filter(isOpen).length;
  const courses = all.flatMap((course) => {
    if (narrow.kind === "all") return [course];
    const cohorts = course.cohorts.filter((cohort) =>
      narrow.kind === "open" ? isOpen(cohort) : cohort.leaders.includes(narrow.by),
    );
    return cohorts.length === 0 ? [] : [{ ...course, cohorts }];
  });
  const overlaps = leadsTwo(all);
  const mayChange = about?.may.includes("cohorts.change") ?? false;
  return (
    <Page
      title="The year"
      above={{ text: COURSES.name, href: COURSES.href({ school, course: "" }) }}
      full
      dense
    >
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}>
        <QuietAction label="Earlier" onPress={() => setShift(shift - step)} />
        {shift === 0 ? null : <QuietAction label="Today" onPress={() => setShift(0)} />}
        <QuietAction label="Later" onPress={() => setShift(shift + step)} />
        <QuietAction label="In my calendar" onPress={() => setFeeding(true)} />
        <Choices label="How much is shown">
          {(Object.keys(REACHES) as Reach[]).map((one) => (
            <Choice
              key={one}
              label={REACHES[one].label}
              taken={reach === one}
              onPress={() => setReach(one)}
            />
          ))}
        </Choices>
        <Choices label="Which cohorts" line>
          <Choice
            label="All courses"
            taken={narrow.kind === "all"}
            onPress={() => setNarrow({ kind: "all" })}
          />
          <Choice
            label={`Enrolling today ${open}`}
            taken={narrow.kind === "open"}
            onPress={() => setNarrow({ kind: "open" })}
          />
          {leaders.slice(0, 8).map((by) => (
            <Choice
              key={by}
              label={`Led by ${by}`}
              taken={narrow.kind === "led" && narrow.by === by}
              onPress={() => setNarrow({ kind: "led", by })}
            />
          ))}
        </Choices>
      </View>
      {!data || !about ? (
        <Coming error={error} onRetry={refetch} widths={[1, 0.8, 1, 0.8]} />
      ) : courses.length === 0 ? (
        <Empty
          title={reach === "months" ? "Nothing in these months" : "Nothing in these years"}
          says="Cohorts, the days people may enroll, and what is sold for a time stand here, for all courses."
        />
      ) : wide ? (
        <>
          {mayChange ? (
            <Text kind="small" color={quiet}>
              Drag a cohort to move it, or press the arrow keys on it: who is touched is shown
              before anything is kept.
            </Text>
          ) : null}
          <YearChart
            school={about}
            courses={courses}
            span={span}
            today={today}
            movable={mayChange}
            onOpen={(course, cohort, days) => setPeek({ course, cohort, days })}
          />
        </>
      ) : (
        <YearList
          courses={courses}
          span={span}
          today={today}
          onOpen={(course, cohort) => setPeek({ course, cohort, days: 0 })}
        />
      )}
      {hasNextPage ? <QuietAction label="More courses" onPress={() => fetchNextPage()} /> : null}
      {overlaps.length > 0 ? <Overlaps says={overlaps} /> : null}
      {feeding ? <YearFeed school={school} onClose={() => setFeeding(false)} /> : null}
      {peek && about ? (
        <CohortPeek
          key={`${peek.cohort.id} ${peek.days}`}
          school={about}
          {...peek}
          today={today}
          onClose={() => setPeek(null)}
        />
      ) : null}
    </Page>
  );
}

/** So many are said. */
const MOST = 5;

/** Who is in two places. */
function Overlaps({ says }: { says: readonly string[] }) {
  const { surface, coral, quiet } = usePalette();
  return (
    <View
      role="group"
      aria-label="Overlaps"
      style={{
        backgroundColor: surface,
        borderLeftWidth: 4,
        borderLeftColor: coral,
        borderRadius: 6,
        padding: 16,
        gap: 6,
        marginTop: 16,
      }}
    >
      <Text kind="strong">
        {says.length === 1 ? "Somebody is in two places" : "Somebody is in two places, or more"}
      </Text>
      {says.slice(0, MOST).map((one) => (
        <Text key={one} kind="small" color={quiet}>
          {one}
        </Text>
      ))}
      {says.length > MOST ? (
        <Text kind="small" color={quiet}>
          And {says.length - MOST} more.
        </Text>
      ) : null}
    </View>
  );
}
