/** A cohort, made or changed: its dates stand there sensibly, and what a change does is seen before it is kept. */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { NewCohort } from "@dawngate/contract/enrollment";
import type { School } from "@dawngate/contract/school";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { FieldsOfCohort } from "../people/fields/fields-among";
import { ChangeSheet } from "../review/change-sheet";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useChangeCohortMutation, useCreateCohortMutation } from "./api";
import { CohortSnags } from "./cohort-snags";
import type { Proposed } from "./proposed-cohort";

export function CohortSheet({
  place,
  school,
  course,
  cohort,
  proposed,
  onClose,
}: {
  place: InCourse;
  school: School;
  course: Course;
  cohort: Cohort | null;
  /** The dates of a new one. */
  proposed: Proposed;
  onClose(): void;
}) {
  const { ember, quiet } = usePalette();
  const [name, setName] = useState(cohort?.name ?? "");
  const [starts, setStarts] = useState(cohort?.starts ?? proposed.starts);
  const [ends, setEnds] = useState(cohort?.ends ?? proposed.ends);
  const [opens, setOpens] = useState(cohort?.window?.opens ?? proposed.opens);
  const [closes, setCloses] = useState(cohort?.window?.closes ?? proposed.closes);
  const [grace, setGrace] = useState(cohort ? String(cohort.grace ?? "") : "0");
  const [seats, setSeats] = useState(cohort?.seats == null ? "" : String(cohort.seats));
  const [meetsAt, setMeetsAt] = useState(cohort?.place ?? "");
  const [link, setLink] = useState(cohort?.link ?? "");
  const [create, creating] = useCreateCohortMutation();
  const [change, changing] = useChangeCohortMutation();
  const error = creating.error ?? changing.error;
  const faults = faultsOf(error);
  const number = (text: string) => (text.trim() === "" ? null : Number(text));
  const wanted: NewCohort = {
    name: name.trim(),
    window: { opens, closes },
    starts,
    ends,
    grace: number(grace),
    seats: number(seats),
    place: meetsAt.trim(),
    link: link.trim(),
  };
  const [looking, setLooking] = useState(false);
  const keep = async () => {
    const answer = cohort
      ? await change({ ...place, cohort: cohort.id, body: wanted })
      : await create({ ...place, body: wanted });
    const isKept = "data" in answer;
    if (isKept) onClose();
    else setLooking(false);
    return isKept;
  };
  // What moves nobody's dates needs no looking at: a name, a window, seats.
  const moves =
    cohort !== null &&
    (starts !== cohort.starts || ends !== cohort.ends || wanted.grace !== cohort.grace);
  const submit = () => (moves ? setLooking(true) : keep());
  const wrong = (path: string) =>
    faults[path] ? (
      <Text kind="small" color={ember} role="alert">
        {faults[path]}
      </Text>
    ) : null;
  const input = (label: string, value: string, onChange: (text: string) => void) => (
    <TextField label={label} value={value} onChangeText={onChange} style={{ flex: 1 }} />
  );
  // In place of this sheet, which keeps what is typed.
  if (looking && cohort)
    return (
      <ChangeSheet
        title={`What changes for cohort ${cohort.name}`}
        change={{ kind: "cohort", place, cohort: cohort.id, set: wanted }}
        error={changing.error}
        busy={changing.isLoading}
        onKeep={keep}
        onClose={() => setLooking(false)}
      />
    );
  return (
    <Sheet title={cohort ? `Cohort ${cohort.name}` : "A new cohort"} onClose={onClose}>
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row" }}>{input("Name", name, setName)}</View>
      {wrong("name")}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <DateField label="First day" value={starts} onChange={setStarts} />
        <DateField label="Last day" value={ends} onChange={setEnds} />
      </View>
      {wrong("starts")}
      {wrong("ends")}
      {ends < starts && !faults.ends ? (
        <Text kind="small" color={ember} role="alert">
          The cohort ends before it starts
        </Text>
      ) : cohort === null && starts === proposed.starts && ends === proposed.ends ? (
        <Text kind="small" color={quiet}>
          {proposed.last === null
            ? "It begins on a Monday, in two weeks at the earliest, so that people can come in."
            : `It begins on a Monday, so that people can come in before, and ends a week after “${proposed.last}”, which opens last.`}
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <DateField label="Enrolling from" value={opens} onChange={setOpens} />
        <DateField label="Enrolling through" value={closes} onChange={setCloses} />
      </View>
      {wrong("window.closes")}
      {closes < opens && !faults["window.closes"] ? (
        <Text kind="small" color={ember} role="alert">
          Enrolling ends before it begins.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", gap: 12 }}>
        {input("Days of access after the end", grace, setGrace)}
        {input("Seats, or no limit", seats, setSeats)}
      </View>
      {wrong("grace")}
      {wrong("seats")}
      <View style={{ flexDirection: "row" }}>
        {input("Where it meets, or nothing", meetsAt, setMeetsAt)}
      </View>
      {wrong("place")}
      <View style={{ flexDirection: "row" }}>
        {input("Its meeting's address in the browser, or nothing", link, setLink)}
      </View>
      {wrong("link") ?? (
        <Text kind="small" color={quiet}>
          Everybody reads the place; the address is for those who are in the cohort.
        </Text>
      )}
      <CohortSnags school={school} course={course} cohort={wanted} id={cohort?.id ?? null} />
      {cohort ? <FieldsOfCohort at={{ ...place, cohort: cohort.id }} /> : null}
      <PrimaryAction
        label={cohort ? (moves ? "See what it does" : "Keep") : "Make the cohort"}
        onPress={submit}
        busy={creating.isLoading || changing.isLoading}
      />
    </Sheet>
  );
}
