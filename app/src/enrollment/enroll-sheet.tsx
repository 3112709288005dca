/** Enrolling somebody by hand. */
import type { Course } from "@dawngate/contract/courses";
import { MAY_OVERRULE } from "@dawngate/contract/enrollment";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { useForm } from "react-hook-form";
import type { InCourse } from "../courses/api";
import { useGetSchoolQuery } from "../school/api";
import { explain, faultsOf } from "../store/api";
import { kindOf } from "../store/kind-of";
import { PrimaryAction, QuietAction } from "../ui/action";
import { anAddress, Field, needed } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { ZoneField } from "../ui/zone-field";
import { useEnrollMutation } from "./api";
import { CohortChoice } from "./cohort-choice";

/** The cohort whose window is open on a day, the one that starts first; null: none is. */
export function openCohort(cohorts: Course["cohorts"], today: string): string | null {
  const open = cohorts.filter(
    ({ window, seats, people }) =>
      window !== null &&
      window.opens <= today &&
      today <= window.closes &&
      (seats === null || people < seats),
  );
  return open.sort((a, b) => (a.starts < b.starts ? -1 : 1))[0]?.id ?? null;
}

interface Props {
  place: InCourse;
  course: Course;
  onClose(): void;
}

export function EnrollSheet({ place, course, onClose }: Props) {
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const { control, handleSubmit, setError } = useForm({ defaultValues: { name: "", email: "" } });
  const [timeZone, setTimeZone] = useState(school?.timeZone ?? "UTC");
  const today = formatDate(localDateAt(zoneOf(school?.timeZone ?? "UTC"), Date.now() as Instant));
  // Where a cohort takes people at this moment, that is where most belong.
  const [cohort, setCohort] = useState<string | null>(() => openCohort(course.cohorts, today));
  const [enroll, { error, isLoading, isSuccess }] = useEnrollMutation();
  const { quiet } = usePalette();
  const mayOverrule = kindOf(error) === MAY_OVERRULE;
  const [why, setWhy] = useState("");
  const submit = handleSubmit(async ({ name, email }) => {
    const person = {
      name: name.trim(),
      email: email.trim(),
      timeZone,
      cohort,
      ...(mayOverrule && why.trim() !== "" && { overrule: why.trim() }),
    };
    const answer = await enroll({ ...place, body: person });
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
        <Form onSubmit={submit}>
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
            Staff may enroll outside the window. Seats, and who is kept out, count still, and can be
            overruled with a reason.
          </Text>
          {mayOverrule ? (
            <TextField
              label="Why they come in all the same"
              value={why}
              maxLength={300}
              onChangeText={setWhy}
            />
          ) : null}
          <PrimaryAction
            label={mayOverrule && why.trim() !== "" ? "Enroll all the same" : "Enroll"}
            onPress={submit}
            busy={isLoading}
          />
        </Form>
      )}
    </Sheet>
  );
}
