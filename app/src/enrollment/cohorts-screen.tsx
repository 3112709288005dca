/** A course's cohorts: window, dates, seats, and what each of them is today, in words. */
import type { Cohort } from "@dawngate/contract/courses";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { useGetMembersQuery } from "../school/staff-api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { CohortSheet } from "./cohort-sheet";
import { Cohorts } from "./cohorts-table";
import { CompareSheet } from "./compare/compare-sheet";
import { Leaders } from "./leaders";
import { NextCohortSheet } from "./next-cohort/next-cohort-sheet";
import { COHORTS } from "./places";
import { proposedCohort } from "./proposed-cohort";
import { useGetWaysQuery } from "./ways-in/api";
import { WaySheet } from "./ways-in/way-sheet";

export function CohortsScreen() {
  const place = useLocalSearchParams() as InCourse;
  const { data, error, refetch } = useGetCourseQuery(place, { refetchOnMountOrArgChange: true });
  const { data: school, error: away } = useGetSchoolQuery({ school: place.school });
  const may = useMay(place.school);
  const mayChange = may("cohorts.change");
  // An instructor meets the figures of their own cohorts, one course page at a time.
  const maySee = may("people.see") && mayChange;
  const [comparing, setComparing] = useState(false);
  // Who leads which comes with the rest: rows that grew later would move what one is about to press.
  const members = useGetMembersQuery({ school: place.school }, { skip: !mayChange });
  const ways = useGetWaysQuery(place, { skip: !mayChange, refetchOnMountOrArgChange: true });
  const [editing, setEditing] = useState<Cohort | "new" | null>(null);
  const [entering, setEntering] = useState<string | "course" | null>(null);
  const [following, setFollowing] = useState<Cohort | null>(null);
  const { quiet } = usePalette();
  const today = formatDate(localDateAt(zoneOf(school?.timeZone ?? "UTC"), Date.now() as Instant));
  const wanted = entering === "course" ? null : entering;
  const way =
    entering === null ? undefined : ways.data?.ways.find(({ cohort }) => cohort === wanted);
  return (
    <CourseFrame at={place} title={data?.title} here={COHORTS} full>
      {data && school && !members.isLoading && !ways.isLoading ? (
        <>
          {data.cohorts.length === 0 ? (
            <Text color={quiet}>
              A cohort is a group that goes through the course on the same dates. This course has
              none: everybody begins when they enroll.
            </Text>
          ) : null}
          {data.cohorts.length > 0 ? (
            <Cohorts
              cohorts={data.cohorts}
              today={today}
              leaders={
                mayChange
                  ? (cohort) => (
                      <Leaders
                        school={place.school}
                        cohort={cohort.id}
                        members={members.data?.members ?? []}
                      />
                    )
                  : null
              }
              ways={ways.data?.ways ?? []}
              door={`/${place.school}/courses/${place.course}/door`}
              acts={
                mayChange
                  ? {
                      onChange: setEditing,
                      onNext: setFollowing,
                      onWay: ({ id }) => setEntering(id),
                    }
                  : null
              }
            />
          ) : null}
          {mayChange ? (
            <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
              <QuietAction label="Make a cohort" letter="n" onPress={() => setEditing("new")} />
              {data.cohorts.length === 0 ? (
                <QuietAction label="How people come in" onPress={() => setEntering("course")} />
              ) : null}
            </View>
          ) : null}
          {data.cohorts.length > 1 && maySee ? (
            <View style={{ alignItems: "flex-start" }}>
              <QuietAction label="Side by side" onPress={() => setComparing(true)} />
            </View>
          ) : null}
          {comparing ? (
            <CompareSheet
              place={place}
              cohorts={data.cohorts}
              onClose={() => setComparing(false)}
            />
          ) : null}
          {way && ways.data ? (
            <WaySheet
              place={place}
              way={way}
              courses={ways.data.courses}
              seats={data.cohorts.find(({ id }) => id === way.cohort)?.seats ?? null}
              today={today}
              onClose={() => setEntering(null)}
            />
          ) : null}
          {following ? (
            <NextCohortSheet
              place={place}
              school={school}
              course={data}
              cohort={following}
              today={today}
              way={ways.data?.ways.find((one) => one.cohort === following.id)}
              isLed={
                members.data?.members.some(({ cohorts }) => cohorts.includes(following.id)) ?? false
              }
              onClose={() => setFollowing(null)}
            />
          ) : null}
          {editing !== null ? (
            <CohortSheet
              place={place}
              school={school}
              course={data}
              cohort={editing === "new" ? null : editing}
              proposed={proposedCohort(school, data, today)}
              onClose={() => setEditing(null)}
            />
          ) : null}
        </>
      ) : (error ?? away) ? (
        <Notice {...explain(error ?? away)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5]} />
      )}
    </CourseFrame>
  );
}
