/** Who is in a course: found, narrowed and sorted by the server, drawn as far as one looks, acted for together. */

import type { Course } from "@dawngate/contract/courses";
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RosterOrder, RosterPerson } from "@dawngate/contract/roster";
import type { Instant } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { type ReactNode, useCallback, useMemo, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useGetOwnFieldsQuery } from "../people/fields/staff-api";
import { rangeOf } from "../schedule/horizon/person-line";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { capital } from "../ui/capital";
import { Choice } from "../ui/choice";
import { useWide } from "../ui/layout";
import { NightAct, NightBar } from "../ui/night-bar";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { EnrollSheet } from "./enroll-sheet";
import { PeopleFileSheet } from "./people-file/people-file-sheet";
import { PEOPLE } from "./places";
import { countMarked, isMarked, type Marks, marked, NOBODY } from "./roster/marks";
import { linePoints, rosterColumns } from "./roster/roster-columns";
import { RosterFilters } from "./roster/roster-filters";
import { RosterRow } from "./roster/roster-row";
import { STANDING_NAMES } from "./roster/say-standing";
import { SignList } from "./roster/sign-list";
import { type RosterView, useRoster } from "./roster/use-roster";
import { SeveralSheet } from "./several-sheet";

export function PeopleScreen() {
  const { who, ...place } = useLocalSearchParams() as InCourse & { who?: string };
  const { data, error, refetch } = useGetCourseQuery(place, { refetchOnMountOrArgChange: true });
  const [adding, setAdding] = useState(false);
  const [bringing, setBringing] = useState(false);
  const { data: about } = useGetSchoolQuery({ school: place.school });
  const at = { school: place.school, course: place.course };
  const fromFile = useMay(place.school)("cohorts.change") ? (
    <QuietAction label="From a file" onPress={() => setBringing(true)} />
  ) : null;
  const wide = useWide();
  return (
    <CourseFrame
      at={place}
      title={data?.title}
      here={PEOPLE}
      full
      tools={
        wide && data ? (
          <View style={{ flexDirection: "row", gap: 8 }}>
            {fromFile}
            <PrimaryAction label="Enroll somebody" letter="n" onPress={() => setAdding(true)} />
          </View>
        ) : null
      }
    >
      {data ? (
        <>
          <People key={who} place={place} course={data} who={who}>
            {wide ? null : (
              <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
                <QuietAction label="Enroll somebody" letter="n" onPress={() => setAdding(true)} />
                {fromFile}
              </View>
            )}
          </People>
          {bringing && about ? (
            <PeopleFileSheet
              place={at}
              course={data}
              timeZone={about.timeZone}
              onClose={() => setBringing(false)}
            />
          ) : null}
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
  who,
  children,
}: {
  place: InCourse;
  course: Course;
  /** To whom one was led: they alone are shown first. */
  who: string | undefined;
  children: ReactNode;
}) {
  const { quiet } = usePalette();
  const roster = useRoster(place, STANDING_NAMES.find(([name]) => name === who)?.[0]);
  const { data: about } = useGetSchoolQuery({ school: place.school });
  const { data: own } = useGetOwnFieldsQuery({ school: place.school });
  const { data: noted } = useGetOwnFieldsQuery({ school: place.school, about: "enrollments" });
  const fields = useMemo(() => [...(own?.fields ?? []), ...(noted?.fields ?? [])], [own, noted]);
  const [marks, setMarks] = useState<Marks>(NOBODY);
  const { narrowed, people, error, loaded } = roster;
  const isNarrowed =
    narrowed.find.trim() !== "" ||
    narrowed.standing !== null ||
    narrowed.cohort !== null ||
    narrowed.answer !== null;
  // What "everybody who matches" means has changed with what matches: nobody is marked unseen.
  const narrow: RosterView["narrow"] = (change) => {
    if (marks.kind === "matching" && !("order" in change)) setMarks(NOBODY);
    roster.narrow(change);
  };
  // Also before the list has come: what is to be pressed stands first and stays there, so that no press meets nothing.
  if (course.people === 0 && people.length === 0 && !isNarrowed && !error)
    return (
      <View style={{ gap: 12 }}>
        {children}
        {loaded ? (
          <Text color={quiet}>
            {about?.role === "instructor"
              ? "You meet the people of the cohorts you lead here. You lead none of this course that has somebody in it; the school's owner or a manager says who leads which."
              : "Nobody is in this course yet. Enroll somebody, or give people the address of its public page."}
          </Text>
        ) : (
          <Skeleton widths={[1, 0.6]} />
        )}
      </View>
    );
  return (
    <View style={{ gap: 10 }}>
      <RosterFilters
        school={place.school}
        course={place.course}
        cohorts={course.cohorts}
        fields={fields}
        narrowed={narrowed}
        totals={roster.totals}
        present={roster.present}
        onNarrow={narrow}
      >
        {children}
      </RosterFilters>
      {error ? (
        <Notice {...explain(error)} onRetry={roster.refetch} />
      ) : loaded ? (
        <Rows
          place={place}
          course={course}
          roster={roster}
          fields={fields}
          marks={marks}
          onMarks={setMarks}
          onOrder={(order) => narrow({ order })}
        />
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
  fields: readonly OwnField[];
  marks: Marks;
  onMarks(marks: Marks): void;
}

function Rows(props: PartProps & { onOrder(order: RosterOrder): void }) {
  const { place, course, roster, fields, marks, onMarks, onOrder } = props;
  const { quiet } = usePalette();
  const router = useRouter();
  const { people, more, bring, settling, total } = roster;
  const { data: school } = useGetSchoolQuery({ school: place.school });
  // A course by the school's clock has one day for all, as its schedule says it.
  const clock = course.clock === "school" ? (school?.timeZone ?? null) : null;
  const open = useCallback(
    ({ enrollment }: RosterPerson) =>
      router.push(
        `/${place.school}/courses/${place.course}?enrollment=${encodeURIComponent(enrollment)}`,
      ),
    [router, place.school, place.course],
  );
  const mark = (person: RosterPerson, on: boolean) => onMarks(marked(marks, person, on));
  const { cohorts } = course;
  const cohortOf = useCallback(
    ({ cohort }: RosterPerson) =>
      cohort === null ? null : (cohorts.find(({ id }) => id === cohort)?.name ?? cohort),
    [cohorts],
  );
  // Of the first page: what comes later moves no line that is drawn.
  const first = people.slice(0, 50);
  const range = useSame(rangeOf(first.map(linePoints), useToday()));
  const columns = useMemo(
    () =>
      rosterColumns({
        range,
        clock,
        cohortOf,
        fields,
        onOpen: open,
      }),
    [range, clock, cohortOf, fields, open],
  );
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
      <Table
        label="People"
        name="roster"
        columns={columns}
        rows={people}
        of={total}
        keyOf={({ enrollment }) => enrollment}
        height={{ wide: 60, phone: 118 }}
        order={roster.narrowed.order}
        onOrder={onOrder}
        marks={{
          isMarked: (one) => isMarked(marks, one),
          onMark: mark,
          nameOf: ({ name }) => name,
        }}
        onOpen={open}
        onEnd={bring}
        all={roster.all}
        tools={
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}>
            <MarkAll roster={roster} marks={marks} onMarks={onMarks} />
            <SignList place={place} roster={roster} />
          </View>
        }
        phone={(person) => (
          <RosterRow
            person={person}
            cohort={cohortOf(person)}
            marked={isMarked(marks, person)}
            clock={clock}
            onMark={mark}
            onOpen={open}
          />
        )}
      />
      {more ? <Skeleton widths={[0.5]} /> : null}
      <MarkedPeople place={place} course={course} marks={marks} onMarks={onMarks} />
    </>
  );
}

/** The instant this screen was opened at. */
const useToday = () => useState(() => Date.now() as Instant)[0];

/** The same object as long as it says the same. */
function useSame<T extends object>(value: T): T {
  const [kept, setKept] = useState(value);
  if (JSON.stringify(kept) === JSON.stringify(value)) return kept;
  setKept(value);
  return value;
}

/** Marks everybody who matches, on whatever page. */
function MarkAll({ roster, marks, onMarks }: Pick<PartProps, "roster" | "marks" | "onMarks">) {
  const { total } = roster;
  const all = marks.kind === "matching";
  return (
    <Choice
      many
      label={total === null ? "Mark all who match" : `Mark all ${total}`}
      taken={all}
      onPress={() =>
        onMarks(
          all
            ? NOBODY
            : { kind: "matching", matching: roster.matching(), total, without: new Set() },
        )
      }
    />
  );
}

/** The bar from which one acts for those who are marked. */
function MarkedPeople({
  place,
  course,
  marks,
  onMarks,
}: Pick<PartProps, "place" | "course" | "marks" | "onMarks">) {
  const [acting, setActing] = useState(false);
  const count = countMarked(marks);
  if (count === 0) return null;
  const whom = count === null ? "all who match" : count === 1 ? "1 person" : `${count} people`;
  return (
    <>
      <NightBar label="Marked people" says={`${capital(whom)} marked`}>
        <NightAct label={`For ${whom}…`} onPress={() => setActing(true)} />
        <NightAct label="Unmark" onPress={() => onMarks(NOBODY)} />
      </NightBar>
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
    </>
  );
}
