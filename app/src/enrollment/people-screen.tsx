/** Who is in a course, and enrolling somebody by hand. A name leads to that person's timeline. */
import type { Course } from "@dawngate/contract";
import { sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { TextInput } from "react-native-paper";
import { useGetCourseQuery } from "../courses/api";
import { CourseTabs } from "../courses/course-tabs";
import { Choice } from "../schedule/as-if/choice";
import { ZoneField } from "../schedule/as-if/zone-field";
import { useGetSchoolQuery } from "../school/api";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { anAddress, Field, needed } from "../ui/field";
import { Icon } from "../ui/icon";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useEnrollMutation } from "./api";
import { CohortChoice } from "./cohort-choice";
import { SeveralSheet } from "./several-sheet";

export function PeopleScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const { data, error, refetch } = useGetCourseQuery(place, { refetchOnMountOrArgChange: true });
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="People"
      above={{
        text: data?.title ?? "The course",
        href: `/${place.school}/courses/${place.course}`,
      }}
    >
      <CourseTabs {...place} here="people" />
      {data ? (
        <>
          <QuietAction label="Enroll somebody" onPress={() => setAdding(true)} />
          <People place={place} course={data} />
          {adding ? (
            <EnrollSheet place={place} course={data} onClose={() => setAdding(false)} />
          ) : null}
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
    </Page>
  );
}

type Place = { school: string; course: string };

function People({ place, course }: { place: Place; course: Course }) {
  const { quiet, surface } = usePalette();
  const [typed, setTyped] = useState("");
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [acting, setActing] = useState(false);
  const names = new Map(course.cohorts.map(({ id, name }) => [id, name]));
  const found = course.people.filter(({ name }) =>
    name.toLowerCase().includes(typed.trim().toLowerCase()),
  );
  if (course.people.length === 0)
    return (
      <Text color={quiet}>
        Nobody is in this course yet. Enroll somebody, or give people the address of its public
        page.
      </Text>
    );
  const all = found.length > 0 && found.every(({ enrollment }) => marked.has(enrollment));
  const mark = (ids: readonly string[], on: boolean) => {
    const next = new Set(marked);
    for (const id of ids) on ? next.add(id) : next.delete(id);
    setMarked(next);
  };
  return (
    <View>
      <TextInput
        mode="outlined"
        dense
        label="Find by name"
        aria-label="Find by name"
        value={typed}
        onChangeText={setTyped}
        style={{ backgroundColor: surface, maxWidth: 360, marginBottom: 8 }}
      />
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
          label={`All ${found.length}`}
          taken={all}
          onPress={() =>
            mark(
              found.map(({ enrollment }) => enrollment),
              !all,
            )
          }
        />
        {marked.size > 0 ? (
          <QuietAction
            label={`For ${marked.size === 1 ? "1 person" : `${marked.size} people`}…`}
            onPress={() => setActing(true)}
          />
        ) : (
          <Text kind="small" color={quiet}>
            Mark people to do something for several at once.
          </Text>
        )}
      </View>
      <View role="list">
        {found.map((person) => (
          <PersonRow
            key={person.enrollment}
            place={place}
            person={person}
            cohort={person.cohort === null ? null : (names.get(person.cohort) ?? person.cohort)}
            marked={marked.has(person.enrollment)}
            onMark={(on) => mark([person.enrollment], on)}
          />
        ))}
      </View>
      {acting ? (
        <SeveralSheet
          place={place}
          course={course}
          enrollments={[...marked]}
          onClose={() => setActing(false)}
          onDone={() => {
            setActing(false);
            setMarked(new Set());
          }}
        />
      ) : null}
    </View>
  );
}

interface PersonRowProps {
  place: Place;
  person: Course["people"][number];
  /** The name of their cohort. */
  cohort: string | null;
  marked: boolean;
  onMark(on: boolean): void;
}

function PersonRow({ place, person, cohort, marked, onMark }: PersonRowProps) {
  const router = useRouter();
  const { quiet, line, dusk } = usePalette();
  return (
    <View
      role="listitem"
      style={{
        flexDirection: "row",
        alignItems: "center",
        gap: 8,
        borderBottomWidth: 1,
        borderBottomColor: line,
      }}
    >
      <Press
        role="checkbox"
        aria-checked={marked}
        aria-label={`Mark ${person.name}`}
        onPress={() => onMark(!marked)}
        style={{ width: 44, height: 44, alignItems: "center", justifyContent: "center" }}
      >
        <Icon
          name={marked ? "checkbox-marked" : "checkbox-blank-outline"}
          size={22}
          color={marked ? dusk : quiet}
        />
      </Press>
      <Press
        role="link"
        onPress={() =>
          router.push(
            `/${place.school}/courses/${place.course}?enrollment=${encodeURIComponent(person.enrollment)}`,
          )
        }
        style={{ flex: 1, paddingVertical: 10 }}
      >
        <Text kind="strong">{person.name}</Text>
        <Text kind="small" color={quiet}>
          {sayZone(person.timeZone)}, enrolled{" "}
          {sayWrittenInstant(person.enrolledAt, zoneOf(person.timeZone))}
          {cohort === null ? "" : `, cohort ${cohort}`}
        </Text>
      </Press>
    </View>
  );
}

function EnrollSheet({
  place,
  course,
  onClose,
}: {
  place: Place;
  course: Course;
  onClose(): void;
}) {
  const { data: school } = useGetSchoolQuery(place.school);
  const { control, handleSubmit, setError } = useForm({ defaultValues: { name: "", email: "" } });
  const [timeZone, setTimeZone] = useState(school?.timeZone ?? "UTC");
  const [cohort, setCohort] = useState<string | null>(null);
  const [enroll, { error, isLoading, isSuccess }] = useEnrollMutation();
  const { quiet } = usePalette();
  const submit = handleSubmit(async ({ name, email }) => {
    const person = { name: name.trim(), email: email.trim(), timeZone, cohort };
    const answer = await enroll({ ...place, person });
    for (const [path, message] of Object.entries(faultsOf((answer as { error?: unknown }).error)))
      setError(path as "name", { message });
  });
  return (
    <Sheet title="Enroll somebody" onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      {isSuccess ? (
        <>
          <Text kind="strong">Enrolled. A mail tells them how to come in.</Text>
          <QuietAction label="Close" onPress={onClose} />
        </>
      ) : (
        <>
          <Field control={control} name="name" label="Name" check={needed("A name")} />
          <Field
            control={control}
            name="email"
            label="Mail address"
            check={anAddress}
            inputMode="email"
          />
          <ZoneField value={timeZone} onChange={setTimeZone} />
          {course.cohorts.length > 0 ? (
            <CohortChoice cohorts={course.cohorts} value={cohort} onChange={setCohort} />
          ) : null}
          <Text kind="small" color={quiet}>
            Staff may enroll outside the window; seats and who is in already still count.
          </Text>
          <PrimaryAction label="Enroll" onPress={submit} busy={isLoading} />
        </>
      )}
    </Sheet>
  );
}
