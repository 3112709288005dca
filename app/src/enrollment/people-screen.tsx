/** Who is in a course: found, narrowed and sorted by the server, drawn as far as one looks, acted for together. */

import type { Course } from "@dawngate/contract/courses";
import type { RosterOrder, RosterPerson } from "@dawngate/contract/roster";
import { useLocalSearchParams, useRouter } from "expo-router";
import { type ReactNode, useCallback, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { useWide } from "../ui/layout";
import { LongList } from "../ui/long-list";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { EnrollSheet } from "./enroll-sheet";
import { PEOPLE } from "./places";
import { countMarked, isMarked, type Marks, marked, NOBODY } from "./roster/marks";
import { RosterFilters, RosterHead } from "./roster/roster-filters";
import { ROW, RosterRow } from "./roster/roster-row";
import { type RosterView, useRoster } from "./roster/use-roster";
import { SeveralSheet } from "./several-sheet";

export function PeopleScreen() {
  const place = useLocalSearchParams() as InCourse;
  const { data, error, refetch } = useGetCourseQuery(place, { refetchOnMountOrArgChange: true });
  const [adding, setAdding] = useState(false);
  return (
    <CourseFrame at={place} title={data?.title} here={PEOPLE} full>
      {data ? (
        <>
          <People place={place} course={data}>
            <QuietAction label="Enroll somebody" onPress={() => setAdding(true)} />
          </People>
          {adding ? (
            <EnrollSheet place={place} course={data} onClose={() => setAdding(false)} />
          ) : null}
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
    </CourseFrame>
  );
}

function People({
  place,
  course,
  children,
}: {
  place: InCourse;
  course: Course;
  children: ReactNode;
}) {
  const { quiet } = usePalette();
  const wide = useWide();
  const roster = useRoster(place);
  const { data: about } = useGetSchoolQuery({ school: place.school });
  const [marks, setMarks] = useState<Marks>(NOBODY);
  const { narrowed, people, error, loaded } = roster;
  const isNarrowed =
    narrowed.find.trim() !== "" || narrowed.standing !== null || narrowed.cohort !== null;
  // What "everybody who matches" means has changed with what matches: nobody is marked unseen.
  const narrow: RosterView["narrow"] = (change) => {
    if (marks.kind === "matching" && !("order" in change)) setMarks(NOBODY);
    roster.narrow(change);
  };
  if (course.people === 0 && loaded && people.length === 0 && !isNarrowed)
    return (
      <View style={{ gap: 12 }}>
        <Text color={quiet}>
          {about?.role === "instructor"
            ? "You meet the people of the cohorts you lead here. You lead none of this course that has somebody in it; the school's owner or a manager says who leads which."
            : "Nobody is in this course yet. Enroll somebody, or give people the address of its public page."}
        </Text>
        {children}
      </View>
    );
  return (
    <View style={{ gap: 10 }}>
      <RosterFilters
        cohorts={course.cohorts}
        narrowed={narrowed}
        totals={roster.totals}
        present={roster.present}
        onNarrow={narrow}
      >
        {children}
      </RosterFilters>
      <MarkLine place={place} course={course} roster={roster} marks={marks} onMarks={setMarks} />
      {wide ? (
        <RosterHead order={narrowed.order} onOrder={(order: RosterOrder) => narrow({ order })} />
      ) : null}
      {error ? (
        <Notice {...explain(error)} onRetry={roster.refetch} />
      ) : loaded ? (
        <Rows place={place} course={course} roster={roster} marks={marks} onMarks={setMarks} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7, 0.6, 0.5]} />
      )}
    </View>
  );
}

interface PartProps {
  place: InCourse;
  course: Course;
  roster: RosterView;
  marks: Marks;
  onMarks(marks: Marks): void;
}

function Rows({ place, course, roster, marks, onMarks }: PartProps) {
  const { quiet } = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { people, more, bring, settling, total } = roster;
  const { data: school } = useGetSchoolQuery({ school: place.school });
  // A course by the school's clock has one day for all, as its schedule says it.
  const clock = course.clock === "school" ? (school?.timeZone ?? null) : null;
  const names = new Map(course.cohorts.map(({ id, name }) => [id, name]));
  const open = useCallback(
    ({ enrollment }: RosterPerson) =>
      router.push(
        `/${place.school}/courses/${place.course}?enrollment=${encodeURIComponent(enrollment)}`,
      ),
    [router, place.school, place.course],
  );
  const mark = (person: RosterPerson, on: boolean) => onMarks(marked(marks, person, on));
  return (
    <>
      {settling ? (
        <Text kind="small" color={quiet} role="status">
          Some people's dates are being worked out; the list may miss them for a moment.
        </Text>
      ) : null}
      {people.length === 0 && !more ? (
        <Text role="status" color={quiet}>
          Nobody here matches.
        </Text>
      ) : null}
      <LongList
        label="People"
        count={people.length}
        of={total}
        keyOf={(index) => people[index]?.enrollment ?? String(index)}
        height={wide ? ROW.wide : ROW.phone}
        onEnd={bring}
        row={(index) => {
          const person = people[index];
          if (!person) return null;
          const { cohort } = person;
          return (
            <RosterRow
              person={person}
              cohort={cohort === null ? null : (names.get(cohort) ?? cohort)}
              marked={isMarked(marks, person)}
              clock={clock}
              wide={wide}
              onMark={mark}
              onOpen={open}
            />
          );
        }}
      />
      {more ? <Skeleton widths={[0.5]} /> : null}
    </>
  );
}

/** Marks everybody who matches, on whatever page, and leads to what can be done for those who are marked. */
function MarkLine({ place, course, roster, marks, onMarks }: PartProps) {
  const { quiet } = usePalette();
  const [acting, setActing] = useState(false);
  const { total } = roster;
  const count = countMarked(marks);
  const all = marks.kind === "matching";
  return (
    <View
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        gap: 12,
        alignItems: "center",
        minHeight: 48,
      }}
    >
      <Choice
        many
        label={total === null ? "Mark all who match" : `Mark all ${total}`}
        taken={all}
        onPress={() =>
          onMarks(
            all
              ? NOBODY
              : {
                  kind: "matching",
                  matching: roster.matching(),
                  total,
                  without: new Set(),
                },
          )
        }
      />
      {count === 0 ? (
        <Text kind="small" color={quiet}>
          Mark people to do something for several at once.
        </Text>
      ) : (
        <QuietAction
          label={`For ${count === null ? "all who match" : count === 1 ? "1 person" : `${count} people`}…`}
          onPress={() => setActing(true)}
        />
      )}
      {acting ? (
        <SeveralSheet
          place={place}
          course={course}
          marks={marks}
          onClose={() => setActing(false)}
          onDone={() => {
            setActing(false);
            onMarks(NOBODY);
          }}
        />
      ) : null}
    </View>
  );
}
