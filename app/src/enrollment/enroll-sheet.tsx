/** Enrolling somebody by hand. */
import type { Course } from "@dawngate/contract/courses";
import type { EnrolledByHand } from "@dawngate/contract/enrollment";
import { MAY_OVERRULE } from "@dawngate/contract/enrollment";
import type { FieldAnswers } from "@dawngate/contract/own-fields";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { useForm } from "react-hook-form";
import type { InCourse } from "../courses/api";
import type { Words } from "../notices/words-fields";
import { AskedFields } from "../people/fields/lazy-fields";
import { useGetOwnFieldsQuery } from "../people/fields/staff-api";
import { isOfAnswers } from "../people/fields/use-asked";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
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
import { EnrollMail } from "./enroll-mail";

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
  const [enroll, { error, isLoading }] = useEnrollMutation();
  const { quiet } = usePalette();
  const mayOverrule = kindOf(error) === MAY_OVERRULE;
  const [why, setWhy] = useState("");
  const may = useMay(place.school);
  const { data: own } = useGetOwnFieldsQuery({ school: place.school, about: "all" });
  const asked = (own?.fields ?? []).filter(
    ({ about, ended, asks, seenBy }) =>
      !ended &&
      asks.staff !== "no" &&
      // What is noted of the enrollment too, by whoever sees it.
      (about === "people" ||
        (about === "enrollments" && (seenBy !== "managers" || may("fields.change")))),
  );
  const [answers, setAnswers] = useState<FieldAnswers>({});
  const [tell, setTell] = useState(true);
  const [words, setWords] = useState<Words | null>(null);
  const [seen, setSeen] = useState<EnrolledByHand["mail"]>(null);
  const [done, setDone] = useState(false);
  const ask = (look: boolean) =>
    handleSubmit(async ({ name, email }) => {
      const person = {
        name: name.trim(),
        email: email.trim(),
        timeZone,
        cohort,
        ...(Object.keys(answers).length > 0 && { answers }),
        ...(mayOverrule && why.trim() !== "" && { overrule: why.trim() }),
        tell,
        ...(tell && words && { words }),
        look,
      };
      const answer = await enroll({ ...place, body: person });
      for (const [path, message] of Object.entries(faultsOf((answer as { error?: unknown }).error)))
        if (path === "name" || path === "email") setError(path, { message });
      if (!("data" in answer) || !answer.data) return;
      if (look) setSeen(answer.data.mail);
      else setDone(true);
    });
  const submit = ask(false);
  return (
    <Sheet title="Enroll somebody" onClose={onClose}>
      {error && !isOfAnswers(faultsOf(error)) ? <Notice {...explain(error)} /> : null}
      {done ? (
        <>
          <Text kind="strong">
            {tell
              ? "Enrolled. A mail tells them how to come in."
              : "Enrolled. They are told nothing; they come in by signing in with this address."}
          </Text>
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
            <CohortChoice
              cohorts={course.cohorts}
              value={cohort}
              onChange={(next) => {
                setCohort(next);
                // What was seen was of another.
                setSeen(null);
              }}
            />
          ) : null}
          {asked.length === 0 ? null : (
            <AskedFields
              fields={asked.map((field) => ({
                ...field,
                choices: field.choices.filter(({ ended }) => !ended),
                must: field.asks.staff === "must",
                value: null,
              }))}
              answers={answers}
              faults={faultsOf(error)}
              forThem
              onAnswers={setAnswers}
            />
          )}
          <EnrollMail
            tell={tell}
            onTell={setTell}
            seen={seen}
            onSee={ask(true)}
            busy={isLoading}
            words={words}
            onWords={setWords}
          />
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
