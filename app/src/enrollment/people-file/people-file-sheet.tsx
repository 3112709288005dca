/** People from a file: chosen, its columns said, every row looked at before anything is written, then enrolled. */
import type { Course } from "@dawngate/contract/courses";
import { reachedBy } from "@dawngate/contract/held";
import type { PeopleFile } from "@dawngate/contract/people-file";
import { useEffect, useRef, useState } from "react";
import { View } from "react-native";
import { useDispatch } from "react-redux";
import type { InCourse } from "../../courses/api";
import { useGetOwnFieldsQuery } from "../../people/fields/staff-api";
import { api, explain } from "../../store/api";
import { addressOf } from "../../store/ask";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { FileLink } from "../../ui/file-link";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { CohortChoice } from "../cohort-choice";
import {
  useBringPeopleMutation,
  useChangePeopleFileMutation,
  useDropPeopleFileMutation,
  useEnrollFileMutation,
  useGetPeopleFileQuery,
} from "./api";
import { ColumnsPart } from "./columns-part";
import { DeliveriesPart } from "./deliveries-part";
import { PeopleFileChoice } from "./file-choice";
import { Overruled } from "./overruled";
import { RowsPart } from "./rows-part";

interface Props {
  place: InCourse;
  course: Course;
  timeZone: string;
  onClose(): void;
}

/** A file of more is brought in parts; the server holds to it too. */
const MOST = 20 * 1024 * 1024;

export function PeopleFileSheet({ place, course, timeZone, onClose }: Props) {
  const [file, setFile] = useState<string | null>(null);
  return (
    <Sheet title="Enroll people from a file" broad onClose={onClose}>
      {file === null ? (
        <>
          <Bring place={place} course={course} timeZone={timeZone} onFile={setFile} />
          <DeliveriesPart place={place} course={course} timeZone={timeZone} />
        </>
      ) : (
        <Brought
          place={place}
          course={course}
          file={file}
          onAgain={() => setFile(null)}
          onClose={onClose}
        />
      )}
    </Sheet>
  );
}

/** The cohort of rows that name none. */
function CohortOfRows({
  course,
  cohort,
  onChange,
}: {
  course: Course;
  cohort: string | null;
  onChange(cohort: string | null): void;
}) {
  const { quiet } = usePalette();
  if (course.cohorts.length === 0) return null;
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        Rows that name no cohort go into
      </Text>
      <CohortChoice
        cohorts={course.cohorts}
        value={cohort}
        label="Rows that name no cohort"
        onChange={onChange}
      />
    </View>
  );
}

function Bring({
  place,
  course,
  timeZone,
  onFile,
}: Omit<Props, "onClose"> & { onFile(id: string): void }) {
  const { quiet } = usePalette();
  const [bring, { error, isLoading }] = useBringPeopleMutation();
  const [cohort, setCohort] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (chosen: File) => {
    setTrouble(null);
    if (chosen.size > MOST)
      return setTrouble(`${chosen.name} is larger than 20 MB; bring it in parts.`);
    const answer = await bring({
      ...place,
      name: chosen.name.slice(0, 200) || "people.csv",
      cohort,
      timeZone,
      body: new Blob([chosen], { type: "text/csv" }),
    });
    if (answer.data) onFile(answer.data.id);
  };
  return (
    <View style={{ gap: 14 }}>
      <Text>
        A table as CSV, with one person a row; its first line says what the columns are: name, mail
        address and, where you have them, cohort and time zone.
      </Text>
      <Text kind="small" color={quiet}>
        Every row is looked at first. Nobody is enrolled before you have seen what would happen.
      </Text>
      <CohortOfRows course={course} cohort={cohort} onChange={setCohort} />
      {trouble ? <Notice title="This file is too large" detail={trouble} /> : null}
      {error ? <Notice {...explain(error)} /> : null}
      <PeopleFileChoice busy={isLoading} onFile={take} />
    </View>
  );
}

/** What one says of a file. */
type Said = Pick<PeopleFile, "columns" | "cohort" | "overrule">;

/** While the server works on it, it is asked this often. */
const AGAIN = 700;

function Brought({
  place,
  course,
  file,
  onAgain,
  onClose,
}: {
  place: InCourse;
  course: Course;
  file: string;
  onAgain(): void;
  onClose(): void;
}) {
  const at = { ...place, file };
  const [working, setWorking] = useState(true);
  const { data, error, refetch } = useGetPeopleFileQuery(at, {
    pollingInterval: working ? AGAIN : 0,
  });
  const { data: own } = useGetOwnFieldsQuery({ school: place.school, about: "all" });
  const [change, changing] = useChangePeopleFileMutation();
  const [said, setSaid] = useState<Said | null>(null);
  const sent = useRef(Promise.resolve());
  const [drop] = useDropPeopleFileMutation();
  const now = data?.state === "checking" || data?.state === "enrolling";
  if (data && now !== working) setWorking(now);
  const dispatch = useDispatch();
  const done = data?.state === "done";
  // The job has changed what others show.
  useEffect(() => {
    if (done)
      dispatch(
        api.util.invalidateTags(
          reachedBy(["people", "course", "courses"], {
            school: place.school,
            course: place.course,
          }),
        ),
      );
  }, [done, dispatch, place.school, place.course]);
  if (!data) return <Coming error={error} onRetry={refetch} />;
  // What was said last holds, also before the server has answered what was said before.
  const { columns, cohort, overrule } = said ?? data;
  const say = (part: Partial<Said>) => {
    const next = { columns, cohort, overrule, ...part };
    setSaid(next);
    // One after the other: two on their way at once could arrive in the other order.
    sent.current = sent.current.then(async () => {
      await change({ ...at, body: { ...next, timeZone: data.timeZone } });
      setWorking(true);
    });
  };
  const fixed = data.state === "enrolling" || data.state === "done";
  return (
    <View style={{ gap: 16 }}>
      <Text kind="strong">
        {data.name}: {data.rows === 1 ? "1 row" : `${data.rows} rows`}
      </Text>
      {data.fault ? <Notice title="It could not be done" detail={data.fault} /> : null}
      {changing.error ? <Notice {...explain(changing.error)} /> : null}
      {fixed ? null : (
        <>
          <ColumnsPart
            file={{ ...data, columns }}
            fields={(own?.fields ?? []).filter(
              ({ about }) => about === "people" || about === "enrollments",
            )}
            onChange={(next) => say({ columns: next })}
          />
          <CohortOfRows
            course={course}
            cohort={cohort}
            onChange={(next) => say({ cohort: next })}
          />
        </>
      )}
      <Work file={data} />
      {data.state === "checking" ? null : <RowsPart at={at} file={data} />}
      {data.fates.refused > 0 && data.state !== "checking" ? (
        <FileLink href={addressOf("refusedRows", at)}>
          {data.fates.refused === 1
            ? "Download the refused row, with its reason"
            : `Download the ${data.fates.refused} refused rows, each with its reason`}
        </FileLink>
      ) : null}
      {data.against > 0 && !fixed ? (
        <Overruled
          count={data.against}
          reason={overrule}
          onReason={(next) => say({ overrule: next })}
        />
      ) : null}
      {data.state === "checked" && data.missing === null ? <Enroll at={at} file={data} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {fixed ? null : (
          <QuietAction
            label="Another file"
            onPress={() => {
              void drop(at);
              onAgain();
            }}
          />
        )}
        {data.state === "done" ? <QuietAction label="To the people" onPress={onClose} /> : null}
      </View>
    </View>
  );
}

/** How far it is, while one waits or after. */
function Work({ file }: { file: PeopleFile }) {
  const { quiet } = usePalette();
  const { state, rows, looked, fates, enrolled } = file;
  const wanted = fates.new + fates.known + fates.moves;
  const says =
    state === "checking"
      ? `Looking at the rows: ${looked} of ${rows}`
      : state === "enrolling"
        ? `Enrolling: ${enrolled} of ${wanted}. It goes on by itself, also when you leave.`
        : state === "done"
          ? `Done: ${enrolled === 1 ? "1 person" : `${enrolled} people`}.`
          : null;
  return says === null ? null : (
    <Text color={quiet} role="status">
      {says}
    </Text>
  );
}

function Enroll({ at, file }: { at: InCourse & { file: string }; file: PeopleFile }) {
  const [enroll, { error, isLoading }] = useEnrollFileMutation();
  const [tell, setTell] = useState(true);
  const { fates } = file;
  const count = fates.new + fates.known + fates.moves;
  if (count === 0)
    return (
      <Text kind="strong">
        {fates.refused > 0 ? "No row can be taken as it is." : "Everybody is in already."}
      </Text>
    );
  return (
    <View style={{ gap: 8 }}>
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="Write to everybody who comes in"
        says="What they are in, and what opens when; whoever is new here is invited by it."
        on={tell}
        onChange={setTell}
      />
      <PrimaryAction
        label={`Enroll ${count === 1 ? "1 person" : `${count} people`}${fates.refused > 0 ? ", without those refused" : ""}`}
        busy={isLoading}
        onPress={() => enroll({ ...at, body: { tell, whole: false } })}
      />
    </View>
  );
}
